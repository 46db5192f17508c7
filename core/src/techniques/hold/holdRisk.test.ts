import { describe, expect, it } from 'vitest'
import { expectWithin } from '../../testing.test-helper'
import { brokenProb, HAZARD_PRIOR, hazardMean, refitHazard, refitSlope } from './houseHazard'
import { surfaceLossKgPerS } from '../../heat/stillSurface'
import { everyMinutes, holdMargin, holdRisk, type HeldSauce } from './holdRisk'

const egg: HeldSauce = {
  family: 'egg',
  fatMl: 230,
  continuousMl: 140,
  yolkG: 51,
  areaM2: 0.0177,
  cover: 'film',
  isStirredAt: everyMinutes(10),
  tempC: 60,
}
const mounted: HeldSauce = {
  ...egg,
  family: 'mounted',
  fatMl: 229,
  continuousMl: 93,
  yolkG: undefined,
  cover: 'lid',
}
const CLOCK_MIN = 240

describe('emulsion:B risk of breaking while it is held', () => {
  it('B1 an egg sauce under film', () => {
    const run = holdRisk(egg, 120)
    expect(Math.abs(run[120]!.brokenProb - 0.0601)).toBeLessThan(0.003)
    expect(Math.abs(run[120]!.setFrac - 0.48)).toBeLessThan(0.02)
    const margin = holdMargin(run, CLOCK_MIN)
    expect(margin.binds).toBe('breaks')
    expect(Math.abs(margin.min - 105)).toBeLessThanOrEqual(2)
  })
  it('B2 at 66 °C it curdles', () => {
    const margin = holdMargin(holdRisk({ ...egg, cover: 'lid', tempC: 66 }, 240), CLOCK_MIN)
    expect(margin.binds).toBe('curdles')
    expect(Math.abs(margin.min - 10)).toBeLessThanOrEqual(1)
  })
  it('B3 at 63 °C too', () => {
    const margin = holdMargin(holdRisk({ ...egg, cover: 'lid', tempC: 63 }, 240), CLOCK_MIN)
    expect(margin.binds).toBe('curdles')
    expect(Math.abs(margin.min - 44)).toBeLessThanOrEqual(2)
  })
  it('B4 uncovered it dries into its edge', () => {
    const end = holdRisk({ ...egg, yolkG: undefined, cover: 'stirred' }, 240)[240]!
    expect(Math.abs(end.phaseFrac - 0.807)).toBeLessThan(0.005)
    expect(Math.abs(end.brokenProb - 0.415)).toBeLessThan(0.01)
  })
  it('B5 a mounted sauce', () => {
    const cool = holdRisk({ ...mounted, tempC: 52 }, 120)
    expect(Math.abs(cool[120]!.brokenProb - 0.394)).toBeLessThan(0.01)
    expect(Math.abs(holdMargin(cool, CLOCK_MIN).min - 19)).toBeLessThanOrEqual(1)
    const hot = holdRisk({ ...mounted, tempC: 61 }, 60)
    expect(Math.abs(hot[60]!.brokenProb - 0.561)).toBeLessThan(0.01)
    expect(Math.abs(holdMargin(hot, CLOCK_MIN).min - 5)).toBeLessThanOrEqual(1)
  })
  it('the clock binds where nothing else does; stirred and covered it stands longer; a lid keeps its water', () => {
    expect(holdMargin(holdRisk(egg, 60), 45)).toEqual({ min: 45, binds: 'clock' })
    const marginOf = (of: Partial<HeldSauce>) => holdMargin(holdRisk({ ...egg, ...of }, 240), CLOCK_MIN).min
    expect(marginOf({ isStirredAt: undefined })).toBeLessThan(marginOf({}))
    expect(marginOf({ cover: 'stirred', fatMl: 300 })).toBeLessThan(marginOf({ fatMl: 300 }))
    expect(surfaceLossKgPerS(60, 0.0177, 'lid')).toBeLessThan(surfaceLossKgPerS(60, 0.0177, 'skin'))
    expect(surfaceLossKgPerS(10, 0.0177, 'stirred')).toBe(0)
  })
  it('B6 what twenty batches teach, with the prior beside it', () => {
    const house = refitHazard(HAZARD_PRIOR, { broken: 3, exposure: 1.6 })
    expect(house).toEqual({ shape: 5, rate: 3.6 })
    expectWithin(hazardMean(house), 1.389, 0.001)
    expect(Math.abs(brokenProb(house, 0.06) - 0.0793)).toBeLessThan(0.0005)
    expect(Math.abs(brokenProb(HAZARD_PRIOR, 0.06) - 0.0574)).toBeLessThan(0.0005)
  })
  it('B7 a slope from eight batches', () => {
    const seen = Array.from({ length: 8 }, (_, i) => ({
      exposureAt: (slope: number) => 0.02 * Math.exp(3 * slope),
      isBroken: i < 2,
    }))
    expect(Math.abs(refitSlope({ mean: 0.25, sd: 0.125 }, seen) - 0.326)).toBeLessThan(0.004)
  })
})
