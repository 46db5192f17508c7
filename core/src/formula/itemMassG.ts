import { densityGPerMl } from '../ingredients/densityGPerMl'
import type { Ingredient } from '../ingredients/ingredient'
import type { FormulaItem } from './formula'

/** Grams of an item of a formula. */
export function itemMassG(item: Pick<FormulaItem, 'amount'>, ingredient: Ingredient): number {
  return 'massG' in item.amount ? item.amount.massG : item.amount.volumeMl * densityGPerMl(ingredient)
}
