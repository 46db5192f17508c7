/** Who may make a fact of a kind: a browser with a cook at it, or only the server, by a command that one alone may win. */
export type MayPost = 'browser' | 'server'

/** What holds of a kind: its version, who may post it, and whether a person may change it or take it back. */
export interface KindRule {
  readonly v: number
  readonly mayPost: MayPost
  readonly isCorrectable: boolean
  readonly isVoidable: boolean
}
/** A kind with the payload it carries, in its newest version. */
export interface Kind<P> extends KindRule {
  /** Only a type: no value ever stands here. */
  readonly payload?: P
}
export type PayloadOf<K> = K extends Kind<infer P> ? P : never

/** One kind's entry: what it carries, and what holds of it where that is not the usual. */
export const kind = <P>(rule: Partial<KindRule> = {}): Kind<P> => ({
  v: 1,
  mayPost: 'browser',
  isCorrectable: false,
  isVoidable: true,
  ...rule,
})
