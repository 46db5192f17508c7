import type { Formula } from '../formula/formula'
import type { AllergenFinding } from './checkAllergens'

/** What a person decided about one finding. */
export interface DecidedFinding extends AllergenFinding {
  readonly decision?: 'labelClear' | 'leaveOff' | 'goOn' | undefined
}

/** A finding no longer stands in the way: its label was read, the guest agrees, or that plate goes without the sauce. */
export function isSettled(finding: DecidedFinding, all: readonly DecidedFinding[]): boolean {
  return (
    finding.decision !== undefined ||
    all.some((other) => other.allergen === finding.allergen && other.decision === 'leaveOff')
  )
}

/**
 * For each item of a formula, the goods that may go in. An item without any blocks the order until a person decides.
 * @param findings - of every good that the formula could use
 */
export function usableSources(
  formula: Formula,
  findings: readonly DecidedFinding[],
): ReadonlyMap<string, readonly string[]> {
  const barred = new Set(findings.filter((f) => !isSettled(f, findings)).map((f) => f.ingredientId))
  return new Map(
    formula.items.map((item) => [
      item.id,
      [item.ingredientId, ...(item.sources ?? [])].filter((id) => !barred.has(id)),
    ]),
  )
}
