import {
  applyChoices,
  compositionOf,
  NO_CHOICES,
  scaleBy,
  traceFormula,
  volume20Ml,
  type Formula,
  type KitchenCatalog,
  kitchenGoods,
} from '@liquamen/core'

/** One formula in all its numbers, step by step, and the same masses as one flat loop that keeps nothing: the least that could be done. */
export interface FormulaCost {
  readonly id: string
  readonly trace: () => unknown
  readonly flat: () => unknown
  readonly slide: () => unknown
}

/** The formula with the most goods and steps of a kitchen, ready to be timed. */
export function largestFormula(catalog: KitchenCatalog): FormulaCost {
  const ingredients = kitchenGoods(catalog)
  const setting = { ingredients, altitudeM: catalog.settings.altitudeM }
  const formula = [...catalog.formulas].sort((a, b) => b.items.length * b.steps.length - a.items.length * a.steps.length)[0] as Formula
  const made = applyChoices(formula, NO_CHOICES)
  const traced = traceFormula(made, setting)
  const flat = () => {
    const total = { water: 0, fat: 0, salt: 0, sugar: 0, gelatin: 0, protein: 0, starch: 0, ethanol: 0, costMinor: 0 }
    let volumeMl = 0
    for (const step of made.steps) {
      for (const item of made.items) {
        if (item.stepId !== step.id) continue
        const good = ingredients.get(item.ingredientId)
        if (!good) continue
        const grams = 'massG' in item.amount ? item.amount.massG : item.amount.volumeMl
        const own = compositionOf(good, grams)
        total.water += own.water
        total.fat += own.fat
        total.salt += own.salt
        total.sugar += own.sugar
        total.gelatin += own.gelatin
        total.protein += own.protein
        total.starch += own.starch
        total.ethanol += own.ethanol
        volumeMl += volume20Ml(own)
      }
      if (step.technique === 'reduce') {
        total.water *= 0.4
        total.ethanol *= 0.1
      }
    }
    return volumeMl + total.salt / (total.water + total.fat)
  }
  return {
    id: formula.id,
    trace: () => traceFormula(made, setting),
    flat,
    slide: () =>
      scaleBy(made, { by: 'portions', portions: 30 }, traced, ingredients, { capacityMl: 3000, fullestShare: 2 / 3, floorMl: 120 }),
  }
}
