import type { Formula } from '../../formula/formula'
import { techniqueOf } from '../registry'
import type { Contents } from '../../pan/contents'
import { massG } from '../../mixture/composition'

/** Which pepper suits a sauce, and whether what is in it must be strained out. */
export interface PepperAdvice {
  readonly kind: 'white' | 'black'
  /** White is more pungent: this share of the amount of black to begin with. */
  readonly startShare: number
  /** Pepper that was boiled in a reduction: strained out again, or on its way to the plate; none where none was. */
  readonly boiled?: 'strained' | 'stays'
}
const WHITE_SHARE = 2 / 3
const PALE_DAIRY = 0.02
const PALE_FAT = 0.35

/** White where flecks would read as dirt: in egg, butter and cream sauces; black or cracked where they read as garnish. `emulsion:§9` */
export function pepperFor(formula: Pick<Formula, 'steps' | 'items'>, finished: Contents): PepperAdvice {
  const { liquid, snfG, fatG } = finished
  const mass = massG(liquid) + fatG
  const isEgg = formula.steps.some((s) => techniqueOf(s).id === 'eggEmulsion')
  const isPale = isEgg || (mass > 0 && (snfG / mass > PALE_DAIRY || liquid.fat / mass > PALE_FAT))
  const reduces = formula.steps.findIndex((s) => s.technique === 'reduce')
  const at = (stepId: string) => formula.steps.findIndex((s) => s.id === stepId)
  const isBoiled = formula.items.some((i) => /^pepper/.test(i.ingredientId) && at(i.stepId) <= reduces)
  const isStrained = formula.steps.slice(reduces).some((s) => s.technique === 'strain')
  return {
    kind: isPale ? 'white' : 'black',
    startShare: isPale ? WHITE_SHARE : 1,
    ...(isBoiled ? { boiled: isStrained ? 'strained' : 'stays' } : {}),
  }
}
