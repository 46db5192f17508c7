import type { Ingredient } from '../ingredients/ingredient'
import type { Formula } from '../formula/formula'
import { itemMassG } from '../formula/itemMassG'

/** What can be made of a base: a formula that takes it, and the portions that so much of it is enough for. */
export interface Derivative {
  readonly formulaId: string
  readonly portions: number
}

/** Sauces that a mass of a base is enough for, the most portions first; by the base alone, whatever else they want. */
export function derivativesOf(
  baseId: string,
  massG: number,
  formulas: readonly Formula[],
  ingredients: ReadonlyMap<string, Ingredient>,
): Derivative[] {
  const good = ingredients.get(baseId)
  if (!good) return []
  return formulas
    .flatMap((formula) => {
      const needsG = formula.items.reduce(
        (sum, i) => sum + (i.ingredientId === baseId ? itemMassG(i, good) : 0),
        0,
      )
      const portions = needsG > 0 ? Math.floor((formula.basisPortions * massG) / needsG + 1e-9) : 0
      return portions > 0 ? [{ formulaId: formula.id, portions }] : []
    })
    .sort((a, b) => b.portions - a.portions)
}
