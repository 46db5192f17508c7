import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { offered, plainDish, sittingAt } from './card.test-helper'
import { explode } from './explode'
import { shortagesOf } from './shortages'

const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const evening = (formulaIds: readonly string[]) =>
  explode({
    service: {
      sittings: [sittingAt('a', FIRST_MS, 40)],
      dishes: formulaIds.map((id) => offered(plainDish(id), 0.4)),
    },
    catalog,
    ingredients,
    lots: [],
    nowMs: FIRST_MS - 24 * 3600_000,
  })
const sauces = catalog.formulas.filter((f) => !f.makes)

describe('what is short', () => {
  it.each(sauces.map((f) => [f.name, f.id] as const))(
    '%s: of each good with half of it there, half is bought or half the portions are made',
    (_, id) => {
      const explosion = evening([id])
      for (const good of explosion.goods) {
        const goods = explosion.goods.map((g) => (g === good ? { ...g, hasG: g.massG / 2 } : g))
        const found = shortagesOf({ ...explosion, goods }, ingredients)
        if (good.massG < 2) {
          expect(found).toEqual([])
          continue
        }
        expect(found).toHaveLength(1)
        const [short] = found
        expect(short!.missingG).toBeCloseTo(good.massG / 2, 6)
        const [sauce] = short!.sauces
        expect(sauce!.key).toBe(id)
        expect(sauce!.enoughFor).toBe(Math.floor(sauce!.portions / 2 + 1e-9))
        expect(short!.swaps.every((s) => s.from === good.ingredientId && ingredients.has(s.to))).toBe(true)
      }
    },
  )
  it('what is not counted is not short; what is short itself stands for nothing', () => {
    const explosion = evening(['creamPeppercorn'])
    expect(shortagesOf(explosion, ingredients)).toEqual([])
    const cream = explosion.goods.find((g) => g.ingredientId === 'cream35')!
    const none = { ...cream, hasG: 0 }
    const [short] = shortagesOf({ ...explosion, goods: [none] }, ingredients)
    expect(short!.swaps.map((s) => s.to)).toContain('cremeFraiche')
    const fraiche = { ...none, ingredientId: 'cremeFraiche' }
    const both = shortagesOf({ ...explosion, goods: [none, fraiche] }, ingredients)
    expect(both[0]!.swaps.map((s) => s.to)).not.toContain('cremeFraiche')
  })
})
