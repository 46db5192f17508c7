import type { Fact } from '../events/fact'
import type { Frozen } from '../events/kinds'
import { houseRules } from '../formula/kitchen'
import { FOOD_CODES } from '../safety/codes'

/**
 * When an egg sauce first left control (emulsion.md §6): finished, or read under the hot-hold limit once its yolk was cooked, or the first
 * egg where the house says so; the oldest start of anything it was put onto. Reads every fact, taken back or not, so that the clock can
 * only move earlier.
 *
 * @param sorted - the batch's facts in fold order
 * @returns undefined for a sauce without egg, or while it is still in hand
 */
export function clockStart(sorted: readonly Fact[]): number | undefined {
  const frozen = sorted.find((f) => f.kind === 'batch.started')?.payload as { frozen: Frozen } | undefined
  if (!frozen?.frozen.formula.emulsion) return undefined
  const { formula, settings } = frozen.frozen
  const rules = houseRules(settings)
  const stepOf = (technique: string) => formula.steps.find((s) => s.technique === technique)?.id
  const [whiskId, pourId] = [stepOf('whisk'), stepOf('pour')]
  const limitC = FOOD_CODES[rules.code].hotHoldC
  const cookedAtMs = sorted.find((f) => f.kind === 'step.finished' && f.payload.stepId === whiskId)?.atMs ?? Infinity
  const starts = sorted.flatMap((fact): number[] => {
    if (fact.kind === 'step.finished' && fact.payload.stepId === pourId) return [fact.atMs]
    if (fact.kind === 'control.lost') return [fact.atMs]
    if (fact.kind === 'reading.taken' && fact.payload.how === 'temperature' && fact.atMs > cookedAtMs && fact.payload.tempC < limitC)
      return [fact.atMs]
    if (fact.kind === 'hold.started') return [fact.atMs, ...(fact.payload.onto ? [fact.payload.onto.clockStartedAtMs] : [])]
    if (rules.clockFrom === 'firstEgg' && fact.kind === 'step.started' && fact.payload.stepId === whiskId) return [fact.atMs]
    return []
  })
  return starts.length ? Math.min(...starts) : undefined
}
