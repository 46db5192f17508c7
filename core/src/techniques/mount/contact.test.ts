import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../../demoKitchen.test-helper'
import { BUTTERS } from '../../mixture/butterFat'
import { rehearse } from '../../rehearse.test-helper'
import { expectWithin } from '../../testing.test-helper'
import { techniqueOf } from '../registry'
import {
  contactC,
  effusivity,
  filmMeanC,
  hottestPlateC,
  hottestSurfaceC,
  plateMixC,
  sauceThermal,
  SURFACES,
} from './contact'
import { onThePlate, type PlateFound } from './onThePlate'
import { mountedOffHeatC, mountHeatJ } from './mountHeat'

describe('emulsion:M mounted sauces', () => {
  const of = { butter: BUTTERS.eu, butterG: 250, butterC: 5, reductionG: 50, reductionC: 95 }
  it('M2 heat to give', () => {
    expectWithin(mountHeatJ(of, 54), 32_400, 0.02)
    expectWithin(mountHeatJ(of, 54) / 300, 108, 0.02)
  })
  it('M3 with none it sets', () => expect(Math.abs(mountedOffHeatC(of) - 19.7)).toBeLessThan(0.5))
  const sauce = { of: sauceThermal(0.71), tempC: 54 }
  it('M4 on hot meat', () => {
    expectWithin(effusivity(sauce.of), 804, 0.01)
    const meetC = contactC(sauce, { of: SURFACES.meat, tempC: 90 })
    expect(Math.abs(meetC - 76.1)).toBeLessThan(0.4)
    expect(Math.abs(filmMeanC({ of: sauce.of, startC: 54, meetC }, 1.5, 10) - 70.4)).toBeLessThan(0.5)
  })
  it('M5 hottest meat, hottest plate', () => {
    expect(Math.abs(hottestSurfaceC(sauce, SURFACES.meat, 58) - 60.5)).toBeLessThan(0.4)
    const plate = { of: SURFACES.porcelain, mm: 6 }
    const hottest = hottestPlateC({ ...sauce, mm: 2 }, plate, 58)
    expect(Math.abs(hottest - 59.6)).toBeLessThan(0.4)
    expect(plateMixC({ ...sauce, mm: 2 }, { ...plate, tempC: hottest })).toBeCloseTo(58, 9)
  })
  it.each([
    ['meat', 1273],
    ['porcelain', 1749],
    ['stainlessSteel', 7697],
    ['castIron', 12_869],
    ['wood', 420],
  ] as const)('%s holds its temperature at a touch', (kind, e) =>
    expectWithin(effusivity(SURFACES[kind]), e, 0.0015),
  )
  it('a film is where it started at first and where they meet in the end', () => {
    const at = (s: number) => filmMeanC({ of: sauce.of, startC: 54, meetC: 76 }, 1.5, s)
    expect(at(0)).toBeCloseTo(54, 0)
    expect(at(600)).toBeCloseTo(76, 6)
    expect(at(5)).toBeLessThan(at(10))
  })
})

describe('where a mounted sauce goes', () => {
  const mounted = larchwaterTest.formulas.filter((f) => f.steps.some((s) => techniqueOf(s).id === 'mount'))
  const at = (id: string, found: PlateFound) => {
    const formula = larchwaterTest.formulas.find((f) => f.id === id)!
    const { endsAtMs, viewAt } = rehearse(id, { untilStepId: formula.steps.at(-1)!.id })
    return onThePlate(viewAt(endsAtMs).state, found, { roomC: 22 })
  }
  it.each(mounted.map((f) => [f.id]))(
    '%s: a cool plate and a rested steak leave it whole, an oven’s plate and a seared face do not',
    (id) => {
      const cool = at(id, { on: 'plate', tempC: 45 })!
      const hot = at(id, { on: 'plate', tempC: cool.hottestC + 12 })!
      expect(cool).toMatchObject({ isWhole: true, waitMin: 0 })
      expect(hot.isWhole).toBe(false)
      expect(hot.waitMin).toBeGreaterThan(0.5)
      expect(hot.waitMin).toBeLessThan(12)
      expect(hot.meetC).toBeGreaterThan(cool.meetC)
      // after the wait that is told it is whole, just
      const tauMin = (2400 * 850 * 0.005) / 22 / 60
      const after = 22 + (cool.hottestC + 12 - 22) * Math.exp(-hot.waitMin! / tauMin)
      expect(after).toBeCloseTo(cool.hottestC, 6)
      const face = at(id, { on: 'meat', tempC: 120 })!
      expect(face.isWhole).toBe(false)
      expect(face.waitMin).toBeUndefined()
    },
  )
  it('no plate breaks a sauce without drops', () => {
    expect(at('redWineShallot', { on: 'plate', tempC: 90 }) === undefined).toBe(
      !mounted.some((f) => f.id === 'redWineShallot'),
    )
    expect(at('hollandaise', { on: 'plate', tempC: 90 })).toBeUndefined()
  })
})
