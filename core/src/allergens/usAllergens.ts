import type { Ingredient } from '../ingredients/ingredient'
import type { Allergen, AllergenMark } from './allergens'

/** The nine major allergens of US law (FALCPA and the FASTER Act), by what stands for each in the EU's fourteen. Gluten counts only as wheat. */
export const US_ALLERGENS: Readonly<Record<string, Allergen>> = {
  milk: 'milk',
  eggs: 'egg',
  fish: 'fish',
  crustaceanShellfish: 'crustaceans',
  treeNuts: 'nuts',
  peanuts: 'peanuts',
  wheat: 'gluten',
  soybeans: 'soya',
  sesame: 'sesame',
}

/** What a good is of the nine; barley has gluten and no wheat. */
export function usAllergensOf(ingredient: Ingredient): Readonly<Record<string, AllergenMark>> {
  return Object.fromEntries(
    Object.entries(US_ALLERGENS).flatMap(([us, eu]) => {
      const mark = ingredient.allergens[eu]
      return mark && !(us === 'wheat' && ingredient.marks?.includes('barley')) ? [[us, mark]] : []
    }),
  )
}
