/** The fourteen allergens of EU law (Regulation 1169/2011, annex II). */
export const ALLERGENS = [
  'gluten',
  'crustaceans',
  'egg',
  'fish',
  'peanuts',
  'soya',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs',
] as const
export type Allergen = (typeof ALLERGENS)[number]

/** What a label says; an allergen that an ingredient does not list is absent by its composition. */
export type AllergenMark = 'contains' | 'mayContain' | 'unknownLabel'
