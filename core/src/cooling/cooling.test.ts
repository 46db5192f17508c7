import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { containerTauMin, formVolumeMl, wallWPerM2K, COOLING_PLACES, type CoolingSetUp } from './container'
import {
  phamMin,
  plankFactors,
  plankMin,
  STOCK_FREEZES,
  thawMin,
  THAWS_IN,
  type Block,
  type FrozenTo,
} from './freezing'
import { iceForBathG } from './iceBath'
import { newtonMin, newtonTempC, tauFromReadingsMin } from './newton'
import { slabCentreMin } from './slab'

const STOCK = { densityKgPerM3: 1012, heatJPerKgK: 4030 }
const POT = { form: { shape: 'pot', diameterMm: 240, depthMm: 220 }, wall: 'steel' } as const
const gn = (depthMm: number) =>
  ({ form: { shape: 'tray', lengthMm: 530, widthMm: 325, depthMm }, wall: 'steel' }) as const
const TUB = { form: { shape: 'tub', diameterMm: 110, depthMm: 105 }, wall: 'plastic' } as const
const OPEN = { isLidded: false, isStirred: false }
const LIDDED = { isLidded: true, isStirred: false }

describe('reduction:N cooling', () => {
  it('N1 sixty minutes of time constant', () => {
    const n = { tauMin: 60, aroundC: 3 }
    expectWithin(newtonMin(n, 60, 21), 69.2, 0.001)
    expectWithin(newtonMin(n, 21, 5), 131.8, 0.001)
  })
  it('N2 two readings of a probe', () => {
    const tauMin = tauFromReadingsMin(3, { min: 0, tempC: 57 }, { min: 20, tempC: 41 })
    expectWithin(tauMin, 56.92, 0.001)
    expectWithin(newtonMin({ tauMin, aroundC: 3 }, 57, 21), 62.5, 0.001)
    expectWithin(newtonMin({ tauMin, aroundC: 3 }, 57, 5), 187.6, 0.001)
  })
  it('N3 a tub’s wall in a still ice bath', () =>
    expectWithin(wallWPerM2K('plastic', 'iceBath', false), 54.55, 0.001))
  it('N4 a gelled slab', () => {
    const slab = { thicknessMm: 50, faceWPerM2K: 14, aroundC: 3, ...STOCK }
    expectWithin(slabCentreMin(slab, 57, 21), 177.2, 0.005)
    expectWithin(slabCentreMin(slab, 57, 5), 506, 0.005)
  })
  it.each<[string, Omit<CoolingSetUp, never>, number, number, number, number]>([
    ['10 l pot, still fridge, lid', { ...POT, place: 'stillFridge', ...LIDDED }, 10, 422.6, 464, 928],
    ['10 l pot, walk-in', { ...POT, place: 'walkIn', ...OPEN }, 10, 192.2, 211, 422],
    ['10 l pot, ice bath', { ...POT, place: 'iceBath', ...OPEN }, 10, 42.3, 43, 64],
    [
      '10 l pot, agitated bath, stirred',
      { ...POT, place: 'iceBathAgitated', isLidded: false, isStirred: true },
      10,
      12,
      12,
      18,
    ],
    ['GN 50, still fridge, covered', { ...gn(50), place: 'stillFridge', ...LIDDED }, 8.6125, 221.7, 244, 487],
    ['GN 50, walk-in', { ...gn(50), place: 'walkIn', ...OPEN }, 8.6125, 77.2, 85, 170],
    ['GN 50, blast', { ...gn(50), place: 'blast', ...OPEN }, 8.6125, 44, 38, 42],
    ['GN 100, walk-in', { ...gn(100), place: 'walkIn', ...OPEN }, 17.225, 134.9, 148, 296],
    ['GN 100, blast', { ...gn(100), place: 'blast', ...OPEN }, 17.225, 75.9, 66, 72],
    ['1 l tub, still fridge', { ...TUB, place: 'stillFridge', ...LIDDED }, 1, 182.7, 201, 401],
    ['1 l tub, ice bath', { ...TUB, place: 'iceBath', ...LIDDED }, 1, 26.9, 27, 41],
    [
      '2 l flat bag, ice water',
      { form: { shape: 'bag', volumeMl: 2000, depthMm: 25 }, wall: 'film', place: 'iceWater', ...LIDDED },
      2,
      8.8,
      9,
      13,
    ],
  ])('container: %s', (_, setUp, litres, tauMin, to21, to5) => {
    const tau = containerTauMin(setUp, litres * 1.012 * 4040)
    expectWithin(tau, tauMin, 0.004)
    const n = { tauMin: tau, aroundC: COOLING_PLACES[setUp.place].aroundC }
    expect(Math.abs(newtonMin(n, 57, 21) - to21)).toBeLessThan(0.02 * to21 + 0.5)
    expect(Math.abs(newtonMin(n, 21, 5) - to5)).toBeLessThan(0.02 * to5 + 0.5)
  })
  it.each([
    [25, 14, 3, 78, 226],
    [35, 14, 3, 115, 332],
    [40, 14, 3, 135, 388],
    [50, 14, 3, 177, 506],
    [50, 30, -5, 87, 169],
    [75, 30, -5, 158, 303],
  ])('thick sauces, %d mm at h %d', (thicknessMm, faceWPerM2K, aroundC, to21, to5) => {
    const slab = { thicknessMm, faceWPerM2K, aroundC, ...STOCK }
    expect(Math.abs(slabCentreMin(slab, 57, 21) - to21)).toBeLessThan(1)
    expect(Math.abs(slabCentreMin(slab, 57, 5) - to5)).toBeLessThan(1.5)
  })
  it('N8 ice for five kilograms', () => expectWithin(iceForBathG(5 * 4040, 52) / 1000, 3.94, 0.005))
})

