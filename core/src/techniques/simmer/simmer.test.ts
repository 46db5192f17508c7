import { describe, expect, it } from 'vitest'
import { airPressureKPa } from '../../heat/atmosphere'
import { areaM2, LID_FACTOR, massFluxKgPerM2S, surroundings } from '../../heat/evaporation'
import { extractedShare, GIVES_TAU_MIN } from '../../mixture/extract'
import { expectWithin } from '../../testing.test-helper'
import { sinksToMin, topUpMl } from './covered'
import { holdForOpenMin, pressureRun } from './pressureCooker'
import { scumLeftShare, skimTimesMin } from './scum'
import { catchRisk, gapForRiskMin } from './visits'

const pot28 = surroundings({ diameterMm: 280 })
const rateGPerMin = (share: number) => share * massFluxKgPerM2S(pot28, 95) * areaM2(pot28) * 60_000

describe('kitchen:K-S long simmers', () => {
  it('K-S1 what has been given', () => {
    expectWithin(extractedShare(180, GIVES_TAU_MIN.meat), 0.7769, 0.002)
    expectWithin(extractedShare(20, GIVES_TAU_MIN.quick), 0.8647, 0.002)
    expectWithin(extractedShare(60, GIVES_TAU_MIN.meat, 92), 0.2981, 0.002)
  })
  it.each([
    ['poultry', [15, 28, 39, 63, 86, 98, 100]],
    ['roots', [39, 63, 78, 95, 100, 100, 100]],
    ['meat', [8, 15, 22, 39, 63, 86, 95]],
  ] as const)('the table of shares: %s', (kind, shares) =>
    expect(
      [10, 20, 30, 60, 120, 240, 360].map((min) =>
        Math.round(100 * extractedShare(min, GIVES_TAU_MIN[kind])),
      ),
    ).toEqual(shares),
  )
  it.each([
    [70, 0, 115.45, 2.731],
    [100, 0, 120.54, 3.659],
    [100, 2000, 116.91, 2.969],
  ])('K-S2 gauge %d kPa at %d m', (gaugeKPa, altitudeM, tempC, factor) => {
    const run = pressureRun({
      massKg: 4,
      gaugeKPa,
      airKPa: airPressureKPa(altitudeM),
      holdMin: 40,
      powerW: 1800,
      startC: 20,
    })
    expect(Math.abs(run.tempC - tempC)).toBeLessThan(0.1)
    expectWithin(run.factor, factor, 0.01)
  })
  it('K-S3 four kilograms under pressure', () => {
    const run = { massKg: 4, gaugeKPa: 100, airKPa: airPressureKPa(0), powerW: 1800, startC: 20 }
    const { comeUpMin, releaseMin, openMin } = pressureRun({ ...run, holdMin: 40 })
    expectWithin(comeUpMin, 19.4, 0.01)
    expectWithin(releaseMin, 14, 0.01)
    expectWithin(openMin, 185, 0.01)
    expectWithin(holdForOpenMin(run, openMin), 40, 1e-9)
  })
  it('K-S4 a pot held at 95 °C, lid ajar and open', () => {
    expectWithin(rateGPerMin(LID_FACTOR.ajar), 6.91, 0.01)
    expectWithin(rateGPerMin(LID_FACTOR.open), 23, 0.01)
  })
  it('K-S5 when to top up, and with how much', () => {
    expectWithin(sinksToMin({ areaM2: areaM2(pot28), densityKgPerM3: 962 }, 25, 10, rateGPerMin(1)), 39, 0.02)
    expectWithin(topUpMl(areaM2(pot28), 10, 40), 1847, 0.02)
  })
  it('K-S6 the chance that it has caught', () => {
    expectWithin(catchRisk('rouxSauce', 10, 8), 0.0482, 0.005)
    expectWithin(catchRisk('rouxSauce', 25, 8), 0.2656, 0.005)
    expectWithin(catchRisk('rouxSauce', 10, 16), 0.1792, 0.005)
    expectWithin(gapForRiskMin('rouxSauce', 12), 6.79, 0.005)
  })
  it.each([
    ['clearStock', 45],
    ['rouxSauce', 10],
    ['puree', 6],
    ['cream', 4],
  ] as const)('%s is stirred every %d minutes at a gentle flame', (kind, min) =>
    expect(Math.round(gapForRiskMin(kind, 8))).toBe(min),
  )
  it('K-S7 four skims that take as much each', () => {
    const times = skimTimesMin(4)
    ;[3.3, 7.7, 15, 35.9].forEach((t, i) => expectWithin(times[i]!, t, 0.02))
    expect(scumLeftShare(times[3]!)).toBeCloseTo(0.05, 9)
  })
})
