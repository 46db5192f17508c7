import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  batchMl,
  eggsFor,
  rouxSurplusFatG,
  splitBatches,
  startAtMs,
  wholeButterForClarifiedG,
  yolkG,
} from '../formula/portions'
import {
  acidPer100Fat,
  convertSaltTsp,
  saltAfterReduction,
  saltToAddG,
  saltTsp,
} from '../techniques/season/seasoning'
import { expectWithin } from '../testing.test-helper'
import { coatGrade, spoonFilmMm, viscosityFromFilmPaS } from './spoonFilm'
import { agentGPerL, cookOutS, starchPctFor, swollenFrac, viscosityPaS } from './viscosity'

const near = (actual: number, expected: number, by: number) =>
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(by)

describe('thickness and the spoon', () => {
  it.each([
    [3.3, 0.13],
    [5.5, 0.666],
    [9, 3.22],
  ])('emulsion:V1 flour %f %', (starchPct, expected) =>
    expectWithin(viscosityPaS({ solidsPct: 0, gelatinPct: 0, starchPct }, 65), expected, 0.02),
  )
  it.each([
    [0.1, 0.209],
    [0.4, 0.417],
    [1.5, 0.808],
  ])('emulsion:V2 film of %f Pa·s', (eta, expected) => expectWithin(spoonFilmMm(eta), expected, 0.02))
  it('emulsion:V3 a glaze tightens on the plate', () => {
    const glaze = { solidsPct: 38, gelatinPct: 11, starchPct: 0 }
    expectWithin(viscosityPaS(glaze, 65), 0.0474, 0.03)
    expectWithin(viscosityPaS(glaze, 45), 0.1288, 0.03)
    expect([65, 45].map((t) => coatGrade(viscosityPaS(glaze, t)).name)).toEqual(['jusFilm', 'lightNappe'])
  })
  it('emulsion:V4 classic demi-glace', () => {
    const eta = viscosityPaS({ solidsPct: 22, gelatinPct: 7, starchPct: 2.5 * 0.65 }, 65)
    expectWithin(eta, 0.221, 0.03)
    expect(coatGrade(eta).name).toBe('nappe')
  })
  it('emulsion:V5 half a litre from 0.06 to 0.40', () => {
    const base = { solidsPct: 3, gelatinPct: 1.5 }
    near(
      (agentGPerL(starchPctFor(0.4, base, 65), 'cornstarch') -
        agentGPerL(starchPctFor(0.06, base, 65), 'cornstarch')) /
        2,
      4.5,
      0.2,
    )
  })
  it.each([
    [0.1, 51, 79, 12.9, 13.5],
    [0.4, 79, 122, 19.9, 20.9],
    [1.55, 121, 187, 30.3, 31.9],
  ])('trade doses for %f Pa·s', (eta, white, brown, corn, arrow) => {
    const c = starchPctFor(eta, { solidsPct: 3, gelatinPct: 1.5 }, 65)
    for (const [agent, expected] of [
      ['rouxWhite', white],
      ['rouxBrown', brown],
      ['cornstarch', corn],
      ['arrowroot', arrow],
    ] as const)
      expectWithin(agentGPerL(c, agent), expected, 0.02)
  })
  it('emulsion:V6 and V7', () => {
    near(swollenFrac('cornstarch', 90, 30), 0.848, 0.01)
    near(swollenFrac('flour', 95, 60), 0.84, 0.01)
    for (const [agent, min] of [
      ['rouxWhite', 14.6],
      ['beurreManie', 5.8],
      ['slurry', 1.5],
    ] as const)
      near(cookOutS(agent, 95) / 60, min, 0.05) // printed to one place
  })
  it('hotter is never thicker, more starch never thinner, and a weighed film reads back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        (solidsPct, gelatinPct, starchPct) => {
          const of = { solidsPct, gelatinPct, starchPct }
          expect(viscosityPaS(of, 80)).toBeLessThanOrEqual(viscosityPaS(of, 50))
          expect(viscosityPaS({ ...of, starchPct: starchPct + 1 }, 60)).toBeGreaterThan(viscosityPaS(of, 60))
        },
      ),
    )
    expectWithin(viscosityFromFilmPaS((spoonFilmMm(0.4) / 10) * 20 * 1.04, 20), 0.4, 0.01)
  })
})

describe('seasoning', () => {
  it('emulsion:S1 and S2 salt by its kind', () => {
    const add = saltToAddG(380, 0.01, 125 * 0.016)
    expectWithin(add, 1.8, 0.02)
    expectWithin(saltTsp(add, 'table'), 0.3, 0.02)
    expectWithin(saltTsp(add, 'hollowFlakeKosher'), 0.64, 0.02)
    expectWithin(convertSaltTsp(1, 'table', 'compactedKosher'), 1.25, 0.02)
    expectWithin(convertSaltTsp(1, 'table', 'hollowFlakeKosher'), 2.14, 0.02)
  })
  it('emulsion:S3 and S4', () => {
    expectWithin(acidPer100Fat({ lemonG: 15, fatG: 205 }), 0.4, 0.02)
    expectWithin(acidPer100Fat({ vinegarG: 60, isVinegarReduced: true, wineG: 100, fatG: 205 }), 1.46, 0.02)
    near(saltAfterReduction(0.0035, 0.25), 0.014, 1e-12)
  })
})

describe('portions', () => {
  it('emulsion:Q1–Q3', () => {
    near(batchMl(24, 55, 0.15), 1518, 1e-9)
    expect(splitBatches(1518, { capacityMl: 370, floorMl: 100, fullestShare: 1 }).batches).toBe(5)
    near(batchMl(40, 30, 0.1), 1320, 1e-9)
    expectWithin((batchMl(40, 30, 0.1) * 60) / 1000, 79, 0.01)
    expect(startAtMs(Date.UTC(2026, 0, 1, 19, 30), 5, 15)).toBe(Date.UTC(2026, 0, 1, 19, 7))
  })
  it('eggs, whites, butter and roux', () => {
    expectWithin(yolkG(57.5), 16.6, 0.01)
    expect(eggsFor(6)).toMatchObject({ eggs: 7, spare: 1 })
    expectWithin(wholeButterForClarifiedG(300), 400, 1e-9)
    expect(rouxSurplusFatG(110, 60)).toBe(50)
    expect(splitBatches(40, { capacityMl: 2000, floorMl: 150, fullestShare: 2 / 3 }).status).toBe('tooLittle')
  })
})
