import type { Ingredient } from '../ingredients/ingredient'
import { splitBatches, type VesselLimits } from './portions'
import type { Formula } from './formula'
import { bulkMl } from '../pan/contents'
import { itemMassG } from './itemMassG'
import type { TracedFormula, TraceSetting, TraceStep } from './traceFormula'

/** What decides how much is made. */
export type ScaleBy =
  | { readonly by: 'portions'; readonly portions: number }
  | { readonly by: 'volume'; readonly volumeMl: number }
  /** "I have 9 yolks", "1.4 l of demi". */
  | { readonly by: 'ingredient'; readonly ingredientId: string; readonly massG: number }
  /** As much as the vessel takes in one go. */
  | { readonly by: 'vessel' }
/** By how much a formula is multiplied, into how many equal batches the vessel forces it, and whether each ends as a film. */
export interface Scale {
  readonly factor: number
  readonly batches: number
  readonly isUnderFloor: boolean
}

/** Largest volume that the formula has in its vessel along its steps, ml, for its basis. */
export function fullestMl(trace: readonly TraceStep[]): number {
  return Math.max(...trace.map((t) => bulkMl(t.contents)))
}

/** Grams of an ingredient that the formula takes for its basis, over all its uses. */
export function usedMassG(
  formula: Formula,
  ingredientId: string,
  ingredients: TraceSetting['ingredients'],
): number {
  return formula.items
    .filter((i) => i.ingredientId === ingredientId)
    .reduce((sum, i) => sum + itemMassG(i, ingredients.get(i.ingredientId) as Ingredient), 0)
}

/** Factor for a formula and the batches that its vessel forces; undefined where the ingredient is not in it. */
export function scaleBy(traced: TracedFormula, ask: ScaleBy, vessel: VesselLimits): Scale | undefined {
  const { trace } = traced
  const endMl = trace.at(-1)?.volumeMl ?? NaN
  const factor = factorFor(traced, ask, vessel)
  if (!Number.isFinite(factor)) return undefined
  const { batches } = splitBatches(fullestMl(trace) * factor, vessel)
  return { factor, batches, isUnderFloor: (endMl * factor) / batches < vessel.floorMl }
}

function factorFor({ formula, trace, setting }: TracedFormula, ask: ScaleBy, vessel: VesselLimits): number {
  switch (ask.by) {
    case 'portions':
      return ask.portions / formula.basisPortions
    case 'volume':
      return ask.volumeMl / (trace.at(-1)?.volumeMl ?? NaN)
    case 'ingredient':
      return ask.massG / usedMassG(formula, ask.ingredientId, setting.ingredients)
    case 'vessel':
      return (vessel.capacityMl * vessel.fullestShare) / fullestMl(trace)
  }
}
