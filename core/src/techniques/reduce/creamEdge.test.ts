import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest } from '../../demoKitchen.test-helper'
import { chooseVessels } from '../../batch/chooseVessels'
import { planBatch } from '../../batch/planBatch'
import { massG } from '../../mixture/composition'
import type { Contents } from '../../pan/contents'
import { alone } from '../../pan/putIn'
import { walkFormula } from '../../pan/walkFormula'
import { creamEdge } from './creamEdge'

const step = larchwaterTest.formulas.find((f) => f.id === 'creamPeppercorn')!.steps.at(-3)!
/** So much of a cream's own mass is left. */
const cream = (leftFrac: number): Contents => {
  const of = alone(ingredients.get('cream35')!, 1000, step)
  const { liquid } = of
  return { ...of, liquid: { ...liquid, water: liquid.water - (1 - leftFrac) * massG(liquid) } }
}

describe('a cream boiled down', () => {
  it('emulsion:M6 is best left at two thirds, stands at the edge at half, and water brings it back', () => {
    expect(creamEdge(cream(2 / 3))!.phi).toBeCloseTo(0.57, 1)
    const half = creamEdge(cream(0.5))!
    expect(half.phi).toBeGreaterThan(0.7)
    expect(half.verdict).not.toBe('safe')
    const mended = cream(0.5)
    const again = creamEdge({
      ...mended,
      liquid: { ...mended.liquid, water: mended.liquid.water + half.waterG },
    })!
    expect(again.phi).toBeCloseTo(0.5, 3)
    expect(again.verdict).toBe('safe')
    expect(creamEdge(alone(ingredients.get('brownStock')!, 500, step))).toBeUndefined()
  })
  it.each(larchwaterTest.formulas.filter((f) => f.steps.some((s) => s.id === 'creamDown')).map((f) => f.id))(
    '%s boiled past its limit is told so before it is boiled, with the water that would bring it back',
    (id) => {
      const { settings, pans } = larchwaterTest
      const ring = larchwaterTest.rings[0]!
      const as = larchwaterTest.formulas.find((f) => f.id === id)!
      const codes = (target?: string) => {
        // nearly all cream: what else there is keeps its water long past the edge
        const small = (amount: (typeof as.items)[number]['amount']) =>
          'massG' in amount ? { massG: amount.massG / 20 } : { volumeMl: amount.volumeMl / 20 }
        const formula = {
          ...as,
          items: target
            ? as.items.map((i) => (i.ingredientId === 'cream35' ? i : { ...i, amount: small(i.amount) }))
            : as.items,
          steps: as.steps.map((s) => (s.id === 'creamDown' && target ? { ...s, target } : s)),
        }
        const vessels = chooseVessels(
          { formula, ingredients, pressureKPa: 90 },
          { pans, ring, busyPanIds: new Set() },
        ).vessels
        return planBatch({
          formula,
          ingredients,
          place: { vessels, ring, settings },
          portions: formula.basisPortions,
          pickupAtMs: 0,
          nowMs: -36e6,
        }).warnings.filter((w) => w.code === 'creamOils')
      }
      expect(codes()).toEqual([])
      const [told] = codes('to 45 %')
      expect(told).toBeDefined()
      if (told?.code === 'creamOils') expect(told.waterG).toBeGreaterThan(5)
    },
  )
  it('every cream of the book is done before it breaks', () => {
    const creams = larchwaterTest.formulas.flatMap((formula) =>
      walkFormula({ formula, ingredients, pressureKPa: 90 })
        .filter((w) => w.step.technique === 'reduce')
        .flatMap((w) => creamEdge(w.end) ?? []),
    )
    expect(creams.length).toBeGreaterThan(5)
    expect(creams.filter((c) => c.verdict === 'breaks')).toEqual([])
  })
})
