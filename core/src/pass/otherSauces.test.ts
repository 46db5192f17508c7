import { describe, expect, it } from 'vitest'
import type { BatchView } from '../batch/viewBatch'
import { larchwaterGoods, larchwaterTest } from '../demoKitchen.test-helper'
import { plainDish } from '../service/card.test-helper'
import { rehearse } from '../rehearse.test-helper'
import { callsOf, type Call } from './calls'
import type { GuestNeeds } from './guestPlates'
import { otherSauces } from './otherSauces'
import type { PlatesDecided, TableState } from './tables'

const NOW_MS = Date.UTC(2026, 10, 28, 19)
const book = { formulas: larchwaterTest.formulas, ingredients: larchwaterGoods }
const held = larchwaterTest.formulas.filter((f) => f.steps.some((s) => s.technique === 'hold'))
const tonight = held.map((f) => plainDish(f.id))
/** A batch as it stands in its well a minute after it was put there. */
function ready(formulaId: string): BatchView {
  const { viewAt, endsAtMs } = rehearse(formulaId)
  const { hold } = viewAt(endsAtMs)
  return viewAt(Math.max(hold!.clock.startedAtMs, hold!.clock.startedAtMs) + 60_000)
}
const views = held.map((f) => ready(f.id))
const table = (
  dishId: string,
  decided: TableState['decided'] = {},
  detailsId: string | null = null,
): TableState => ({
  tableId: 't',
  label: 'Table 5',
  pickUpAtMs: NOW_MS - 60_000,
  plates: [{ plateId: 'p', dishId, count: 1, detailsId }],
  orderedAtMs: NOW_MS,
  decided,
})
const callsFor = (of: TableState, guests = new Map<string, GuestNeeds>()) =>
  callsOf({
    tables: [of],
    calls: {},
    dishes: [...tonight, plainDish('redWineShallot')].map((dish) => ({ dish })),
    guests,
    book,
    nowMs: NOW_MS,
  })
const others = (call: Call, more: Partial<Parameters<typeof otherSauces>[1]> = {}) =>
  otherSauces(call, { views, calls: [call], tonight, guests: new Map(), book, ...more }).map(
    (o) => o.formulaId,
  )

describe('a late call whose sauce is not there', () => {
  it.each(tonight.map((d) => [d.name, d] as const))('%s: may go with what else stands ready', (_, dish) => {
    const [call] = callsFor(table(dish.id))
    expect(call!.status).toBe('late')
    const found = others(call!)
    expect(found).not.toContain(dish.formulaId)
    expect(found.length).toBeGreaterThan(0)
    // decided, it is drawn with the other sauce's calls
    const made: PlatesDecided = {
      tableId: 't',
      plateId: 'p',
      detailsId: null,
      decision: 'variant',
      formulaId: found[0]!,
    }
    const [swapped] = callsFor(table(dish.id, { 'p null': made }))
    expect(swapped).toMatchObject({ sauceKey: found[0], status: 'late', count: 1 })
    expect(swapped!.guestId).toBeUndefined()
  })
  const [call] = callsFor(table(plainDish('hollandaise').id))
  it('never with what is wanted for others, nor with what is not on the card', () => {
    const one = others(call!)[0]!
    const waiting = callsFor({ ...table(plainDish(one).id), tableId: 'u', pickUpAtMs: NOW_MS + 600_000 })[0]!
    const all = views.find((v) => v.formula.id === one)!.formula.portionMl * 1000
    expect(others(call!, { calls: [call!, { ...waiting, ml: all }] })).not.toContain(one)
    expect(others(call!, { tonight: tonight.filter((d) => d.formulaId !== one) })).not.toContain(one)
    expect(others(call!, { views: [] })).toEqual([])
  })
  it('never with what its guest must not have, and a decision for it stays without effect', () => {
    const guest: GuestNeeds = { allergies: ['milk'], noLightlyCookedEgg: false }
    const guests = new Map([['g', guest]])
    const free = { ...call!, plates: call!.plates.map((p) => ({ ...p, detailsId: 'g' })) }
    const withMilk = others(call!)
    const allowed = others(free, { guests })
    expect(allowed.length).toBeLessThan(withMilk.length)
    // a guest against whom the dish's own sauce has nothing keeps it where the other would harm
    const eggOnly = new Map([['g', { allergies: ['egg' as const], noLightlyCookedEgg: false }]])
    const wine = plainDish('redWineShallot')
    const made: PlatesDecided = {
      tableId: 't',
      plateId: 'p',
      detailsId: 'g',
      decision: 'variant',
      formulaId: 'hollandaise',
    }
    expect(callsFor(table(wine.id, { 'p g': made }, 'g'), eggOnly)[0]!.sauce.formulaId).toBe(wine.formulaId)
  })
})
