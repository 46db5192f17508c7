import type { Frozen } from '../facts/kinds/batch'
import type { Ingredient } from '../ingredients/ingredient'
import { THICKENER_GOODS } from '../techniques/thicken/agents'
import type { BatchPlan } from './batchPlan'

/** Goods that give back what was boiled off too far. */
export const LET_DOWN_WITH: readonly string[] = ['water', 'brownStock']

/** Goods that mend a taste. */
export const SEASONING_GOODS: readonly string[] = ['salt', 'lemonJuice', 'sugar', 'butter', 'roastJuices']

/** Goods that bring a broken sauce back. */
export const RESCUE_GOODS: readonly string[] = ['yolk', 'cream35']

/** Everything that a batch depends on, as it is when its ring is lit: of the goods those that are weighed out, and those that its bench may offer. */
export function frozenAt(
  plan: Pick<BatchPlan, 'weighOut'>,
  place: Omit<Frozen, 'ingredients'>,
  goods: ReadonlyMap<string, Ingredient>,
): Frozen {
  const used = new Set([
    ...plan.weighOut.map((l) => l.ingredientId),
    ...LET_DOWN_WITH,
    ...THICKENER_GOODS,
    ...SEASONING_GOODS,
    ...RESCUE_GOODS,
  ])
  return { ...place, ingredients: [...goods.values()].filter((i) => used.has(i.id)) }
}
