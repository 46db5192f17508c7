import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { ETHANOL_BURNS_J_PER_G, massFracFromAbv } from './ethanol'
import { combined, dryLossW, DROP_TEST, preheatS, type DryPan } from './preheat'
import { ethanolMoleFrac, flashPointC } from './vapourLiquid'

const steel: DryPan = { metal: 'steel', massKg: 1.5, diameterMm: 280 }
const iron: DryPan = { metal: 'castIron', massKg: 2.8, diameterMm: 280 }

describe('kitchen:K-P preheating a dry pan', () => {
  it('K-P1', () => {
    expectWithin(preheatS(steel, 1200, 160), 94, 0.01)
    expectWithin(preheatS(steel, 600, 160), 204, 0.01)
  })
  it('K-P2', () => {
    expectWithin(preheatS(iron, 1200, 200), 225, 0.01)
    expect(preheatS(iron, 250, 200)).toBe(Infinity)
  })
  it('K-P3 the drop outweighs a guess', () => {
    const both = combined({ tempC: 160, sdK: 40 }, DROP_TEST.sizzles)
    expect(Math.abs(both.tempC - 144)).toBeLessThan(0.1)
    expect(Math.abs(both.sdK - 17.9)).toBeLessThan(0.1)
  })
  it.each<[DryPan, number[], number]>([
    [steel, [66, 94, 124, 148], 200],
    [iron, [115, 167, 225, 274], 309],
    [{ metal: 'copper', massKg: 1.8, diameterMm: 240 }, [60, 84, 110, 130], 121],
    [{ metal: 'carbonSteel', massKg: 1.6, diameterMm: 280 }, [70, 101, 136, 164], 291],
    [{ metal: 'coatedAluminium', massKg: 0.9, diameterMm: 280 }, [72, 104, 140, 170], 291],
  ])('the table: %j', (pan, seconds, holds180W) => {
    ;[120, 160, 200, 230].forEach((toC, i) =>
      expect(Math.abs(preheatS(pan, 1200, toC) - seconds[i]!)).toBeLessThan(1),
    )
    expect(Math.abs(dryLossW(pan, 180) - holds180W)).toBeLessThan(1)
  })
})

describe('reduction:R flames', () => {
  const moleFrac = (abv: number) => ethanolMoleFrac(1 - massFracFromAbv(abv), massFracFromAbv(abv))
  it.each([
    [0.4, 25.7],
    [0.125, 41],
  ])('R5 flash point at strength %d', (abv, tempC) =>
    expect(Math.abs(flashPointC(moleFrac(abv), 101.325) - tempC)).toBeLessThan(0.5),
  )
  it('R6 a flambé', () => {
    const ethanolG = 60 * 0.948509 * massFracFromAbv(0.4) // reduction:C1 has the density of brandy
    expectWithin(ethanolG, 18.92, 0.01)
    const joules = 0.25 * ethanolG * ETHANOL_BURNS_J_PER_G
    expectWithin(joules, 127_000, 0.01)
    expectWithin(joules / 30, 4200, 0.015)
  })
})
