import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'

/** Whether yolk goes into a sauce: an emulsion or a liaison is lightly cooked unless a probe's whole log says more. */
export const hasLightEgg = (
  formula: Pick<Formula, 'items'>,
  ingredients: ReadonlyMap<string, Ingredient>,
): boolean => formula.items.some((item) => ingredients.get(item.ingredientId)?.emulsionRole === 'yolk')
