import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { plateSalt } from '../plate/plateSalt'
import type { Dish } from '../plate/dish'
import { plainDish } from '../service/card.test-helper'
import { lessSaltOf, sauceGPerMl, wishedDish } from './wishes'

const dish = (more: Partial<Dish> = {}): Dish =>
  plainDish('hollandaise', {
    portionMl: 50,
    parts: [{ name: 'muffin', massG: 55, saltPct: 1.1 }],
    ...more,
  })

describe('less salt on the plate', () => {
  it('takes as much of a salty sauce as brings the whole plate to three quarters of what tastes right', () => {
    const parts = [{ name: 'fish', massG: 180, saltPct: 0.6 }]
    const sauce = { saltPct: 1.2, gPerMl: 1 }
    const less = lessSaltOf({ parts, portionMl: 60 }, sauce)
    expect(less.ml).toBeGreaterThan(10)
    expect(less.ml).toBeLessThan(60)
    const plate = plateSalt([...parts, { massG: less.ml, saltPct: 1.2 }])
    expect(plate.pct).toBeCloseTo(0.75 * 0.9, 2)
    expect(less.saltG).toBeCloseTo(plate.saltG, 6)
  })
  it('never more than the card; where the rest of the plate is over by itself another part must give', () => {
    const mild = [{ name: 'potatoes', massG: 300, saltPct: 0.1 }]
    expect(lessSaltOf({ parts: mild, portionMl: 40 }, { saltPct: 0.9, gPerMl: 1 })).toMatchObject({
      ml: 40,
      isOver: false,
    })
    const ham = [{ name: 'ham', massG: 60, saltPct: 5 }]
    expect(lessSaltOf({ parts: ham, portionMl: 40 }, { saltPct: 0.9, gPerMl: 1 })).toMatchObject({
      ml: 0,
      isOver: true,
    })
  })
  it.each(catalog.formulas.map((f) => [f.id, f] as const))('%s weighs what a sauce weighs', (_, formula) => {
    const gPerMl = sauceGPerMl(formula, ingredients)
    expect(gPerMl).toBeGreaterThan(0.88) // not lighter than its fat
    expect(gPerMl).toBeLessThan(1.35) // not heavier than a glaze
  })
})

describe('meat and fish to another core', () => {
  const rest = {
    kind: 'rest' as const,
    thickMm: 30,
    coreC: 50,
    surfaceC: 90,
    sear: 'hard' as const,
    cover: 'open' as const,
  }
  it('meat is taken off below what its guest wants, by what it still rises', () => {
    const { pullC, dish: asWished } = wishedDish(dish({ companions: [rest] }), { meatCoreC: 60 }, undefined)
    // the reference piece rises by 4.8 K from 50 °C; from hotter by less
    expect(pullC).toBeGreaterThanOrEqual(55)
    expect(pullC).toBeLessThan(60)
    expect(asWished.companions[0]).toMatchObject({ coreC: pullC })
  })
  it('fish is turned to it by its seconds', () => {
    const fish = { kind: 'fish' as const, thickMm: 18, panC: 200, targetC: 50 }
    const { dish: asWished } = wishedDish(dish({ companions: [fish] }), { meatCoreC: 60 }, undefined)
    expect(asWished.companions[0]).toMatchObject({ targetC: 60 })
  })
  it('who wants nothing otherwise has the card as it is', () => {
    const plain = dish({ companions: [rest] })
    expect(wishedDish(plain, undefined, undefined)).toEqual({ dish: plain })
  })
})
