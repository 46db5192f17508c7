import type { Fact } from '../../facts/fact'
import type { Frozen } from '../../facts/kinds/batch'
import type { Formula, FormulaStep } from '../../formula/formula'
import { houseRules } from '../../kitchen/kitchen'
import { FOOD_CODES } from '../../safety/codes'
import { techniqueOf } from '../registry'

const AFTER_THE_COOKING = ['season', 'hold', 'serve', 'cool']

/** Steps that matter to a sauce's clock: where its raw egg is cooked, and where the sauce is finished and leaves the cook's control. */
function clockSteps({ steps, emulsion }: Formula): {
  readonly rawId: string | undefined
  readonly finishedId: string | undefined
} {
  const egg = steps.filter((s) => techniqueOf(s).id === 'eggEmulsion')
  const cooked = (s: FormulaStep) => !AFTER_THE_COOKING.includes(techniqueOf(s).id)
  return { rawId: emulsion && egg[0]?.id, finishedId: (emulsion ? egg.at(-1) : steps.findLast(cooked))?.id }
}

const STARTS: readonly Fact['kind'][] = [
  'batch.started',
  'step.started',
  'step.finished',
  'control.lost',
  'hold.started',
]
/** Whether a fact may start the clock, or let an earlier one start it. */
export const mayStartClock = (fact: Fact): boolean =>
  STARTS.includes(fact.kind) || (fact.kind === 'reading.taken' && fact.payload.how === 'temperature')

/**
 * When a sauce first left control (emulsion.md §6): an egg sauce when it is finished, or read under the hot-hold limit once its yolk was cooked,
 * or at the first egg where the house says so; any other when it is put by, counted from the end of its cooking; the oldest start of anything it
 * was put onto. Reads every fact, taken back or not, so that the clock can only move earlier.
 *
 * @param sorted - the batch's facts in fold order
 * @returns undefined for a sauce that is served at once, or while it is still in hand
 */
export function clockStart(sorted: readonly Fact[]): number | undefined {
  const frozen = (sorted.find((f) => f.kind === 'batch.started')?.payload as { frozen: Frozen } | undefined)
    ?.frozen
  if (!frozen) return undefined
  const { formula, settings } = frozen
  const { rawId, finishedId } = clockSteps(formula)
  const isEgg = rawId !== undefined
  const rules = houseRules(settings)
  const limitC = FOOD_CODES[rules.code].hotHoldC
  const finishedAt = (id: string | undefined) =>
    sorted.find((f) => f.kind === 'step.finished' && f.payload.stepId === id)?.atMs
  const cookedAtMs = (isEgg ? finishedAt(rawId) : finishedAt(finishedId)) ?? Infinity
  const isHeld = sorted.some((f) => f.kind === 'hold.started')
  const starts = sorted.flatMap((fact): number[] => {
    if (fact.kind === 'step.finished' && fact.payload.stepId === finishedId)
      return isEgg || isHeld ? [fact.atMs] : []
    if (fact.kind === 'control.lost') return [fact.atMs]
    if (fact.kind === 'hold.started')
      return [fact.atMs, ...(fact.payload.onto ? [fact.payload.onto.clockStartedAtMs] : [])]
    if (!isEgg) return []
    if (
      fact.kind === 'reading.taken' &&
      fact.payload.how === 'temperature' &&
      fact.atMs > cookedAtMs &&
      fact.payload.tempC < limitC
    )
      return [fact.atMs]
    if (rules.clockFrom === 'firstEgg' && fact.kind === 'step.started' && fact.payload.stepId === rawId)
      return [fact.atMs]
    return []
  })
  return starts.length ? Math.min(...starts) : undefined
}
