import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest } from '../../demoKitchen.test-helper'
import { airPressureKPa } from '../../heat/atmosphere'
import { spoonPaS } from '../../pan/thicknessOf'
import { walkFormula } from '../../pan/walkFormula'
import { thickenerDoses } from './thickenerDose'

const formula = larchwaterTest.formulas.find((f) => f.id === 'panJus')!
const pressureKPa = airPressureKPa(larchwaterTest.settings.altitudeM)
const WANTED_PA_S = 0.5
const lastBoiled = walkFormula({ formula, ingredients, pressureKPa }).findLast(
  (w) => w.step.technique === 'reduce',
)!
const stepId = formula.steps[formula.steps.indexOf(lastBoiled.step) + 1]!.id
const endOf = (additions: { ingredientId: string; massG: number }[]) =>
  walkFormula({
    formula,
    ingredients,
    pressureKPa,
    additions: additions.map((a) => ({ ...a, stepId })),
  }).find((w) => w.step.id === stepId)!.end

describe('what would make a sauce coat the spoon', () => {
  it('put in as offered it does, in the walk that the bench and the record read: the offer is gone', () => {
    const thin = endOf([])
    expect(spoonPaS(thin)).toBeLessThan(WANTED_PA_S)
    const dose = thickenerDoses(thin, WANTED_PA_S).find((d) => d.agent === 'cornstarch')!
    const thick = endOf([{ ingredientId: dose.ingredientId, massG: dose.massG }])
    expect(spoonPaS(thick) / WANTED_PA_S).toBeGreaterThan(0.8)
    expect(spoonPaS(thick) / WANTED_PA_S).toBeLessThan(1.25)
    const [left] = thickenerDoses(thick, WANTED_PA_S)
    expect(left?.massG ?? 0).toBeLessThan(0.1 * dose.massG)
  })
  it('nothing is offered to a sauce that coats, and no arrowroot beside cream', () => {
    expect(thickenerDoses(endOf([]), 0)).toEqual([])
    const creamy = endOf([{ ingredientId: 'cream35', massG: 600 }])
    expect(thickenerDoses(creamy, 5).map((d) => d.agent)).not.toContain('arrowroot')
  })
})
