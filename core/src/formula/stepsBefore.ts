import type { Formula } from './formula'

/** Steps that must be done before the one at a place: those it names, else the one before it. */
export function stepsBefore({ steps }: Pick<Formula, 'steps'>, i: number): readonly string[] {
  const before = steps[i - 1]
  return steps[i]?.after ?? (before ? [before.id] : [])
}
