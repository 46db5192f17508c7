import {
  applyChoices,
  checkFormula,
  checkRounding,
  kitchenGoods,
  NO_CHOICES,
  scaleBy,
  sidesOf,
  traceFormula,
  type Formula,
  type KitchenCatalog,
} from '@liquamen/core'
import { flatFormula } from './flatFormula'

/** One formula in all its numbers, step by step, and the same arithmetic as one flat loop written by hand that keeps nothing. */
export interface FormulaCost {
  readonly id: string
  readonly trace: () => unknown
  readonly flat: () => unknown
  /** A move of the slider: the scale, and the sauce as it would really be weighed. */
  readonly slide: () => unknown
  /** A school switched: everything that must be there before the next frame. */
  readonly switchSchool: () => unknown
}

/** The formula with the most goods and steps of a kitchen, ready to be timed. */
export function largestFormula(catalog: KitchenCatalog): FormulaCost {
  const ingredients = kitchenGoods(catalog)
  const setting = { ingredients, altitudeM: catalog.settings.altitudeM }
  const formula = [...catalog.formulas].sort(
    (a, b) => b.items.length * b.steps.length - a.items.length * a.steps.length,
  )[0] as Formula
  const made = applyChoices(formula, NO_CHOICES)
  const traced = traceFormula(made, setting)
  const flat = flatFormula(
    made,
    ingredients,
    catalog.settings.altitudeM,
    new Map(
      traced.flatMap((t) =>
        t.target?.fractionLeft === undefined ? [] : [[t.stepId, t.target.fractionLeft] as const],
      ),
    ),
  )
  return {
    id: formula.id,
    trace: () => traceFormula(made, setting),
    flat,
    slide: () => {
      const whole = { formula: made, trace: traced, setting }
      const vessel = { capacityMl: 3000, fullestShare: 2 / 3, floorMl: 120 }
      const scale = scaleBy(whole, { by: 'portions', portions: 30 }, vessel)
      return (
        scale &&
        checkRounding(whole, scale.factor / scale.batches, {
          system: 'metric',
          scaleStepG: 1,
        })
      )
    },
    switchSchool: () => {
      const other = applyChoices(formula, NO_CHOICES)
      return [
        checkFormula(other, ingredients, catalog.formulas, catalog.settings.altitudeM),
        sidesOf(other, traceFormula(other, setting), ingredients),
      ]
    },
  }
}
