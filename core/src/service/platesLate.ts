import type { PlacedTask } from '../schedule/instance'
import { doneWith, type EveningAsked } from './eveningInstance'

/** Plates that wait for a sauce, by how much the longest, and whose sauces they wait for. */
export interface PlatesLate {
  readonly plates: number
  readonly mostMs: number
  readonly sauces: readonly string[]
}
const SECOND_MS = 1000

/** What of an evening comes late by a plan of it: a pick-up goes when the last of its sauces is done. */
export function platesLate(
  { zeroMs, batches, pickUps }: EveningAsked,
  placed: readonly PlacedTask[],
): PlatesLate {
  const endsAtMs = new Map(placed.map((t) => [t.id, zeroMs + t.endS * SECOND_MS]))
  const sauces = new Set<string>()
  let [plates, mostMs] = [0, 0]
  for (const pickUp of pickUps) {
    // the schedule counts whole seconds
    const late = batches
      .filter((b) => b.pickUps.some((p) => p.id === pickUp.id))
      .map((b) => ({ name: b.formula.name, byMs: (endsAtMs.get(doneWith(b)) ?? 0) - pickUp.atMs }))
      .filter((b) => b.byMs > SECOND_MS)
    if (late.length === 0) continue
    plates += pickUp.plates
    for (const { name, byMs } of late) {
      sauces.add(name)
      mostMs = Math.max(mostMs, byMs)
    }
  }
  return { plates, mostMs, sauces: [...sauces] }
}
