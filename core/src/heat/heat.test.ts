import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { airPressureKPa } from './atmosphere'
import { ethanolWaterDensity20KgPerM3, massFracFromAbv, abvFromMassFrac } from './ethanol'
import { volatilityTable } from './volatilityTable'
import { bubblePointC, ethanolMoleFrac, relativeVolatility, vapourMoleFrac } from './vapourLiquid'
import {
  waterBoilingPointC,
  waterDensityKgPerM3,
  waterLatentHeatJPerG,
  waterVapourPressureKPa,
} from './water'

describe('reduction:P shared properties', () => {
  it.each([
    [20, 2.3296],
    [60, 19.87],
    [90, 70.03],
  ])('P1 vapour pressure at %d °C', (t, kPa) => expectWithin(waterVapourPressureKPa(t), kPa, 0.001))
  it.each([
    [0, 100],
    [1000, 96.68],
    [2000, 93.36],
    [3000, 90.03],
  ])('P2 boiling point at %d m', (h, t) =>
    expect(Math.abs(waterBoilingPointC(airPressureKPa(h)) - t)).toBeLessThan(0.05),
  )
  it.each([
    [0, 2500.6],
    [40, 2406.2],
    [100, 2256.7],
  ])('P3 latent heat at %d °C', (t, h) => expectWithin(waterLatentHeatJPerG(t), h, 0.001))
  it.each([
    [20, 998.2],
    [95, 961.9],
  ])('P4 density at %d °C', (t, rho) => expectWithin(waterDensityKgPerM3(t), rho, 0.0001))
  it.each([
    [0.1, 981.85],
    [0.4, 935.15],
    [0.8, 843.39],
  ])('P5 density of ethanol in water, w %d', (w, rho) =>
    expectWithin(ethanolWaterDensity20KgPerM3(w), rho, 0.0002),
  )
  it.each([
    [0.125, 0.10049, 0.04186],
    [0.19, 0.15386, 0.06639],
    [0.4, 0.333, 0.16334],
  ])('P6 mass fraction at strength %d', (abv, w, x) => {
    expectWithin(massFracFromAbv(abv), w, 0.001)
    expectWithin(ethanolMoleFrac(1 - w, w), x, 0.001)
    expectWithin(abvFromMassFrac(massFracFromAbv(abv)), abv, 1e-9)
  })
  it.each([
    [0.0966, 86.79, 0.4345],
    [0.2337, 82.6, 0.5536],
    [0.5079, 79.87, 0.6617],
  ])('P7 bubble point at x %d', (x, t, y) => {
    expect(Math.abs(bubblePointC(x, 101.325) - t)).toBeLessThan(0.1)
    expect(Math.abs(vapourMoleFrac(x, 101.325) - y)).toBeLessThan(0.002)
  })
  it.each([
    [0.04186, 9.48],
    [0.06639, 8.34],
    [0.16334, 5.34],
    [1e-9, 11.95],
  ])('P8 relative volatility at x %d', (x, alpha) =>
    expectWithin(relativeVolatility(x, 101.325), alpha, 0.005),
  )
})

describe('the table of relative volatility', () => {
  it('is the slow answer within a part in ten million, whatever the mixture and the height', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.95, noNaN: true }),
        fc.constantFrom(101.325, 88, 75, 61),
        (x, pressureKPa) => {
          const slow = relativeVolatility(x, pressureKPa)
          expect(Math.abs(volatilityTable(pressureKPa)(x) / slow - 1)).toBeLessThan(1e-7)
        },
      ),
      { numRuns: 400 },
    ))
})
