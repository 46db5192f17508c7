import { compositionOf, type Ingredient } from '../ingredients/ingredient'
import type { ButterParts } from './butterFat'
import { massG } from './composition'

/** Fat, water and the rest of a butter, from its composition. */
export function butterPartsOf(ingredient: Ingredient): ButterParts {
  const per100 = compositionOf(ingredient, 100)
  const total = massG(per100)
  return {
    fatFrac: per100.fat / total,
    waterFrac: per100.water / total,
    snfFrac: (total - per100.fat - per100.water) / total,
  }
}
