import { describe, expect, it } from 'vitest'
import { larchwaterGoods as goods, larchwaterTest } from '../../demoKitchen.test-helper'
import { SMOKE_C } from '../../heat/smoke'
import { cardsOf } from './cards'
import { coolInPanMin } from './gates'

const cards = (formulaId: string, stepId: string) => {
  const formula = larchwaterTest.formulas.find((f) => f.id === formulaId)!
  const step = formula.steps.find((s) => s.id === stepId)!
  const here = formula.items.filter((i) => i.stepId === stepId).map((i) => goods.get(i.ingredientId)!)
  return cardsOf(formula, step, here)
}

describe('cards of a step', () => {
  it('are of its goods and its act, and of nothing else', () => {
    expect(cards('hollandaise', 'separate').map((c) => c.id)).toEqual(['separate'])
    expect(cards('bordelaise', 'deglaze').map((c) => c.id)).toEqual(['fond', 'deglaze'])
    expect(cards('creamPeppercorn', 'deglaze')).toContainEqual({
      id: 'flambe',
      names: ['Brandy'],
      boilsAt: 'reduceWine',
    })
    expect(cards('roastJus', 'brown').map((c) => c.id)).toContain('seasonAhead')
    expect(cards('veloute', 'add').map((c) => c.id)).toContain('rouxLiquid')
    expect(cards('redWineShallot', 'serve')).toEqual([])
  })
  it('cutting goes from what keeps longest to what wilts, with how long each keeps', () => {
    const cut = cards('poivrade', 'sweat').find((c) => c.id === 'cut')!
    if (cut.id !== 'cut') throw new Error('no card')
    expect(cut.goods.map((g) => g.hours)).toEqual([24, 8])
    expect(cut.cut).toBe('fine')
  })
  it('a fat is told where it smokes beside the pan of its flame: oil at full flame is near it, butter over it', () => {
    const verdicts = (id: string, step: string) => {
      const card = cards(id, step).find((c) => c.id === 'fat')!
      return card.id === 'fat' ? card.fats.map((f) => f.verdict) : []
    }
    expect(verdicts('redWineShallot', 'sweat')).toEqual(['near'])
    expect(verdicts('roastJus', 'brown')).toEqual(['fine'])
    expect(verdicts('mushroomSauce', 'sweat')).toEqual(['smokes'])
    for (const id of Object.keys(SMOKE_C)) expect(goods.has(id), id).toBe(true)
  })
})

describe('cooling in an open pan', () => {
  it('takes longer for more, less in a wide pan, and nothing where it is cool', () => {
    const pan = { massG: 100, panG: 700, diameterMm: 180, pressureKPa: 90, roomTempC: 22 }
    const plain = coolInPanMin(pan, 97, 50)
    expect(plain).toBeGreaterThan(2)
    expect(plain).toBeLessThan(40)
    expect(coolInPanMin({ ...pan, massG: 400 }, 97, 50)).toBeGreaterThan(1.5 * plain)
    expect(coolInPanMin({ ...pan, diameterMm: 280 }, 97, 50)).toBeLessThan(plain)
    expect(coolInPanMin(pan, 45, 50)).toBe(0)
  })
})
