import { effectiveFacts } from '../facts/effectiveFacts'
import type { Fact, FactOf } from '../facts/fact'
import { KINDS } from '../facts/kinds/kinds'
import { liftFact } from '../facts/upcast'
import type { BatchKind } from '../facts/kinds/kinds'
import type { BatchState } from './batchState'

/** What a child has from its mother: everything that happened to the sauce before they were parted, in its own share. */
export const INHERITED_KINDS = [
  'ingredient.weighed',
  'step.started',
  'step.finished',
  'reading.taken',
  'addition.made',
  'heat.changed',
  'pan.lifted',
  'pan.returned',
  'bath.changed',
  'bath.checked',
  'butter.read',
  'butter.clarified',
  'cue.seen',
  'pour.started',
  'pour.stopped',
  'pasteurisation.credited',
  'control.lost',
  'taste.noted',
  'spoon.seen',
  'salt.added',
  'insert.takenOut',
  'sauce.broke',
  'rescue.tried',
  'rescue.ended',
] as const satisfies readonly BatchKind[]
export type InheritedKind = (typeof INHERITED_KINDS)[number]

/** A mother's fact as its child keeps it. */
export interface InheritedFact {
  readonly id: string
  readonly kind: InheritedKind
  readonly v: number
  readonly atMs: number
  readonly payload: unknown
}
/** From which batch a child was parted, and with what. */
export interface Inheritance {
  readonly batchId: string
  /** Its share of the mother, 0..1. */
  readonly share: number
  readonly facts: readonly InheritedFact[]
}

/** A batch's facts with what it inherited in their place: right after it was begun. */
export function withInherited(sorted: readonly Fact[]): readonly Fact[] {
  if (!sorted.some(inherits)) return sorted
  return sorted.flatMap((fact): Fact[] =>
    inherits(fact)
      ? [fact, ...(fact.payload.inherits?.facts ?? []).map((f) => liftFact({ ...fact, ...f } as Fact))]
      : [fact],
  )
}
/** Whether a fact brings a mother's along: what is folded before it must be folded anew. */
export const inherits = (fact: Fact): fact is FactOf<'batch.started'> =>
  fact.kind === 'batch.started' && fact.payload.inherits !== undefined

const AMOUNTS = ['massG', 'sdG', 'gPerS'] as const
/** A payload of a share of the sauce. */
function shared(payload: object, share: number): object {
  const scaled = Object.fromEntries(
    AMOUNTS.flatMap((k) => {
      const value = (payload as Record<string, unknown>)[k]
      return typeof value === 'number' ? [[k, value * share]] : []
    }),
  )
  const { stage: _planned, ...own } = payload as { readonly stage?: unknown }
  return { ...own, ...scaled }
}

/** What the child of a batch inherits of it, as far as its steps are done. @param facts - the mother's, in fold order @param itemOf - the child's own line of a mother's */
export function inheritedFacts(
  { steps, plan, weighed }: BatchState,
  facts: readonly Fact[],
  share: number,
  itemOf: (line: { readonly stepId: string; readonly ingredientId: string }) => string | undefined,
): InheritedFact[] {
  const isDone = (stepId: unknown) => typeof stepId === 'string' && steps[stepId]?.finishedAtMs !== undefined
  const kept = effectiveFacts(withInherited(facts)).facts.flatMap((f): InheritedFact[] => {
    if (!INHERITED_KINDS.some((k) => k === f.kind) || f.kind === 'ingredient.weighed') return []
    // a level says what the mother's vessel held: only what was felt and heard of the sauce goes with it
    if (f.kind === 'reading.taken' && f.payload.how !== 'temperature') return []
    if ('stepId' in f.payload && !isDone(f.payload.stepId)) return []
    const { id, v, atMs } = f
    return [{ id, kind: f.kind as InheritedKind, v, atMs, payload: shared(f.payload, share) }]
  })
  // weighed or not, what went into the steps that are done is what the mother took of it
  const begun = facts.find((f) => f.kind === 'batch.started')
  const went = (plan?.weighOut ?? []).flatMap((line): InheritedFact[] => {
    const itemId = isDone(line.stepId) ? itemOf(line) : undefined
    const of = facts.find((f) => f.kind === 'ingredient.weighed' && f.payload.itemId === line.itemId) ?? begun
    if (!itemId || !of) return []
    const massG = (weighed[line.itemId] ?? line.shownG) * share
    const payload = { itemId, ingredientId: line.ingredientId, massG }
    return [
      { id: of.id, kind: 'ingredient.weighed', v: KINDS['ingredient.weighed'].v, atMs: of.atMs, payload },
    ]
  })
  return [...went, ...kept].sort((a, b) => a.atMs - b.atMs)
}
