import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'

/** Yolk that an emulsion or a liaison leaves lightly cooked, unless a probe's whole log says more; what its maker pasteurised counts as cooked. */
export const isLightEgg = (good: Ingredient | undefined): boolean =>
  good?.emulsionRole === 'yolk' && !good.marks?.includes('pasteurised')

/** Whether such yolk goes into a sauce. */
export const hasLightEgg = (
  formula: Pick<Formula, 'items'>,
  ingredients: ReadonlyMap<string, Ingredient>,
): boolean => formula.items.some((item) => isLightEgg(ingredients.get(item.ingredientId)))
