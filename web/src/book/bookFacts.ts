import {
  kitchenGoods,
  techniqueOf,
  type Allergen,
  type Formula,
  type Ingredient,
  type KitchenCatalog,
  type Mark,
  type TraceStep,
} from '@liquamen/core'

/** What the Book must know of a sauce to find it: allergens of its goods, marks, and minutes of its steps. */
export interface SauceFacts {
  readonly formula: Formula
  readonly allergens: TraceStep['allergens']
  readonly marks: ReadonlySet<Mark>
  readonly minutes: number
}

/** Minutes of a formula's steps; reductions and the bowl count as usual lengths until they are planned. */
export function usualMinutes(formula: Formula): number {
  return formula.steps.reduce((sum, s) => sum + (s.minutes?.value ?? techniqueOf(s).usualMin?.(s) ?? 0), 0)
}

/** Facts of every formula; cheap, since nothing is boiled for them. */
export function factsOfBook(catalog: KitchenCatalog): SauceFacts[] {
  const ingredients = kitchenGoods(catalog)
  return catalog.formulas.map((formula) => {
    const goods = formula.items.flatMap((i) => ingredients.get(i.ingredientId) ?? [])
    const allergens: Partial<Record<Allergen, 'contains' | 'mayContain' | 'unknownLabel'>> = {}
    for (const g of goods)
      for (const [a, mark] of Object.entries(g.allergens) as [
        Allergen,
        'contains' | 'mayContain' | 'unknownLabel',
      ][])
        if (mark === 'contains' || allergens[a] === undefined) allergens[a] = mark
    return {
      formula,
      allergens,
      marks: new Set(goods.flatMap((g: Ingredient) => g.marks ?? [])),
      minutes: usualMinutes(formula),
    }
  })
}
