import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { CUT_KEEPS } from '../techniques/serve/fading'
import { offered, plainDish, sittingAt } from './card.test-helper'
import { explode } from './explode'
import { cutsOf, plateThingsOf } from './mise'

const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const [MIN, HOUR] = [60_000, 3600_000]
const sittings = [sittingAt('a', FIRST_MS, 34), sittingAt('b', FIRST_MS + 105 * MIN, 26)]
const evening = (...formulaIds: readonly string[]) =>
  explode({
    service: {
      sittings,
      dishes: formulaIds.map((id) => offered(plainDish(id), 0.3)),
    },
    catalog,
    ingredients,
    lots: [],
    nowMs: FIRST_MS - 6 * HOUR,
  })
const cuts = (ids: readonly string[], ready: Record<string, number> = {}, nowMs = FIRST_MS - 4 * HOUR) =>
  cutsOf(evening(...ids), ingredients, { ready, nowMs })

describe('what is cut for an evening', () => {
  it.each(catalog.formulas.map((f) => [f.name, f.id] as const))(
    '%s: nothing is cut so early that it is gone by its first use, and in the order in which it keeps',
    (_, id) => {
      const all = cuts([id])
      const hours = all.map((c) => CUT_KEEPS[c.kind].hours)
      expect(hours).toEqual([...hours].sort((a, b) => b - a))
      for (const cut of all) {
        expect(cut.firstUseMs - cut.notBeforeMs).toBeCloseTo(CUT_KEEPS[cut.kind].hours * HOUR, 3)
        expect(cut.firstUseMs).toBeLessThan(FIRST_MS + 4 * HOUR)
        expect(cut.massG).toBeGreaterThan(0)
        expect(ingredients.get(cut.ingredientId)!.isLiquid).toBe(false)
        expect(cut.times).toBeGreaterThanOrEqual(1)
      }
    },
  )
  it('béarnaise and chasseur: roots and shallot before tarragon, which is cut again for the second sitting', () => {
    const kinds = cuts(['bearnaise', 'chasseur']).map((c) => c.kind)
    expect(kinds.indexOf('shallot')).toBeLessThan(kinds.indexOf('tarragonChervil'))
    const herbs = cuts(['bearnaise']).filter((c) => c.kind === 'tarragonChervil')
    expect(Math.max(...herbs.map((c) => c.times))).toBeGreaterThan(1) // a batch a sitting; half an hour and it is black
  })
  it('what was cut longer ago than it keeps is old', () => {
    const at = FIRST_MS - 3 * HOUR
    const of = (nowMs: number) =>
      cuts(['bearnaise'], { 'cut:shallot': at }, nowMs).find((c) => c.kind === 'shallot')!
    expect(of(at + HOUR)).toMatchObject({ cutAtMs: at, isOld: false })
    expect(of(at + 2.5 * HOUR)).toMatchObject({ isOld: true })
    expect(cuts(['bearnaise'])[0]!.cutAtMs).toBeUndefined()
  })
})

describe('what goes onto plates in the last moment', () => {
  it('stands with its plates and dishes, what wilts last; what the house does not cut is only made ready', () => {
    const on = (name: string, lastMinute: readonly string[]) =>
      offered(plainDish('hollandaise', { id: name, name, lastMinute }), 0.5)
    const dishes = [on('eggs', ['Chives', 'Trout eggs']), on('asparagus', ['Chervil', 'Chives'])]
    const nowMs = FIRST_MS - 4 * HOUR
    const { sauces } = explode({ service: { sittings, dishes }, catalog, ingredients, lots: [], nowMs })
    const things = plateThingsOf(sauces, ingredients)
    expect(things[0]!.name).toBe('Trout eggs')
    const chives = things.find((x) => x.name === 'Chives')!
    expect(chives).toMatchObject({ dishes: ['eggs', 'asparagus'], plates: 60 })
    const cut = things.filter((x) => x.kind)
    expect(cut.length).toBeGreaterThan(0)
    for (const x of cut) expect(x.firstUseMs - x.notBeforeMs!).toBeCloseTo(CUT_KEEPS[x.kind!].hours * HOUR, 3)
  })
})
