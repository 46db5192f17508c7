import type { Doing } from '../../kitchen/rights'

/** Where a fact of a kind is made: in a browser with a cook at it, or only by the server, by a command that one alone may win. */
export type MadeBy = 'browser' | 'server'

/** What holds of a kind: its version, where it is made, what one does with it, and whether a person may change it or take it back. */
export interface KindRule {
  readonly v: number
  readonly madeBy: MadeBy
  /** Who may make, change or take back a fact of the kind. */
  readonly doing: Doing
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
  madeBy: 'browser',
  doing: 'work',
  isCorrectable: false,
  isVoidable: true,
  ...rule,
})
