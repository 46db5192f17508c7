import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { SPECIES } from '../mixture/composition'
import { extractedShare, GIVES_TAU_MIN } from '../mixture/extract'
import { expectWithin } from '../testing.test-helper'
import type { Formula } from './formula'
import { kitchenGoods } from './kitchenGoods'
import type { KitchenCatalog } from '../kitchen/kitchen'
import { traceFormula } from './traceFormula'

const goods = kitchenGoods(kitchen)
const typed = new Map(kitchen.ingredients.map((i) => [i.id, i]))
const made = [...goods.values()].filter((g) => g.madeBy)
/** The kitchen with one formula changed. */
const withFormula = (id: string, change: (f: Formula) => Formula): KitchenCatalog => ({
  ...kitchen,
  formulas: kitchen.formulas.map((f) => (f.id === id ? change(f) : f)),
})
const setAmount = (itemId: string, massG: number) => (f: Formula) => ({
  ...f,
  items: f.items.map((i) => (i.id === itemId ? { ...i, amount: { massG } } : i)),
})

describe('goods that the kitchen makes', () => {
  it('every stock and base of the demo is worked out down to its bones', () => {
    expect(made.map((g) => g.id).sort()).toEqual(
      [
        'brownSauceBase',
        'brownStock',
        'chickenStock',
        'demiGlace',
        'fishStock',
        'glaceDeViande',
        'mushroomStock',
        'shellfishStock',
        'vealStock',
        'vegStock',
      ].sort(),
    )
    for (const g of made)
      expect(
        SPECIES.reduce((sum, s) => sum + (g.per100G[s] ?? 0), 0),
        g.id,
      ).toBeCloseTo(100, 9)
  })
  it('made stocks agree with the table of reduction.md §2, which was typed from literature', () => {
    const bands = { brownStock: 1.8, chickenStock: 0.9, fishStock: 0.8 } // gelatin, g/100 g
    const atSea = kitchenGoods({ ...kitchen, settings: { ...kitchen.settings, altitudeM: 0 } }) // where those stocks were simmered
    for (const [id, gelatin] of Object.entries(bands)) {
      expectWithin(atSea.get(id)!.per100G.gelatin ?? 0, gelatin, 0.12)
      expectWithin(atSea.get(id)!.per100G.protein ?? 0, typed.get(id)!.per100G.protein ?? 0, 0.15)
    }
  })
  it('in the mountains bones give less in the same hours', () => {
    const atSea = kitchenGoods({ ...kitchen, settings: { ...kitchen.settings, altitudeM: 0 } })
    const gelatin = (of: typeof goods) => of.get('brownStock')!.per100G.gelatin!
    expect(gelatin(goods)).toBeLessThan(gelatin(atSea))
    expect(gelatin(goods)).toBeGreaterThan(0.85 * gelatin(atSea))
  })
  it('an allergen or alcohol far up the descent is found in what is made of it', () => {
    expect(typed.get('fishStock')!.allergens).not.toHaveProperty('milk')
    expect(goods.get('fishStock')!.allergens).toMatchObject({
      fish: 'contains',
      milk: 'contains',
      sulphites: 'contains',
    }) // sweated in butter, with wine
    expect(goods.get('fishStock')!.marks).toContain('alcohol')
    expect(goods.get('brownSauceBase')!.allergens.gluten).toBe('contains')
  })
  it('more bones in the stock make a stronger demi-glace, dearer bones a dearer one', () => {
    const rich = kitchenGoods(withFormula('brownStockMade', setAmount('bones', 4000)))
    expect(rich.get('demiGlace')!.per100G.gelatin).toBeGreaterThan(
      1.4 * goods.get('demiGlace')!.per100G.gelatin!,
    )
    const dear = kitchenGoods({
      ...kitchen,
      ingredients: kitchen.ingredients.map((i) =>
        i.id === 'vealBones' ? { ...i, costMinorPerKg: 2 * i.costMinorPerKg! } : i,
      ),
    })
    expect(dear.get('glaceDeViande')!.costMinorPerKg).toBeGreaterThan(
      goods.get('glaceDeViande')!.costMinorPerKg!,
    )
  })
  it('a descent in a circle or with a good missing leaves the pantry’s own numbers', () => {
    const round = withFormula('brownStockMade', (f) => ({
      ...f,
      items: [...f.items, { id: 'loop', ingredientId: 'demiGlace', stepId: 'add', amount: { massG: 10 } }],
    }))
    expect(kitchenGoods(round).get('brownStock')).toEqual(typed.get('brownStock'))
    const lacking = withFormula('vegStockMade', (f) => ({
      ...f,
      items: [{ ...f.items[0]!, ingredientId: 'unicorn' }],
    }))
    expect(kitchenGoods(lacking).get('vegStock')).toEqual(typed.get('vegStock'))
  })
  it('bones give over the simmer: a short one makes a thin stock, and what is given leaves the bones', () => {
    expect(extractedShare(20, GIVES_TAU_MIN.quick)).toBeCloseTo(0.865, 3)
    expect(extractedShare(0, GIVES_TAU_MIN.meat)).toBe(0)
    const stock = kitchen.formulas.find((f) => f.id === 'brownStockMade')!
    const setting = { ingredients: goods, altitudeM: kitchen.settings.altitudeM }
    const short: Formula = {
      ...stock,
      steps: stock.steps.map((s) =>
        s.id === 'simmer' ? { ...s, minutes: { low: 50, value: 60, high: 70 } } : s,
      ),
    }
    const gelatin = (f: Formula) => traceFormula(f, setting).at(-1)!.gelatinFrac
    expect(gelatin(short)).toBeLessThan(0.6 * gelatin(stock))
    const [before, after] = ['add', 'simmer'].map(
      (id) => traceFormula(stock, setting).find((t) => t.stepId === id)!.contents,
    )
    const gave = before!.toGive.gelatin - after!.toGive.gelatin
    expect(after!.liquid.gelatin - before!.liquid.gelatin).toBeCloseTo(gave, 9)
    expect(after!.solids.massG).toBeLessThan(before!.solids.massG)
  })
})
