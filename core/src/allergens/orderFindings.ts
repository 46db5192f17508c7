import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import { isLightEgg } from '../safety/lightEgg'
import type { Allergen } from './allergens'
import { checkAllergens } from './checkAllergens'
import { usableSources, type DecidedFinding } from './usableSources'

/** What a guest must not have, and what a person has decided of a good already. */
export interface GuestAsks {
  readonly allergies: readonly Allergen[]
  /** Whoever must not have it: yolk that is not pasteurised bars a sauce. */
  readonly noLightlyCookedEgg?: boolean | undefined
  readonly decided?: ((allergen: Allergen, ingredientId: string) => DecidedFinding['decision']) | undefined
}
/** Where allergies meet the goods that a sauce could be made of; for each item the goods that may go in. */
export interface OrderFindings {
  readonly findings: readonly DecidedFinding[]
  readonly usable: ReadonlyMap<string, readonly string[]>
  /** Goods of items into which nothing may go: they bar the order. */
  readonly bars: ReadonlySet<string>
}

/** What a guest's allergies find in a sauce, as a person decided of it so far. */
export function orderFindings(
  formula: Formula,
  { allergies, noLightlyCookedEgg, decided }: GuestAsks,
  ingredients: ReadonlyMap<string, Ingredient>,
): OrderFindings {
  const ids = new Set(formula.items.flatMap((item) => [item.ingredientId, ...(item.sources ?? [])]))
  const goods = [...ids].flatMap((id) => ingredients.get(id) ?? [])
  const findings = checkAllergens(goods, allergies).map((f) => ({
    ...f,
    decision: decided?.(f.allergen, f.ingredientId),
  }))
  const usable = usableSources(formula, findings)
  const barred = formula.items.filter(
    (item) =>
      usable.get(item.id)?.length === 0 ||
      (noLightlyCookedEgg && isLightEgg(ingredients.get(item.ingredientId))),
  )
  return { findings, usable, bars: new Set(barred.map((item) => item.ingredientId)) }
}
