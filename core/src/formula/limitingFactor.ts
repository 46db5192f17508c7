import type { Ingredient } from '../ingredients/ingredient'
import type { Formula } from './formula'
import { itemMassG, traceFormula, type TraceSetting } from './traceFormula'

/** What decides how much is made. */
export type ScaleBy =
  | { readonly by: 'portions'; readonly portions: number }
  | { readonly by: 'volume'; readonly volumeMl: number }
  /** "I have 9 yolks", "1.4 l of demi". */
  | { readonly by: 'ingredient'; readonly ingredientId: string; readonly massG: number }
  | { readonly by: 'vessel'; readonly capacityMl: number; readonly fullestShare: number; readonly floorMl: number }
/** By how much a formula is multiplied, and into how many batches it must go. */
export interface Scale { readonly factor: number; readonly batches: number; readonly isUnderFloor: boolean }

/** Largest volume that the formula has in its vessel along its steps, ml, for its basis. */
export function fullestMl(formula: Formula, setting: TraceSetting): number {
  return Math.max(...traceFormula(formula, setting).map((t) => t.volumeMl + t.contents.inPan.volumeMl))
}

/** Factor for a formula: by portions, by finished volume, by the ingredient that limits, or by what a vessel holds; undefined where the ingredient is not in it. */
export function scaleBy(formula: Formula, ask: ScaleBy, setting: TraceSetting): Scale | undefined {
  const one = (factor: number): Scale => ({ factor, batches: 1, isUnderFloor: false })
  if (ask.by === 'portions') return one(ask.portions / formula.basisPortions)
  if (ask.by === 'volume') return one(ask.volumeMl / (traceFormula(formula, setting).at(-1)?.volumeMl ?? NaN))
  if (ask.by === 'ingredient') {
    const uses = formula.items.filter((i) => i.ingredientId === ask.ingredientId)
    const usedG = uses.reduce((sum, i) => sum + itemMassG(i, setting.ingredients.get(i.ingredientId) as Ingredient), 0)
    return usedG > 0 ? one(ask.massG / usedG) : undefined
  }
  const most = (ask.capacityMl * ask.fullestShare) / fullestMl(formula, setting)
  const finishedMl = (traceFormula(formula, setting).at(-1)?.volumeMl ?? 0) * most
  return { factor: most, batches: 1, isUnderFloor: finishedMl < ask.floorMl }
}
