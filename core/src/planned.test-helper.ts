import { chooseVessels } from './batch/chooseVessels'
import { planBatch } from './batch/planBatch'
import { larchwaterGoods as ingredients, larchwaterTest as kitchen } from './demoKitchen.test-helper'
import { applyChoices } from './formula/applyChoices'
import { withMove } from './formula/withMove'
import { airPressureKPa } from './heat/atmosphere'

const NOW_MS = Date.UTC(2026, 10, 28, 14)

/** A sauce of the book planned in the vessels that suit it, on the kitchen's first ring, with the ways that are chosen. */
export function plannedIn(
  formulaId: string,
  schools: Readonly<Record<string, string>> = {},
  portions?: number,
) {
  const as = kitchen.formulas.find((f) => f.id === formulaId)
  const ring = kitchen.rings[0]
  if (!as || !ring) throw new Error(`no ${formulaId} in this kitchen`)
  const formula = applyChoices(as, { schools, swaps: {} })
  const { settings, pans } = kitchen
  const choice = chooseVessels(
    { formula, ingredients, pressureKPa: airPressureKPa(settings.altitudeM) },
    { pans, ring, busyPanIds: new Set() },
  )
  const plan = planBatch({
    formula: withMove(formula, choice.movesAtStepId),
    ingredients,
    place: { vessels: choice.vessels, ring, settings },
    portions: portions ?? formula.basisPortions,
    pickupAtMs: NOW_MS + 36e6,
    nowMs: NOW_MS,
  })
  return { formula, plan, codes: plan.warnings.map((w) => w.code) }
}
