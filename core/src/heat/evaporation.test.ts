import { describe, expect, it } from 'vitest'
import { airPressureKPa } from './atmosphere'
import { referenceComposition } from '../ingredients/referenceTable'
import { boilDown } from '../mixture/boilDown'
import type { Composition } from '../mixture/composition'
import { toGo } from '../mixture/reduceMixture'
import { density20GPerMl } from '../mixture/volume'
import { expectWithin } from '../testing.test-helper'
import {
  boilingPointRiseK,
  boilState,
  massFluxKgPerM2S,
  saltWaterActivity,
  sugarWaterActivity,
  surroundings,
} from './evaporation'
import { netPowerW } from './heater'
import { filmFluxLimitWPerM2 } from '../techniques/reduce/scorch'
import { simulateReduction } from '../techniques/reduce/simulateReduction'

const pan24 = surroundings({ diameterMm: 240 })
const ofVolume = (id: string, ml: number): Composition =>
  referenceComposition(id, ml * density20GPerMl(referenceComposition(id, 100)))
/** The way of a mixture down to a volume, and how far that is. */
function wayTo(start: Composition, volumeMl: number) {
  const way = boilDown(start)
  return { way, fall: way.where(toGo({ volumeMl }))!.fall }
}

describe('reduction:E evaporation', () => {
  it.each([
    [200, 3.812, 75.1],
    [1000, 24.45, 97.5],
    [2000, 51.03, 99.7],
  ])('E1 E2 %d W', (powerW, gPerMin, tempC) => {
    const state = boilState(pan24, powerW)
    expectWithin(state.rateGPerS * 60, gPerMin, 0.01)
    expect(Math.abs(state.tempC - tempC)).toBeLessThan(0.3)
  })
  it.each([
    ['open', 8.74],
    ['ajar', 8.53],
    ['shut', 8.49],
  ] as const)('E3 lid %s', (lid, gPerMin) =>
    expectWithin(boilState({ ...pan24, lid }, 400).rateGPerS * 60, gPerMin, 0.01),
  )
  it.each([
    [70, 3.75],
    [80, 6.79],
    [90, 13.77],
    [95, 22.44],
  ])('E4 flux at %d °C', (tempC, kgPerM2H) =>
    expectWithin(massFluxKgPerM2S(pan24, tempC) * 3600, kgPerM2H, 0.01),
  )
  it.each([
    [1000, 30.8],
    [1200, 25.4],
  ])('E5 stock to a quarter at %d W', (powerW, minutes) => {
    const mixture = ofVolume('brownStockUnsalted', 1000)
    const { way, fall } = wayTo(mixture, 250)
    expectWithin(simulateReduction(way, pan24, powerW, { tempC: 95, fall }).durationS / 60, minutes, 0.03)
  })
  it('E6 white wine to a half in a hot pan', () => {
    const mixture = ofVolume('wineWhite125', 300)
    const { way, fall } = wayTo(mixture, 150)
    const run = simulateReduction(way, surroundings({ diameterMm: 280, wallMm: 50 }), 900, {
      tempC: 18,
      storedInPanJ: 60_000,
      fall,
    })
    expectWithin(run.durationS / 60, 6.33, 0.03)
  })
  it('E7 a slow one, with its warm-up', () => {
    const mixture = ofVolume('brownStockUnsalted', 600)
    const { way, fall } = wayTo(mixture, 300)
    const run = simulateReduction(way, surroundings({ diameterMm: 200 }), 300, { tempC: 60, fall })
    expectWithin(run.durationS / 60, 50.2, 0.03)
    expectWithin(run.warmUpS / 60, 4.33, 0.03)
  })
  it('E8 power from the knob', () => {
    expectWithin(netPowerW({ kind: 'gasPro' }, 'medium', 280), 780, 0.005)
    expectWithin(netPowerW({ kind: 'induction' }, 'high', 200), 1885, 0.005)
  })
  it('E9 boiling-point rise', () => {
    expectWithin(boilingPointRiseK(sugarWaterActivity(40, 60)), 3.15, 0.03)
    expectWithin(boilingPointRiseK(saltWaterActivity(97, 3)), 0.54, 0.03)
  })
  it('E10 held at 90 °C; thin film', () => {
    expectWithin((massFluxKgPerM2S(pan24, 90) * 60 * 1000) / 965.3, 0.238, 0.01)
    expectWithin(filmFluxLimitWPerM2(3, 101) / 1000, 2.85, 0.01)
  })
  it('E11 at 3000 m', () => {
    const state = boilState({ ...pan24, pressureKPa: airPressureKPa(3000) }, 1000)
    expectWithin(state.rateGPerS * 60, 24.48, 0.01)
    expect(Math.abs(state.tempC - 87.7)).toBeLessThan(0.3)
  })
  it('a pan with no heat never gets there, and says so', () => {
    const mixture = ofVolume('brownStockUnsalted', 600)
    expect(simulateReduction(boilDown(mixture), pan24, 0, { tempC: 60, fall: 1 }).status).toBe('never')
  })
})
