import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest } from '../../demoKitchen.test-helper'
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
