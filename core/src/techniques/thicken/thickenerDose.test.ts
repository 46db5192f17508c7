import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest } from '../../demoKitchen.test-helper'
import { airPressureKPa } from '../../heat/atmosphere'
import { spoonPaS } from '../../pan/thicknessOf'
import { walkFormula } from '../../pan/walkFormula'
import { contentsG, mixContents } from '../../pan/contents'
import { alone } from '../../pan/putIn'
import { THICKENING_AGENTS } from './agents'
import { boilOffG, letDown } from './letDown'
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
  it('put in as offered it does, whichever it is, in the walk that the bench and the record read: next to nothing is left to offer', () => {
    const thin = endOf([])
    expect(spoonPaS(thin)).toBeLessThan(WANTED_PA_S)
    const doses = thickenerDoses(thin, WANTED_PA_S)
    expect(doses.map((d) => d.agent)).toEqual(THICKENING_AGENTS.map((a) => a.agent))
    for (const dose of doses) {
      const thick = endOf([...dose.goods])
      expect(spoonPaS(thick) / WANTED_PA_S, dose.agent).toBeGreaterThan(0.75)
      expect(spoonPaS(thick) / WANTED_PA_S, dose.agent).toBeLessThan(1.25)
      const left = thickenerDoses(thick, WANTED_PA_S).find((d) => d.agent === dose.agent)
      expect(left?.massG ?? 0, dose.agent).toBeLessThan(0.12 * dose.massG)
    }
  })
  it('too thick, water or stock lets it down to the coat that was asked; boiling off brings a thin one up to it', () => {
    const { step } = lastBoiled
    const dose = thickenerDoses(endOf([]), WANTED_PA_S)[0]!
    const thick = endOf(dose.goods.map((g) => ({ ...g, massG: 1.6 * g.massG })))
    for (const id of ['water', 'brownStock']) {
      const good = ingredients.get(id)!
      const down = letDown(thick, WANTED_PA_S, good, step)!
      const after = mixContents(thick, alone(good, down.massG, step))
      expect(spoonPaS(after)).toBeCloseTo(WANTED_PA_S, 3)
      expect(down.saltFrac).toBeCloseTo(after.liquid.salt / contentsG(after), 3)
    }
    expect(letDown(endOf([]), WANTED_PA_S, ingredients.get('water')!, step)).toBeUndefined()
    const few = endOf(dose.goods.map((g) => ({ ...g, massG: 0.7 * g.massG })))
    const off = boilOffG(few, WANTED_PA_S)!
    expect(off).toBeGreaterThan(0)
    const { liquid } = few
    expect(spoonPaS({ ...few, liquid: { ...liquid, water: liquid.water - off } })).toBeCloseTo(WANTED_PA_S, 3)
    expect(boilOffG(thick, WANTED_PA_S)).toBeUndefined()
  })
  it('nothing is offered to a sauce that coats, and no arrowroot beside cream', () => {
    expect(thickenerDoses(endOf([]), 0)).toEqual([])
    const creamy = endOf([{ ingredientId: 'cream35', massG: 600 }])
    expect(thickenerDoses(creamy, 5).map((d) => d.agent)).not.toContain('arrowroot')
  })
})
