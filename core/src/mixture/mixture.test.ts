import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { referenceComposition, REFERENCE_IDS } from '../ingredients/referenceTable'
import { expectWithin } from '../testing.test-helper'
import { abvFromMassFrac } from '../heat/ethanol'
import {
  acidFrac,
  addCompositions,
  massG,
  saltFrac,
  scaleComposition,
  solidsFrac,
  type Composition,
} from './composition'
import { reduceMixture } from './reduceMixture'
import { addBack, diluteToSalt, maxStockSaltFrac, stretchWithStock } from './saltCorrections'
import { skim } from './skim'
import { strain } from './strain'
import { density20GPerMl, hotVolumeMl, volume20Ml } from './volume'

const ofVolume = (id: string, ml: number): Composition =>
  referenceComposition(id, ml * density20GPerMl(referenceComposition(id, 100)))

describe('reduction:C composition', () => {
  it.each([
    ['brownStockUnsalted', 1.0129],
    ['wineWhite125', 0.9904],
    ['cream35', 0.988],
    ['brandy40', 0.9485],
  ])('C1 density of %s', (id, rho) =>
    expectWithin(density20GPerMl(referenceComposition(id, 100)), rho, 0.001),
  )
  it('C2 brown stock to a quarter', () => {
    const start = ofVolume('brownStockUnsalted', 1000)
    const left = reduceMixture(start, { volumeMl: 250 })
    expectWithin(massG(start), 1012.9, 0.003)
    expectWithin(massG(left), 264.3, 0.003)
    expectWithin(saltFrac(left) * 100, 0.575, 0.003)
    expectWithin(solidsFrac(left) * 100, 17.63, 0.003)
  })
  it('C3 salted broth to a quarter is a fault', () =>
    expectWithin(
      saltFrac(reduceMixture(ofVolume('saltedBroth', 1000), { volumeMl: 250 })) * 100,
      3.48,
      0.003,
    ))
  it('C4 strained liquor', () => {
    const { strained, retainedG } = strain(
      { ...referenceComposition('water', 1990), salt: 10 },
      { bones: 1200, mirepoix: 300 },
    )
    expectWithin(retainedG, 141, 0.001)
    expectWithin(massG(strained), 1859, 0.001)
    expectWithin(strained.salt, 9.295, 0.001)
  })
  it('C5 highest stock salt', () => expectWithin(maxStockSaltFrac(0.01, 300, 1200, 0.8) * 100, 0.1833, 0.001))
  it('C6 too salty: thin, stretch, futile', () => {
    const state = { massG: 300, saltFrac: 0.016, wantedSaltFrac: 0.01 }
    expectWithin(diluteToSalt(state).addG ?? NaN, 180, 0.001)
    expectWithin(stretchWithStock(state, 0.2, { saltFrac: 0, solidsFrac: 0.046 }).addG ?? NaN, 782.6, 0.001)
    const salted = stretchWithStock(state, 0.2, { saltFrac: 0.0015, solidsFrac: 0.046 })
    expect(salted.status).toBe('futile')
    expectWithin(salted.addG ?? NaN, 2250, 0.001)
  })
  it('C7 boiled too far', () => {
    const back = addBack(210, 300, 0.013)
    expect(back).toMatchObject({ status: 'add', addG: 90 })
    if (back.status === 'add') expectWithin(back.saltFrac, 0.0091, 0.001)
  })
  it('C8 vinegar keeps more acid than water', () => {
    const start = ofVolume('wineVinegar6', 100)
    expectWithin(start.acetic, 6.075, 0.01)
    expectWithin(reduceMixture(start, { volumeMl: 50 }).acetic, 3.685, 0.01)
  })
  it('C9 glaze by solids', () => {
    const glaze = reduceMixture(ofVolume('brownStockUnsalted', 1000), { solidsFrac: 0.55 })
    expectWithin(massG(glaze), 84.7, 0.003)
    expectWithin(volume20Ml(glaze), 70.1, 0.003)
    expectWithin(saltFrac(glaze) * 100, 1.79, 0.003)
  })
  it('C10 acid', () => {
    expectWithin(acidFrac(referenceComposition('lemonJuice', 100)) * 100, 5.16, 0.005)
    expectWithin(acidFrac(referenceComposition('wineWhite125', 100)) * 100, 0.52, 0.005)
  })
  it('C11 skimmed hot', () => {
    const left = skim({ ...referenceComposition('water', 980), fat: 20 }, 'hotLadle')
    expectWithin(left.fat, 3, 0.001)
    expectWithin(massG(left), 981.3, 0.001)
  })
})

