import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { CUT_KEEPS } from '../techniques/serve/fading'
import { explode } from './explode'
import { cutsOf } from './mise'

const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const [MIN, HOUR] = [60_000, 3600_000]
const sittings = [
  { sittingId: 'a', name: 'a', startsAtMs: FIRST_MS, covers: 34, basis: 'booked' as const, spreadMin: 15 },
  {
    sittingId: 'b',
    name: 'b',
    startsAtMs: FIRST_MS + 105 * MIN,
    covers: 26,
    basis: 'booked' as const,
    spreadMin: 15,
  },
]
const usual = {
  placement: 'over' as const,
  portionMl: 40,
  parts: [],
  companions: [],
  assembly: [],
  lastMinute: [],
}
const evening = (...formulaIds: readonly string[]) =>
  explode({
    service: {
      sittings,
      dishes: formulaIds.map((formulaId) => ({
        dish: { id: formulaId, name: formulaId, formulaId, ...usual },
        perCover: 0.3,
        delayMin: 30,
      })),
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
