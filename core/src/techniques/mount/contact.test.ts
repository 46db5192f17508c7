import { describe, expect, it } from 'vitest'
import { BUTTERS } from '../../mixture/butterFat'
import { expectWithin } from '../../testing.test-helper'
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
