import type { Deviation } from './deviation'
import type { Fact } from './fact'
import { KINDS } from './kinds/kinds'

/**
 * Facts as they stand after corrections and takings-back; a later correction wins over an earlier one, a voided correction counts for nothing.
 *
 * @param sorted - one stream in fold order
 */
export function effectiveFacts(sorted: readonly Fact[]): {
  facts: Fact[]
  changed: ReadonlyMap<string, 'corrected' | 'voided'>
  deviations: Deviation[]
} {
  const byId = new Map(sorted.map((fact) => [fact.id, fact]))
  const voided = new Set<string>()
  const corrected = new Map<string, unknown>()
  const deviations: Deviation[] = []
  const target = (fact: Fact, factId: string, allowed: (kind: Fact['kind']) => boolean): boolean => {
    const aim = byId.get(factId)
    if (aim && allowed(aim.kind)) return true
    deviations.push({
      code: aim ? 'cannotBeChanged' : 'changesUnknownFact',
      factId: fact.id,
      atMs: fact.atMs,
      detail: aim?.kind,
    })
    return false
  }
  // a voiding may itself be voided, so the last word is settled from the end
  for (const fact of [...sorted].reverse())
    if (
      fact.kind === 'fact.voided' &&
      !voided.has(fact.id) &&
      target(fact, fact.payload.factId, (kind) => KINDS[kind].isVoidable || kind === 'fact.corrected')
    )
      voided.add(fact.payload.factId)
  for (const fact of sorted)
    if (
      fact.kind === 'fact.corrected' &&
      !voided.has(fact.id) &&
      target(fact, fact.payload.factId, (kind) => kind === fact.payload.kind && KINDS[kind].isCorrectable)
    )
      corrected.set(fact.payload.factId, fact.payload.payload)
  const facts = sorted
    .filter((fact) => !voided.has(fact.id) && fact.kind !== 'fact.corrected' && fact.kind !== 'fact.voided')
    .map((fact) => (corrected.has(fact.id) ? ({ ...fact, payload: corrected.get(fact.id) } as Fact) : fact))
  const changed = new Map<string, 'corrected' | 'voided'>([
    ...[...corrected.keys()].map((id) => [id, 'corrected'] as const),
    ...[...voided].map((id) => [id, 'voided'] as const),
  ])
  return { facts, changed, deviations }
}
