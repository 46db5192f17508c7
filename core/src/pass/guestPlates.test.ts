import { describe, expect, it } from 'vitest'
import { ALLERGENS, type Allergen } from '../allergens/allergens'
import { larchwaterGoods, larchwaterTest } from '../demoKitchen.test-helper'
import { chosenFormula } from '../formula/applyChoices'
import { hasLightEgg } from '../safety/lightEgg'
import { callsOf, type PassAsked } from './calls'
import { companionsFor, mayBeAsIs, sauceBar, saucesFor, type GuestNeeds } from './guestPlates'
import { platesKey, type Plates, type PlatesDecided, type TableState } from './tables'

const { formulas, dishes } = larchwaterTest
const book = { formulas, ingredients: larchwaterGoods }
const card = dishes!
const needs = (allergies: readonly Allergen[], noLightlyCookedEgg = false): GuestNeeds => ({
  allergies,
  noLightlyCookedEgg,
})
/** What the sauce would bring, read off its goods by another way than the app's. */
const brings = (formulaId: string, choices: Parameters<typeof chosenFormula>[2], allergen: Allergen) =>
  chosenFormula(formulas, formulaId, choices)!.items.some((i) => {
    const goods = [i.ingredientId, ...(i.sources ?? [])].map((id) => larchwaterGoods.get(id)!)
    return goods.every((good) => good.allergens[allergen] !== undefined)
  })

describe('what a guest must not have', () => {
  it.each(formulas.map((f) => [f.name, f] as const))(
    '%s: barred for each allergen that it brings, and whatever is offered instead brings none',
    (_, formula) => {
      for (const allergen of ALLERGENS) {
        const guest = needs([allergen])
        const asked = { formulaId: formula.id }
        const bar = sauceBar(asked, guest, book)
        expect(bar !== undefined, allergen).toBe(brings(formula.id, undefined, allergen))
        for (const way of bar ? saucesFor(asked, guest, card, book) : [])
          expect(brings(way.formulaId, way.choices, allergen), `${allergen} ${way.formulaId}`).toBe(false)
      }
      const light = sauceBar({ formulaId: formula.id }, needs([], true), book)
      expect(light?.lightEggId !== undefined).toBe(hasLightEgg(formula, larchwaterGoods))
    },
  )
  it('hollandaise for whoever must not have lightly cooked egg: its yolk from the carton first, then a sauce of tonight without any', () => {
    const ways = saucesFor({ formulaId: 'hollandaise' }, needs([], true), card, book)
    expect(Object.values(ways[0]!.choices!.swaps).map((s) => s.ingredientId)).toEqual(['yolkCarton'])
    expect(ways.filter((w) => w.isAnother).length).toBeGreaterThan(0)
    for (const way of ways)
      expect(
        hasLightEgg(chosenFormula(formulas, way.formulaId, way.choices)!, larchwaterGoods),
        way.formulaId,
      ).toBe(false)
  })
  it('as it is goes only what a label leaves open', () => {
    const bar = (mark: 'contains' | 'mayContain' | 'unknownLabel', more: object = {}) =>
      mayBeAsIs({ findings: [{ allergen: 'milk', ingredientId: 'butter', mark }], isUnknown: false, ...more })
    expect([bar('mayContain'), bar('unknownLabel'), bar('contains')]).toEqual([true, true, false])
    expect([bar('mayContain', { isUnknown: true }), bar('mayContain', { lightEggId: 'yolk' })]).toEqual([
      false,
      false,
    ])
  })
  it('egg, fish and bread beside the sauce stay off a plate whose guest must not have them; an egg is cooked through for who must not have it soft', () => {
    const eggs = card.find((d) => d.id === 'eggsMuffin')!
    expect(companionsFor(eggs, needs(['egg'])).kept.map((c) => c.kind)).toEqual(['toast'])
    expect(companionsFor(eggs, needs(['gluten'])).leftOff.map((c) => c.kind)).toEqual(['toast'])
    expect(companionsFor(eggs, needs([], true)).kept[0]).toMatchObject({ kind: 'poachedEgg', wish: 'hard' })
    expect(companionsFor(eggs, undefined).leftOff).toEqual([])
  })
})

describe('calls for a guest', () => {
  const NOW_MS = Date.UTC(2026, 10, 28, 19)
  const GUEST = 'guest-1'
  const plates = (plateId: string, dishId: string, count: number, detailsId: string | null): Plates => ({
    plateId,
    dishId,
    count,
    detailsId,
  })
  const table = (...decided: Partial<PlatesDecided>[]): TableState => ({
    tableId: '5',
    label: '5',
    pickUpAtMs: NOW_MS + 30 * 60_000,
    plates: [plates('a', 'beefFillet', 3, null), plates('b', 'beefFillet', 1, GUEST)],
    orderedAtMs: NOW_MS,
    decided: Object.fromEntries(
      decided.map((d) => {
        const whole = {
          tableId: '5',
          plateId: 'b',
          detailsId: GUEST,
          decision: 'asIs',
          ...d,
        } as PlatesDecided
        return [platesKey(whole), whole]
      }),
    ),
  })
  const pass = (of: TableState, more: Partial<PassAsked> = {}) =>
    callsOf({
      tables: [of],
      calls: {},
      dishes: card.map((dish) => ({ dish })),
      guests: new Map([[GUEST, needs(['egg'])]]),
      book,
      nowMs: NOW_MS,
      ...more,
    }).map((c) => [c.sauceKey.split(' ')[0], c.count, c.status, c.guestId ?? null, Math.round(c.ml)])

  it('the guest’s plate is a call of its own that nobody can fire until it is decided', () =>
    expect(pass(table())).toEqual([
      ['bearnaise', 3, 'waits', null, 150],
      ['bearnaise', 1, 'blocked', GUEST, 50],
    ]))
  it('another sauce for it is drawn from no other batch; without it nothing is drawn', () => {
    expect(pass(table({ decision: 'variant', formulaId: 'redWineShallot' }))).toContainEqual([
      'redWineShallot',
      1,
      'waits',
      GUEST,
      50,
    ])
    expect(pass(table({ decision: 'without' }))).toContainEqual(['bearnaise', 1, 'waits', null, 0])
    expect(pass(table({ decision: 'asIs' }))).toEqual(pass(table())) // it contains it: nobody may say that it goes as it is
  })
  it('a decision for another sauce that brings it too stays barred', () =>
    expect(pass(table({ decision: 'variant', formulaId: 'hollandaise' }))).toContainEqual([
      'hollandaise',
      1,
      'blocked',
      GUEST,
      50,
    ]))
  it('as long as what the guest said is not here, nobody may fire, whatever was decided', () =>
    expect(pass(table({ decision: 'asIs' }), { guests: new Map() })).toContainEqual([
      'bearnaise',
      1,
      'blocked',
      GUEST,
      50,
    ]))
  it('a table that cancels leaves what was fired to be seen, and nothing else', () => {
    const cancelled = { ...table(), cancelledReason: 'left' }
    expect(pass(cancelled)).toEqual([])
    const fired = { '5 bearnaise': { isHeld: false, firedAtMs: NOW_MS, firedPlates: 3 } }
    expect(pass(cancelled, { calls: fired })).toEqual([['bearnaise', 3, 'cancelled', null, 150]])
  })
})
