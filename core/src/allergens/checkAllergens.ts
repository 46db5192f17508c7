import type { Ingredient } from '../ingredients/ingredient'
import type { Allergen, AllergenMark } from './allergens'

/** One ingredient that an allergy meets. */
export interface AllergenFinding {
  readonly allergen: Allergen
  readonly ingredientId: string
  readonly mark: AllergenMark
}

/**
 * Where an order's allergies meet what the sauce is made of; an unknown label counts until a person decides.
 * @param ingredients - every ingredient that goes into the pan, finishing butter too
 */
export function checkAllergens(
  ingredients: readonly Ingredient[],
  allergies: readonly Allergen[],
): AllergenFinding[] {
  return allergies.flatMap((allergen) =>
    ingredients.flatMap((ingredient) => {
      const mark = ingredient.allergens[allergen]
      return mark ? [{ allergen, ingredientId: ingredient.id, mark }] : []
    }),
  )
}