describe('reduction:N freezing', () => {
  const frozen: Omit<FrozenTo, 'block' | 'aroundC' | 'faceWPerM2K'> = {
    ...STOCK_FREEZES,
    startC: 5,
    endC: -15,
  }
  const still = { aroundC: -18, faceWPerM2K: 10 }
  const forced = { aroundC: -30, faceWPerM2K: 30 }
  const slab20: Block = { shape: 'slab', thicknessMm: 20 }
  const cube31: Block = { shape: 'brick', sidesMm: [31, 31, 31] }

  it('N5 Plank', () => {
    expectWithin(plankMin({ ...frozen, ...still, block: slab20 }), 314.7, 0.005)
    expectWithin(plankMin({ ...frozen, ...still, block: cube31 }), 164.9, 0.005)
  })
  it.each([
    [20, 20, 0.25, 0.0716],
    [20, 40, 0.2857, 0.0808],
  ])('N6 brick 10 × %d × %d', (b, c, p, r) => {
    const found = plankFactors({ shape: 'brick', sidesMm: [c, 10, b] })
    expectWithin(found.p, p, 0.005)
    expectWithin(found.r, r, 0.005)
  })
  it('N7 Pham', () => expectWithin(phamMin({ ...frozen, ...still, block: slab20 }), 456.1, 0.005))
  it.each<[string, Block, number, number]>([
    ['30 ml cube', cube31, 4, 0.8],
    ['250 ml', { shape: 'brick', sidesMm: [85, 85, 35] }, 7.4, 1.5],
    ['500 ml', { shape: 'brick', sidesMm: [110, 110, 42] }, 9.3, 2],
    ['1 l', { shape: 'brick', sidesMm: [125, 100, 80] }, 13.4, 3],
    ['1 l flat bag', { shape: 'brick', sidesMm: [250, 200, 20] }, 6.4, 1.3],
  ])('a pack of %s', (_, block, stillH, forcedH) => {
    expect(Math.abs(phamMin({ ...frozen, ...still, block }) / 60 - stillH)).toBeLessThan(0.06)
    expect(Math.abs(phamMin({ ...frozen, ...forced, block }) / 60 - forcedH)).toBeLessThan(0.06)
  })
  it('kitchen:K-K3 thawing a flat bag', () => {
    const bag = { ...frozen, block: slab20 }
    expectWithin(thawMin(bag, THAWS_IN.fridge) / 60, 23.8, 0.01)
    expectWithin(thawMin(bag, THAWS_IN.runningWater), 37.6, 0.01)
  })
})

describe('laws of cooling', () => {
  it('minutes and temperatures are each other’s inverse', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 600, noNaN: true }),
        fc.double({ min: 30, max: 95, noNaN: true }),
        fc.double({ min: 5, max: 29, noNaN: true }),
        (tauMin, startC, endC) => {
          const n = { tauMin, aroundC: 3 }
          expect(newtonTempC(n, startC, newtonMin(n, startC, endC))).toBeCloseTo(endC, 6)
        },
      ),
    ))
  it('a deeper tray is slower, whatever the place', () => {
    for (const place of Object.keys(COOLING_PLACES) as (keyof typeof COOLING_PLACES)[])
      for (const depth of [20, 40, 60, 80]) {
        const tau = (d: number) =>
          containerTauMin({ ...gn(d), place, ...OPEN }, formVolumeMl(gn(d).form) * 1.012 * 4.04)
        expect(tau(depth + 10)).toBeGreaterThan(tau(depth))
      }
  })
  it('never gets below what is around it, and says so', () => {
    expect(newtonMin({ tauMin: 60, aroundC: 6 }, 57, 5)).toBe(Infinity)
    expect(slabCentreMin({ thicknessMm: 20, faceWPerM2K: 14, aroundC: 6, ...STOCK }, 57, 5)).toBe(Infinity)
    expect(tauFromReadingsMin(3, { min: 0, tempC: 40 }, { min: 9, tempC: 41 })).toBe(Infinity)
  })
})
