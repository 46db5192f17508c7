import { describe, expect, it } from 'vitest'
import { expectWithin } from '../../testing.test-helper'
import { BUTTERS } from '../../mixture/butterFat'
import {
  fastestUptakeGPerS,
  recommendedPourGPerS,
  runPour,
  type PourSetting,
  type PourState,
} from './butterPour'
import { phaseFraction, phasesOf } from '../../mixture/phases'

const hand: PourSetting = { tempC: 58, tool: 'handWhisk', highestPhaseFrac: 0.78 }
const base: PourState = {
  emulsifiedG: 0,
  freeG: 0,
  continuousMl: phasesOf({ yolkG: 51, aqueousG: 45, butters: [] }, 58).continuousMl,
  isBroken: false,
}
const steady = (gPerS: number, forS: number) =>
  runPour(
    base,
    { setting: hand, butter: BUTTERS.eu },
    { feedOf: (_, at) => (at < forS ? gPerS : 0), mostS: forS + 60 },
  )

describe('pouring butter', () => {
  it('emulsion:A1 the first drops', () => {
    expectWithin(fastestUptakeGPerS(base, hand), 0.51, 0.02)
    expectWithin(recommendedPourGPerS(base, hand, BUTTERS.eu), 0.5, 0.02)
  })
  it.each([
    [28, 0.75],
    [70, 1.15],
    [134, 1.75],
    [195, 2.3],
  ])('the pour grows with what is in: %d g', (butterG, expected) => {
    const inIt = {
      ...base,
      emulsifiedG: butterG * 0.82,
      continuousMl: phasesOf(
        { yolkG: 51, aqueousG: 45, butters: [{ massG: butterG, parts: BUTTERS.eu }] },
        58,
      ).continuousMl,
    }
    expectWithin(recommendedPourGPerS(inIt, hand, BUTTERS.eu), expected, 0.03)
  })
  it.each([
    ['handWhisk', 188],
    ['stickBlender', 32],
  ] as const)('emulsion:A2 all the butter with a %s', (tool, expected) => {
    const setting = { ...hand, tool }
    const run = runPour(
      base,
      { setting, butter: BUTTERS.eu },
      {
        feedOf: (state) => recommendedPourGPerS(state, setting, BUTTERS.eu),
        mostS: 600,
        isDone: (_, poured) => poured >= 250,
      },
    )
    expectWithin(run.atS, expected, 0.04)
    expect(run.brokeAtS).toBeUndefined()
  })
  it('emulsion:A3 one gram a second holds, with a warning', () => {
    const run = steady(1, 250)
    expect(run.brokeAtS).toBeUndefined()
    expect(Math.abs(run.peakFreeOil - 0.055)).toBeLessThanOrEqual(0.004)
    expect(Math.abs((run.warnedAtS ?? NaN) - 15.2)).toBeLessThanOrEqual(2)
    expect(
      Math.abs(
        phaseFraction(phasesOf({ yolkG: 51, aqueousG: 45, butters: [{ massG: 250, parts: BUTTERS.eu }] })) -
          0.623,
      ),
    ).toBeLessThanOrEqual(0.004)
  })
  it('emulsion:A4 two grams a second break it', () =>
    expect(Math.abs((steady(2, 125).brokeAtS ?? NaN) - 12)).toBeLessThanOrEqual(1))
  it('emulsion:A5 a slop breaks it, a smaller one is whisked in', () => {
    expect(steady(20, 1).brokeAtS).toBeDefined()
    const small = steady(14, 1)
    expect(small.brokeAtS).toBeUndefined()
    expect(Math.abs(small.peakFreeOil - 0.111)).toBeLessThanOrEqual(0.006)
  })
  it('too cold or too hot takes nothing in', () => {
    expect(fastestUptakeGPerS(base, { ...hand, tempC: 28 })).toBe(0)
    expect(fastestUptakeGPerS(base, { ...hand, tempC: 74 })).toBe(0)
  })
})