describe('reduction:R alcohol left', () => {
  it('R1 white wine to a half', () => {
    const start = ofVolume('wineWhite125', 1000)
    const left = reduceMixture(start, { volumeMl: 500 })
    expectWithin(left.water / start.water, 0.5587, 0.002)
    expectWithin((100 * left.ethanol) / start.ethanol, 0.126, 0.05)
    expectWithin(100 * abvFromMassFrac(left.ethanol / (left.ethanol + left.water)), 0.032, 0.05) // the file's 0.032 % counts the volatile part alone
  })
  it.each([
    [1, 50.25],
    [0.6, 57.2],
  ])('R2 brandy to three quarters, kappa %d', (kappa, percent) => {
    const start = ofVolume('brandy40', 100)
    expectWithin((100 * reduceMixture(start, { volumeMl: 75 }, kappa).ethanol) / start.ethanol, percent, 0.01)
  })
  it.each([
    [1, 30.4],
    [0.6, 48.2],
  ])('R3 wine in stock, kappa %d', (kappa, percent) => {
    const start = addCompositions(ofVolume('wineWhite125', 100), ofVolume('brownStockUnsalted', 900))
    expectWithin(
      (100 * reduceMixture(start, { volumeMl: 900 }, kappa).ethanol) / start.ethanol,
      percent,
      0.01,
    )
  })
})

describe('laws', () => {
  const anyMixture = fc
    .array(
      fc.tuple(
        fc.constantFrom(...REFERENCE_IDS.filter((id) => id !== 'water')),
        fc.double({ min: 1, max: 2000, noNaN: true }),
      ),
      {
        minLength: 1,
        maxLength: 4,
      },
    )
    .map((parts) => parts.map(([id, g]) => referenceComposition(id, g)).reduce(addCompositions))
  it('mass: what stays and what leaves add up, and nothing but water, ethanol and acetic acid leaves', () => {
    fc.assert(
      fc.property(anyMixture, fc.double({ min: 0.6, max: 0.99, noNaN: true }), (start, share) => {
        const left = reduceMixture(start, {
          massG: massG(start) * Math.max(share, 1 - (0.9 * start.water) / massG(start)),
        })
        const gone = start.water - left.water + start.ethanol - left.ethanol + start.acetic - left.acetic
        expect(Math.abs(massG(start) - massG(left) - gone)).toBeLessThan(1e-9 * massG(start))
        expect({ ...left, water: 0, ethanol: 0, acetic: 0 }).toEqual({
          ...start,
          water: 0,
          ethanol: 0,
          acetic: 0,
        })
        expect(left.ethanol).toBeLessThanOrEqual(start.ethanol)
      }),
      { numRuns: 60 },
    )
  })
  it('twice the sauce is twice the volume, and hot is larger than cold', () => {
    fc.assert(
      fc.property(anyMixture, (mixture) => {
        expectWithin(volume20Ml(scaleComposition(mixture, 2)), 2 * volume20Ml(mixture), 1e-12)
        expect(hotVolumeMl(mixture, 95)).toBeGreaterThan(volume20Ml(mixture))
      }),
    )
  })
  it('a reduction that the water cannot give is refused, not guessed', () => {
    expect(() => reduceMixture(referenceComposition('butterUnsalted', 100), { massG: 50 })).toThrow(
      expect.objectContaining({ code: 'cannotReduce' }),
    )
  })
})
