import { describe, expect, it } from 'vitest'
import { foldBatch } from '../../batch/foldBatch'
import { newtonTempC } from '../../cooling/newton'
import { compareFacts } from '../../facts/fact'
import { larchwaterGoods as goods, larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { traceFormula } from '../../formula/traceFormula'
import { houseRules } from '../../kitchen/kitchen'
import { plannedIn } from '../../planned.test-helper'
import { followPlan } from '../../practice/followPlan'
import { readyBatch } from '../../practice/readyBatch'
import { rehearsalRecord } from '../../practice/rehearsalRecord'
import { holdLimits } from '../../safety/codes'
import { plannedStand } from './plannedStand'
import { coolsAt } from './places'
import { whereToKeep } from './whereToKeep'
import { lossToOilG } from './wears'

const T0 = Date.UTC(2026, 0, 5, 16)
const of = (id: string) => kitchen.formulas.find((f) => f.id === id)!

/** Every sauce of the book made as planned, and every place it could then be put. */
function keeps(id: string) {
  const formula = of(id)
  const { planned, frozen } = readyBatch(formula, kitchen, goods, { nowMs: T0, pickupAtMs: T0 + 36e6 })
  const { facts, put } = rehearsalRecord('b')
  const last =
    formula.steps.find((s) => s.technique === 'hold' || s.technique === 'serve') ?? formula.steps.at(-1)!
  const endMs = followPlan({ batchId: 'b', planned, frozen, startAtMs: T0, put, untilStepId: last.id })
  const state = foldBatch('b', [...facts].sort(compareFacts))
  const pan = Object.values(frozen.vessels)[0]!
  const limits = holdLimits(houseRules(kitchen.settings))
  return whereToKeep({ state, pan, wells: kitchen.wells, limits }, endMs)
}

describe('where a sauce is kept', () => {
  it.each(kitchen.formulas.filter((f) => !f.makes).map((f) => f.id))(
    '%s has a margin in every place, and nothing stands longer than its clock',
    (id) => {
      const choices = keeps(id)
      const { houseS } = holdLimits(houseRules(kitchen.settings))
      expect(new Set(choices.map((c) => c.place))).toEqual(new Set(['well', 'shelf', 'flask', 'side']))
      for (const { margin, hourC } of choices) {
        expect(margin.min).toBeGreaterThanOrEqual(0)
        expect(margin.min).toBeLessThanOrEqual(houseS / 60)
        expect(hourC).toBeGreaterThan(20)
        expect(hourC).toBeLessThan(85)
      }
    },
  )
  it('a plain wine butter breaks in a 62-degree well, and stands longest in a flask; in plastic the well is slower to do it', () => {
    const all = keeps('beurreBlanc')
    const min = (place: string, wall = 'metal') => {
      const found = all.filter((c) => c.place === place && c.wall === wall)
      return Math.max(...found.map((c) => c.margin.min))
    }
    expect(min('well')).toBeLessThan(20)
    expect(min('flask')).toBeGreaterThan(min('well'))
    expect(min('well', 'plastic')).toBeGreaterThanOrEqual(min('well'))
  })
  it('a flask keeps its warmth for hours, a pan on the side loses it in one', () => {
    const sauce = { massG: 400, volumeMl: 420 }
    const after = (place: 'flask' | 'side') => newtonTempC(coolsAt(place, 'metal', sauce), 58, 60)
    expect(after('flask')).toBeGreaterThan(50)
    expect(after('side')).toBeLessThan(45)
  })
})

describe('a sauce of the book', () => {
  const stands = (id: string, schools: Record<string, string> = {}) => {
    const { formula, plan } = plannedIn(id, schools)
    const end = traceFormula(formula, { ingredients: goods, altitudeM: kitchen.settings.altitudeM }).at(-1)!
    return plannedStand(formula, plan, { contents: end.contents, settings: kitchen.settings }).margin
  }
  it('an egg sauce stands as long as its place lets it: warm longest, hotter it curdles, in a flask it cools', () => {
    const [warm, hot, flask, atOnce] = ['warm', 'hot', 'flask', 'atOnce'].map((hold) =>
      stands('hollandaise', { hold }),
    )
    expect(warm!.min).toBeGreaterThan(hot!.min)
    expect(hot!.binds).toBe('curdles')
    expect(flask!.min).toBeGreaterThan(30)
    expect(atOnce).toMatchObject({ min: 15, binds: 'clock' })
  })
  it('what has nothing to break waits by its thickener: arrowroot twenty minutes, roux as long as the house lets it', () => {
    expect(stands('redWineShallot', { thicken: 'slurry' })).toMatchObject({ min: 20, binds: 'thins' })
    expect(stands('redWineShallot', { thicken: 'roux' }).binds).not.toBe('thins')
  })
  it('a cream that is boiled to its edge has no water left to lose; a stock never oils', () => {
    const end = traceFormula(of('redWineShallot'), { ingredients: goods, altitudeM: 0 }).at(-1)!
    expect(lossToOilG(end.contents)).toBe(Infinity)
  })
})
