import type { Ingredient } from './ingredient'

/** What an amount of a good costs, minor units: trimmings are paid for; a good without a price costs nothing. */
export const costOfMinor = (good: Ingredient, massG: number): number =>
  (massG * (good.costMinorPerKg ?? 0)) / 1000 / (good.trimYield ?? 1)
