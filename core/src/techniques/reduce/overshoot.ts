import { compositionOf, type Ingredient } from '../../ingredients/ingredient'
import { saltFrac } from '../../mixture/composition'
import { addBack } from '../../mixture/saltCorrections'
import type { StagePlan } from '../../batch/batchPlan'

/** What to give back to a pan boiled past its notch, and the salt then. */
export interface AddBack {
  readonly ingredientId: string
  readonly name: string
  readonly addG: number
  readonly saltFrac: number
}

const WORTH_MENDING = 0.98 // nearer than this to the mark nobody can measure
const DRY = 0.1 // less than this of the mark and it has dried onto the floor: water does not bring it back

/**
 * How much of each good that may go back in: mass missing to the target, and the salt share after it.
 * @returns nothing while the pan is at or above its mark, nor once it has boiled dry
 */
export function overshootFixes(stage: StagePlan, massNowG: number, goods: readonly Ingredient[]): AddBack[] {
  if (massNowG >= WORTH_MENDING * stage.targetMassG || massNowG < DRY * stage.targetMassG) return []
  const saltNow = stage.start.salt / massNowG
  return goods.map((good) => {
    const back = addBack(massNowG, stage.targetMassG, saltNow, saltFrac(compositionOf(good, 100)))
    return {
      ingredientId: good.id,
      name: good.name,
      addG: back.addG ?? 0,
      saltFrac: back.status === 'add' ? back.saltFrac : saltNow,
    }
  })
}
