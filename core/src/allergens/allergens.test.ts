import { describe, expect, it } from 'vitest'
import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import { chosenFormula } from '../formula/applyChoices'
import { ALLERGENS } from './allergens'
import { checkAllergens } from './checkAllergens'
import { larchwaterGoods, larchwaterTest } from '../demoKitchen.test-helper'
import { orderFindings } from './orderFindings'
import { waysAround } from './waysAround'
import { usableSources, type DecidedFinding } from './usableSources'

const good = (id: string, allergens: Ingredient['allergens']): Ingredient => ({
  id,
  name: id,
  isLiquid: true,
  per100G: { water: 100 },
  allergens,
  source: 'test',
})
const goods = [
  good('wine', { sulphites: 'contains' }),
  good('butter', { milk: 'contains' }),
  good('demiHere', { celery: 'contains' }),
  good('demiBought', { celery: 'unknownLabel' }),
]
const formula = {
  items: [
    { id: 'wine', ingredientId: 'wine', stepId: 's', amount: { massG: 1 } },
    { id: 'demi', ingredientId: 'demiHere', sources: ['demiBought'], stepId: 's', amount: { massG: 1 } },
  ],
} as unknown as Formula

describe('allergens', () => {
  it('wine holds sulphites, butter milk, and an unread label counts until a person decides', () => {
    expect(checkAllergens(goods, ['sulphites', 'milk', 'celery'])).toEqual([
      { allergen: 'sulphites', ingredientId: 'wine', mark: 'contains' },
      { allergen: 'milk', ingredientId: 'butter', mark: 'contains' },
      { allergen: 'celery', ingredientId: 'demiHere', mark: 'contains' },
      { allergen: 'celery', ingredientId: 'demiBought', mark: 'unknownLabel' },
    ])
    expect(checkAllergens(goods, ['fish'])).toEqual([])
  })
  const decide = (decision?: DecidedFinding['decision'], on = 'demiBought') =>
    usableSources(
      formula,
      checkAllergens(goods, ['celery']).map((f) => ({
        ...f,
        decision: f.ingredientId === on ? decision : undefined,
      })),
    ).get('demi')
  it('nothing decided: no demi-glace may go in', () => expect(decide()).toEqual([]))
  it('the bought label read and free: only that one may', () =>
    expect(decide('labelClear')).toEqual(['demiBought']))
  it('that plate without sauce: both may', () =>
    expect(decide('leaveOff', 'demiHere')).toEqual(['demiHere', 'demiBought']))
})

describe('a sauce made another way for a guest', () => {
  const { formulas } = larchwaterTest
  const waysOf = (formulaId: string, allergies: Parameters<typeof checkAllergens>[1]) =>
    waysAround(formulas, { formulaId, allergies }, larchwaterGoods)
  const barsOf = (formula: Formula, allergies: Parameters<typeof checkAllergens>[1]) =>
    orderFindings(formula, { allergies }, larchwaterGoods).bars
  it.each(formulas.map((f) => [f.id, f] as const))(
    '%s: after every way that is offered nothing bars it',
    (id, formula) => {
      for (const allergen of ALLERGENS) {
        const isBarred = barsOf(formula, [allergen]).size > 0
        const ways = waysOf(id, [allergen])
        for (const choices of ways)
          expect(barsOf(chosenFormula(formulas, id, choices)!, [allergen])).toEqual(new Set())
        if (!isBarred) expect(ways).toEqual([])
      }
    },
  )
  it('a guest without gluten gets starch or rice flour in the roux; butter in everything has no way round', () => {
    expect(waysOf('supreme', ['gluten']).map((c) => c.swaps.flour?.ingredientId)).toEqual([
      'cornstarch',
      'riceFlour',
    ])
    expect(waysOf('hollandaise', ['milk'])).toEqual([])
  })
  it('what a person has decided bars nothing any more', () =>
    expect(
      waysAround(
        formulas,
        { formulaId: 'supreme', allergies: ['gluten'], decided: () => 'leaveOff' },
        larchwaterGoods,
      ),
    ).toEqual([]))
})
