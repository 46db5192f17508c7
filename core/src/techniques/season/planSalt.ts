import type { SaltPlan } from '../../batch/batchPlan'
import type { Formula } from '../../formula/formula'
import { saltOnPlateFrac } from '../../formula/traceFormula'
import { massG } from '../../mixture/composition'
import { saltOnPlateG, sauceOf, type Contents } from '../../pan/contents'
import { roundSaltSpoons } from '../../units/roundAmount'

const SALT_SPOON_BELOW_G = 8
const WORTH_SPOONING_G = 0.3

/** Salt to add at the very end: to what is eaten, less what the goods bring of their own (capers, ham and table sauces too). `emulsion:S1` */
export function planSalt(formula: Formula, finished: Contents, scaleStepG: number): SaltPlan {
  const finalMassG = massG(sauceOf(finished)) + finished.solids.massG
  const target = formula.saltTargetFrac.value
  const addG = Math.max(0, (target * finalMassG - saltOnPlateG(finished)) / (1 - target))
  const isSpooned = addG < SALT_SPOON_BELOW_G && addG > WORTH_SPOONING_G
  return {
    finalMassG,
    ownSaltFrac: saltOnPlateFrac(finished),
    targetFrac: target,
    addG,
    addShown: isSpooned
      ? roundSaltSpoons(addG)
      : { value: Math.round(addG / scaleStepG) * scaleStepG, unit: 'g' },
  }
}
