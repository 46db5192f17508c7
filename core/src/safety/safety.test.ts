import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { DEFAULT_HOUSE_RULES, FOOD_CODES, holdLimits } from './codes'
import { growthLog10, type Organism } from './growth'
import { holdClock } from './holdClock'
import { logReduction, pasteurisationCredit, YOLK_SALMONELLA } from './lethality'

const log = (...points: (readonly [min: number, tempC: number])[]) =>
  points.map(([min, tempC]) => ({ atMs: min * 60_000, tempC }))
const doubled = { ...YOLK_SALMONELLA, d60Min: 1.5 }

describe('log reduction', () => {
  it('emulsion:P1 the two rows of the former time table', () => {
    expectWithin(logReduction(log([0, 60], [6.2, 60])), 8.27, 0.01)
    expectWithin(logReduction(log([0, 61.1111], [3.5, 61.1111])), 8.24, 0.01)
  })
  it('emulsion:P2 a whole log with its floor', () => {
    const points = log([0, 50], [4, 66], [6, 66], [10, 50])
    expectWithin(logReduction(points), 85.5, 0.01)
    expectWithin(logReduction(points, doubled), 42.7, 0.01)
  })
  it('emulsion:P3 and P4', () => {
    expectWithin(logReduction(log([0, 55], [5, 60], [8, 60]), doubled), 3.2, 0.01)
    expectWithin(logReduction(log([0, 63.3], [3.5, 63.3]), { d60Min: 6, zK: 4.5 }), 3.16, 0.01)
  })
  it('credit comes only from readings ten seconds apart, less the probe’s error, and begins anew with raw egg', () => {
    const dense = Array.from({ length: 61 }, (_, i) => ({ atMs: i * 5000, tempC: 62 }))
    expect(pasteurisationCredit(dense, 0).band).toBe('from5to8') // five minutes at 61 after the error
    expect(
      pasteurisationCredit(
        dense.filter((_, i) => i % 3 === 0),
        0,
      ),
    ).toMatchObject({ log: 0, band: 'under5' })
    expect(pasteurisationCredit(dense, 200_000).log).toBeLessThan(pasteurisationCredit(dense, 0).log)
    expect(pasteurisationCredit([], 0).band).toBe('none')
  })
  it('warmer never earns less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 40, max: 75, noNaN: true }), { minLength: 2, maxLength: 40 }),
        (temps) => {
          const at = (by: number) =>
            logReduction(temps.map((tempC, i) => ({ atMs: i * 5000, tempC: tempC + by })))
          expect(at(1)).toBeGreaterThanOrEqual(at(0))
        },
      ),
    )
  })
})

describe('growth', () => {
  const three: Organism[] = ['salmonella', 'staphylococcusAureus', 'clostridiumPerfringens']
  it('emulsion:P5 four hours at 40 °C', () =>
    three.forEach((o, i) =>
      expectWithin(
        growthLog10(o, () => 40, 4),
        [3.5, 3.11, 7.82][i] ?? 0,
        0.01,
      ),
    ))
  it('emulsion:P6 cooling from 57 to 35 °C in four hours', () =>
    three.forEach((o, i) =>
      expectWithin(
        growthLog10(o, (h) => 57 - (22 * h) / 4, 4),
        [1.36, 1.38, 5.28][i] ?? 0,
        0.02,
      ),
    ))
})

describe('the clock of a held sauce', () => {
  const limits = holdLimits(DEFAULT_HOUSE_RULES)
  const H = 3600_000
  it('of house and code the stricter counts', () => {
    expect(limits).toMatchObject({ houseS: 7200, codeS: 4 * 3600 })
    expect(holdLimits({ ...DEFAULT_HOUSE_RULES, code: 'uk', holdLimitH: 4 })).toMatchObject({
      houseS: 7200,
      codeS: 7200,
      hotHoldC: 63,
    })
    for (const code of Object.values(FOOD_CODES)) expect(code.source).not.toBe('')
  })
  it('a named person may pass the house’s limit and nobody the code’s', () => {
    expect(holdClock(0, limits, H).state).toBe('within')
    expect(holdClock(0, limits, 2 * H).state).toBe('pastHouse')
    expect(holdClock(0, limits, 2.1 * H, 2.05 * H)).toMatchObject({ state: 'goneOn', discardAtMs: 4 * H })
    expect(holdClock(0, limits, 4 * H, 2.05 * H).state).toBe('pastCode')
    expect(holdClock(0, limits, 4.5 * H, 4.2 * H).state).toBe('pastCode')
    const strict = holdLimits({ ...DEFAULT_HOUSE_RULES, code: 'uk' })
    expect(holdClock(0, strict, 2.1 * H, 1.9 * H).state).toBe('pastCode')
  })
})
