import { describe, expect, it } from 'vitest'
import { DomainError } from '../errors'
import { runModel, type Model } from './model'
import { MODELS } from './registry'
import { ends } from './sampleInput.test-helper'
import type { Values } from './values'

type Input = Values
const model = (id: string): Model => MODELS.find((m) => m.id === id)!
const ask = (id: string, input: Input) => runModel(model(id), input)
const liquid = (ingredient: string, volumeMl: number) => ({ liquids: [{ ingredient, volumeMl }] })
const downTo = (stop: number) => ({ stopAt: 'fractionLeft', stop })
const BASE = { yolkG: 51, aqueousG: 45, butter: 'eu' }
const STEEL = { yolkG: 51, aqueousG: 45, bowl: 'steel', bath: 'gentle', whisk: 'normal' }

describe('one number a model, worked by hand', () => {
  it.each<[string, Input, number, number]>([
    ['boilingPoint', { altitudeM: 1500 }, 95, 0.001], // steam tables at 84.56 kPa
    ['reductionVolume', { phrase: 'by two-thirds', volumeMl: 900 }, 300, 1e-9],
    ['reducedMass', { ...liquid('water', 1000), ...downTo(0.5) }, 499.1, 1e-4], // 998.2 g/l at 20 °C
    ['heaterPower', { heater: 'induction', level: 'high', diameterMm: 240 }, 2550, 0.001], // 3000 W, 0.85 of it
    [
      'reductionMinutes',
      { ...liquid('water', 1000), ...downTo(0.5), diameterMm: 240, powerW: 1500 },
      16.9,
      0.02,
    ], // 80 K × 998 g × 4.18 J, then 499 g at 37.7 g/min
    [
      'reductionForecast',
      { massG: 1000, sdMassG: 10, rateGPerMin: 30, sdRateGPerMin: 3, targetMassG: 700, events: [] },
      10,
      0.01,
    ],
    ['panDepth', { baseDiameterMm: 200, rimDiameterMm: 200, heightMm: 100, volumeMl: 1000 }, 31.831, 1e-4], // 1000 ml over π·10² cm²
    ['panVolume', { baseDiameterMm: 200, rimDiameterMm: 200, heightMm: 100, depthMm: 50 }, 1570.8, 1e-4],
    ['addBack', { massG: 180, targetMassG: 240 }, 60, 1e-9],
    ['dropletThickening', { phaseFrac: 0.64 }, 25, 1e-9], // (1 − 0.64/0.80)^−2
    ['safePour', { ...BASE, butterG: 0 }, 0.5, 0.02], // emulsion:A1
    ['ribbonTime', STEEL, 278, 0.04], // emulsion:H1
    ['ribbonTemp', STEEL, 66.6, 0.01],
    ['bowlCarryOver', { ...STEEL, bowl: 'glass', wallC: 77, tempC: 67 }, 3.6, 0.05], // emulsion:H6
    ['yolkLogReduction', { tempC: 60, durationS: 600 }, 6.667, 0.001], // D doubled to 1.5 min
    ['holdLimit', { code: 'usModel', houseH: 2 }, 2, 1e-9],
    ['coatOnSpoon', { viscosityPaS: 0.3 }, 3, 1e-9],
    ['coatOnSpoon', { viscosityPaS: 0.9 }, 4, 1e-9],
    ['thickenerNeeded', { agent: 'cornstarch', targetPaS: 0.4, solidsPct: 3, gelatinPct: 1.5 }, 19.9, 0.02],
    ['cookOut', { agent: 'slurry', tempC: 95 }, 92.1, 0.001], // 40 s × ln 10
    ['gelatinToAdd', { stockG: 1000, nowPct: 0.8, targetPct: 2 }, 16.667, 1e-4], // 12 / (0.86 − 7·0.02)
    ['saltToAdd', { massG: 1000, targetPct: 1, presentG: 2 }, 8, 1e-9],
    ['saltTeaspoons', { massG: 12, kind: 'table' }, 2, 1e-9],
    ['saltKindChanged', { tsp: 2, from: 'table', to: 'flake' }, 6, 1e-9],
    ['acidForFat', { lemonG: 20, vinegarG: 0, isReduced: 'no', wineG: 0, fatG: 200 }, 0.55, 1e-9],
    ['batchVolume', { covers: 20, mlPerCover: 40, overFrac: 0.1 }, 880, 1e-9],
    ['batchesNeeded', { volumeMl: 5000, capacityMl: 3000, fullestShare: 0.67 }, 3, 1e-9], // 2.49 of them
    ['latestStart', { restMin: 10, sauceMin: 25 }, 40, 1e-9],
    ['yolkMass', { eggG: 57.5 }, 16.575, 1e-9],
    ['eggsToCrack', { yolks: 24 }, 25, 1e-9],
    ['whitesLeft', { yolks: 6, eggG: 57.5 }, 204.15, 1e-6],
    ['butterToClarify', { clarifiedG: 200 }, 266.67, 1e-4],
    ['rouxSurplusFat', { fatG: 60, flourG: 50 }, 10, 1e-9],
    ['saidAmount', { said: '2 tbsp', densityGPerMl: 1.2, state: 'liquid' }, 36, 1e-9], // 15 ml each
  ])('%s %j is %d', (id, input, expected, within) => {
    expect(Math.abs(ask(id, input).value / expected - 1)).toBeLessThanOrEqual(within)
  })
  it('boiling takes the latent heat: a little under 1500 W / 2257 J/g', () => {
    const { value } = ask('evaporationRate', { diameterMm: 240, powerW: 1500 })
    expect(value).toBeLessThan((1500 / 2257) * 60)
    expect(value).toBeGreaterThan((1500 / 2257) * 60 * 0.9)
  })
  it('the room for butter brings the load to just the limit, and so does the water that loosens', () => {
    const room = ask('butterRoom', { ...BASE, butterG: 250, phaseFrac: 0.74 }).value
    expect(ask('phaseFraction', { ...BASE, butterG: 250 + room }).value).toBeCloseTo(0.74, 3)
    const waterG = ask('waterToLoosen', { ...BASE, butterG: 900, phaseFrac: 0.74 }).value
    expect(waterG).toBeGreaterThan(0)
    expect(ask('phaseFraction', { ...BASE, aqueousG: 45 + waterG, butterG: 900 }).value).toBeCloseTo(0.74, 2)
  })
  it('a gram of water more carries as much butter more as is said', () => {
    const at = (aqueousG: number) =>
      ask('butterRoom', { ...BASE, aqueousG, butterG: 0, phaseFrac: 0.74 }).value
    const perWater = ask('butterPerWater', { butter: 'eu', phaseFrac: 0.74 }).value
    expect(at(145) - at(45)).toBeCloseTo(100 * perWater, 0)
  })
  it('the blender’s work warms the mix by its joules over the heat that the mix holds', () => {
    const mix = { ...BASE, butterG: 250, butterC: 90 }
    const warmer =
      ask('blenderMixTemp', { ...mix, shaftJ: 2400 }).value -
      ask('blenderMixTemp', { ...mix, shaftJ: 0 }).value
    expect(warmer).toBeGreaterThan(2) // 346 g at 2.2 to 3.4 J/(g·K)
    expect(warmer).toBeLessThan(3.5)
  })
  it('salt stays while water goes, and alcohol leaves before the water', () => {
    const salt = (fractionLeft: number) =>
      ask('reducedMass', { ...liquid('saltedBroth', 1000), ...downTo(fractionLeft) }).also.saltPct!.value
    expect(salt(0.25) / salt(0.5)).toBeCloseTo(2, 1)
    const left = (fractionLeft: number) =>
      ask('alcoholLeft', { ...liquid('wineRed135', 750), ...downTo(fractionLeft) }).value
    expect(left(0.9)).toBeLessThan(90)
    expect(left(0.33)).toBeLessThan(left(0.6))
  })
  it('nothing grows in the cold or over its highest temperature, and most where it likes it', () => {
    const grown = (tempC: number) =>
      ask('growth', { organism: 'staphylococcusAureus', tempC, hours: 4 }).value
    expect([grown(3), grown(55)]).toEqual([0, 0])
    expect(grown(37)).toBeGreaterThan(grown(20))
  })
  it('what a spoon carries tells the thickness that made it', () => {
    const film = ask('spoonFilm', { viscosityPaS: 0.5 }).value // mm, which is 0.1 g a cm²
    expect(ask('viscosityFromSpoon', { filmG: film * 0.1 * 36, areaCm2: 36 }).value).toBeGreaterThan(0.15)
    expect(ask('sauceViscosity', { starchPct: 4 }).value).toBeGreaterThan(
      ask('sauceViscosity', { starchPct: 2 }).value,
    )
    expect(ask('starchSwollen', { starch: 'cornstarch', tempC: 95, durationS: 600 }).value).toBeGreaterThan(
      0.95,
    )
    expect(ask('starchSwollen', { starch: 'cornstarch', tempC: 50, durationS: 600 }).value).toBeLessThan(0.1)
  })
})

describe('at the corners of its ranges a model answers in order, or says what it cannot', () => {
  it.each(MODELS.map((m) => [m.id, m] as const))('%s', (_, m) => {
    const corners = m.inputs.reduce<Input[]>(
      (all, input) => all.flatMap((c) => ends(input).map((value) => ({ ...c, [input.name]: value }))),
      [{}],
    )
    for (const corner of corners) {
      let answer
      try {
        answer = runModel(m, corner)
      } catch (error) {
        expect(error, JSON.stringify(corner)).toBeInstanceOf(DomainError)
        continue
      }
      const { low, value, high, warnings } = answer
      if (Number.isNaN(value)) {
        expect(warnings, `${JSON.stringify(corner)} has no answer and does not say why`).not.toEqual([])
        continue
      }
      expect(low <= value && value <= high, `${JSON.stringify(corner)}: ${low} ${value} ${high}`).toBe(true)
    }
  })
})
