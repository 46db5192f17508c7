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

/** Butter among what goes in, all kinds of it as one; none where there is none. */
export function butterOf(
  lines: readonly { readonly ingredientId: string; readonly massG: number }[],
  goods: ReadonlyMap<string, Ingredient>,
): { readonly massG: number; readonly parts: ButterParts } | undefined {
  const butters = lines.flatMap((line) => {
    const good = goods.get(line.ingredientId)
    return good?.emulsionRole === 'butter' ? [{ massG: line.massG, parts: butterPartsOf(good) }] : []
  })
  const allG = butters.reduce((sum, b) => sum + b.massG, 0)
  const frac = (part: keyof ButterParts) =>
    butters.reduce((sum, b) => sum + (b.massG * b.parts[part]) / allG, 0)
  return allG > 0
    ? {
        massG: allG,
        parts: { fatFrac: frac('fatFrac'), waterFrac: frac('waterFrac'), snfFrac: frac('snfFrac') },
      }
    : undefined
}
