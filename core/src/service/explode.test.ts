import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import type { LotState } from '../larder/foldLot'
import type { Dish } from '../plate/dish'
import { offered as onCard, plainDish, sittingAt } from './card.test-helper'
import { explode } from './explode'
import type { OfferedDish } from './foldService'
import { takings } from './sauceBatches'
import { portionsPerPlate } from './sauceNeeds'

const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const MINUTE_MS = 60_000
const SITTINGS = [sittingAt('first', FIRST_MS, 30), sittingAt('second', FIRST_MS + 105 * MINUTE_MS, 28)]
const offered = (of: Dish, perCover = 0.35): OfferedDish => onCard(of, perCover, 35)
const lot = (id: string, ingredientId: string, massG: number, days: number): LotState => ({
  id,
  status: 'held',
  stored: {
    ingredientId,
    massG,
    place: 'fridge',
    madeAtMs: FIRST_MS - 864e5,
    expiresAtMs: FIRST_MS + days * 864e5,
    batchId: null,
  },
  place: 'fridge',
  expiresAtMs: FIRST_MS + days * 864e5,
  stays: [],
  massG,
  countedAtMs: FIRST_MS,
  taken: [],
  deviations: [],
})
const evening = (dishes: readonly OfferedDish[], lots: readonly LotState[] = [], sittings = SITTINGS) =>
  explode({ service: { sittings, dishes }, catalog, ingredients, lots, nowMs: FIRST_MS })

describe('every sauce of the book for 58 covers', () => {
  it.each(catalog.formulas.map((f) => [f.id, f] as const))('%s', (id) => {
    const { sauces, goods, bases, costMinor } = evening([offered(plainDish(id))])
    const [sauce] = sauces
    expect(sauce!.need.portions).toBeCloseTo(0.35 * 58, 6)
    // enough for what is expected, and no more than half as much again and what a vessel needs
    expect(sauce!.portions).toBeGreaterThanOrEqual(sauce!.need.portions)
    expect(sauce!.portions).toBeLessThan(1.5 * sauce!.need.portions + 3 * Math.max(1, sauce!.batches.length))
    expect(sauce!.isTooBig).toBe(false)
    for (const batch of sauce!.batches) {
      expect(batch.toMin - batch.fromMin).toBeLessThan(sauce!.standsMin)
      const taken = takings(batch, sauce!.need)
      expect(taken.reduce((sum, t) => sum + t.portions, 0)).toBeCloseTo(batch.portions, 6)
      expect(taken.every((t) => t.atMs >= batch.fromMin * MINUTE_MS - 1000)).toBe(true)
    }
    expect(sauce!.making).toBe(sauce!.standsMin < 25 ? 'toOrder' : 'ahead')
    // every gram says what it is for, and every base that is not there is made
    for (const need of [...goods, ...bases])
      expect(need.for.reduce((sum, f) => sum + f.massG, 0)).toBeCloseTo(need.massG, 6)
    for (const base of bases) expect(base.missingG).toBeCloseTo(base.massG, 6)
    const named = new Set([sauce!.need.key, ...bases.map((b) => b.ingredientId)])
    for (const need of [...goods, ...bases]) for (const f of need.for) expect(named).toContain(f.of)
    expect(costMinor).toBeGreaterThan(0)
  })
})

describe('an evening taken apart', () => {
  it('a base that is made gives what is missing of it', () => {
    const { bases } = evening([offered(plainDish('madeiraSauce'))])
    const demi = bases.find((b) => b.ingredientId === 'demiGlace')!
    const brown = bases.find((b) => b.ingredientId === 'brownSauceBase')!
    expect(bases.indexOf(demi)).toBeLessThan(bases.indexOf(brown))
    expect(brown.for).toEqual([{ of: 'demiGlace', massG: brown.massG }])
    const perPortionG = demi.missingG / demi.portions
    expect(perPortionG).toBeGreaterThan(0.9 * 50)
    expect(perPortionG).toBeLessThan(1.4 * 50)
  })
  it('takes of the larder the lot that runs out first, and makes only the rest', () => {
    const lots = [lot('later', 'demiGlace', 900, 4), lot('sooner', 'demiGlace', 300, 1)]
    const { bases } = evening([offered(plainDish('madeiraSauce'))], lots)
    const demi = bases.find((b) => b.ingredientId === 'demiGlace')!
    expect(demi.takings).toEqual([
      { lotId: 'sooner', massG: 300 },
      { lotId: 'later', massG: 900 },
    ])
    expect(demi.missingG).toBeCloseTo(demi.massG - 1200, 6)
    const all = evening([offered(plainDish('madeiraSauce'))], [lot('much', 'demiGlace', 9000, 4)])
    expect(all.bases.map((b) => [b.ingredientId, b.missingG])).toEqual([['demiGlace', 0]])
  })
  it('dishes with one sauce share its batches; another school of it is another sauce', () => {
    const eggs = plainDish('hollandaise', { id: 'eggs' })
    const fish = plainDish('hollandaise', { id: 'fish', portionMl: 2 * eggs.portionMl })
    const other = plainDish('hollandaise', {
      id: 'other',
      choices: { schools: { acid: 'late' }, swaps: {} },
    })
    const { sauces } = evening([offered(eggs, 0.2), offered(fish, 0.1), offered(other, 0.1)])
    expect(sauces.map((s) => s.need.dishes.length)).toEqual([2, 1])
    expect(sauces[0]!.need.portions).toBeCloseTo(58 * (0.2 + 2 * 0.1), 6)
    expect(portionsPerPlate(fish, sauces[0]!.need.formula)).toBeCloseTo(2, 9)
  })
  it('a dish that is off is not made; no guests, nothing', () => {
    const off = { ...offered(plainDish('bearnaise')), offReason: 'no tarragon' }
    expect(evening([off]).sauces).toEqual([])
    expect(evening([offered(plainDish('bearnaise'))], [], [sittingAt('none', FIRST_MS, 0)])).toMatchObject({
      sauces: [],
      goods: [],
      costMinor: 0,
    })
  })
  it('says what is counted and short, the eggs to crack, and what is left', () => {
    const { goods, pull, left } = evening([offered(plainDish('hollandaise'))], [lot('b', 'butter', 500, 3)])
    const butter = goods.find((g) => g.ingredientId === 'butter')
    expect(butter?.hasG ?? 500).toBe(500)
    expect(pull.find((p) => p.kind === 'eggs')!.count).toBeGreaterThan(8)
    expect(left.some((l) => l.kind === 'whites' && l.massG > 100)).toBe(true)
  })
  it('a party of 400 is made in as many batches as the vessels force', () => {
    const { sauces } = evening([offered(plainDish('bearnaise'), 1)], [], [sittingAt('party', FIRST_MS, 400)])
    expect(sauces[0]!.portions).toBeGreaterThanOrEqual(400)
    const most = Math.max(...sauces[0]!.batches.map((b) => b.portions))
    expect(sauces[0]!.isTooBig || most < 60).toBe(true)
  })
})
