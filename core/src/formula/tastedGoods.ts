import type { Ingredient } from '../ingredients/ingredient'
import type { Formula } from './formula'

/** From half as much again on, a spice is tasted and not multiplied (kitchen practice, low confidence). */
const TASTED_FROM = 1.5
/** Share of the multiplied amount to begin with. */
export const SPICE_START_SHARE = 0.8

/** Goods whose strength does not grow with the pot: put in `SPICE_START_SHARE` of what the scale says, then taste. None for a batch near the written size. */
export function tastedGoods(
  formula: Formula,
  factor: number,
  ingredients: ReadonlyMap<string, Ingredient>,
): readonly Ingredient[] {
  if (factor < TASTED_FROM) return []
  const goods = formula.items.flatMap((i) => ingredients.get(i.ingredientId) ?? [])
  return [...new Set(goods)].filter((g) => g.group === 'spice')
}
