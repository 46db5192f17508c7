import type { PlanWarning } from '../batch/batchPlan'
import type { FormulaStep } from '../formula/formula'
import { parseReduction } from '../language/parseReduction'
import { TEXTURE_STOPS } from './reduce/textureStop'

/** Whether a step's words promise that the sauce coats the spoon: in its target, its verb or what ends it. */
export function saysNappe({
  target = '',
  verb,
  endsWhen,
}: Pick<FormulaStep, 'target' | 'verb' | 'endsWhen'>): boolean {
  return [target, verb, endsWhen].some((words) =>
    parseReduction(words).some((claim) => claim.kind === 'texture' && claim.texture === 'nappe'),
  )
}

/** What is to be said where the words promise a coat that the sauce in the pan does not have. */
export function thinAtNappe(step: FormulaStep, paS: number): PlanWarning[] {
  const [wantedPaS] = TEXTURE_STOPS.nappe.paS
  return saysNappe(step) && paS < wantedPaS ? [{ code: 'thinAtNappe', stepId: step.id, paS, wantedPaS }] : []
}
