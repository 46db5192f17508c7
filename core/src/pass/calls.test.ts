import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { kitchenGoods } from '../formula/kitchenGoods'
import { allDayOf, callIdOf, callsOf, type PassAsked } from './calls'
import type { Plates, TableState } from './tables'

const dishes = larchwaterTest.dishes!
const NOW_MS = Date.UTC(2026, 10, 28, 19)
const MIN = 60_000
const plates = (dishId: string, count: number, more: Partial<Plates> = {}): Plates => ({
  plateId: dishId,
  dishId,
  count,
  detailsId: null,
  ...more,
})
const table = (label: string, inMin: number, ...of: Plates[]): TableState => ({
  tableId: label,
  label,
  pickUpAtMs: NOW_MS + inMin * MIN,
  plates: of,
  orderedAtMs: NOW_MS,
  decided: {},
})
const offered = dishes.map((dish) => ({ dish }))
const book = { formulas: larchwaterTest.formulas, ingredients: kitchenGoods(larchwaterTest) }
const evening = { calls: {}, dishes: offered, guests: new Map(), book, nowMs: NOW_MS, boilsAtC: 96 }
const pass = (tables: readonly TableState[], calls: PassAsked['calls'] = {}, nowMs = NOW_MS) =>
  callsOf({ ...evening, tables, calls, nowMs })

describe('calls', () => {
  it('one a sauce and table; dishes that share a sauce are one call', () => {
    const calls = pass([
      table('5', 20, plates('eggsMuffin', 2), plates('asparagus', 1), plates('duckBreast', 1)),
    ])
    expect(calls.map((c) => [c.sauceKey, c.count, c.ml])).toEqual([
      ['redWineShallot', 1, 35],
      ['hollandaise', 3, 140],
    ])
    expect(calls[0]!.callId).toBe(callIdOf('5', 'redWineShallot'))
  })
  it('is fired when the longest of its companions must be begun; the sauce is drawn last; all land together', () => {
    const [eggs] = pass([table('5', 20, plates('eggsMuffin', 2))])
    expect(eggs!.companions.map((c) => [c.kind, c.pieces])).toEqual([
      ['poachedEgg', 4],
      ['toast', 2],
    ])
    const begins = eggs!.companions.map((c) => c.times.startS)
    expect(eggs!.fireAtMs).toBe(eggs!.landsAtMs + 1000 * Math.min(...begins))
    expect(eggs!.drawAtMs).toBe(eggs!.landsAtMs - 37_000)
    expect(eggs!.drawAtMs).toBeGreaterThan(eggs!.fireAtMs)
    for (const { times } of eggs!.companions)
      for (const act of times.acts) expect(act.atS).toBeLessThanOrEqual(0)
  })
  it('stands in the order in which it must be fired, not in that of the plates', () => {
    const calls = pass([
      table('trout', 10, plates('pikePerch', 1)),
      table('beef', 12, plates('beefFillet', 1)),
    ])
    expect(calls.map((c) => c.label)).toEqual(['beef', 'trout']) // the meat rests nine minutes
  })
  it('a guest’s egg is poached by itself as it is wanted', () => {
    const [call] = pass([
      table(
        '5',
        30,
        plates('eggsMuffin', 1),
        plates('eggsMuffin', 1, { plateId: 'h', wish: { egg: 'hard' } }),
      ),
    ])
    const eggs = call!.companions.filter((c) => c.kind === 'poachedEgg')
    expect(eggs).toHaveLength(2)
    expect(Math.min(...eggs.map((e) => e.times.startS))).toBeLessThan(
      Math.max(...eggs.map((e) => e.times.startS)),
    )
  })
  it.each([
    ['waits', 0, {}],
    ['due', 6.5, {}],
    ['late', 11, {}],
    ['held', 11, { isHeld: true }],
    ['fired', 11, { isHeld: false, firedAtMs: NOW_MS, firedPlates: 1 }],
    ['gone', 11, { isHeld: false, firedAtMs: NOW_MS, firedPlates: 1, goneAtMs: NOW_MS }],
  ] as const)('%s', (status, afterMin, state) => {
    const id = callIdOf('5', 'bearnaise')
    const calls = 'isHeld' in state ? { [id]: state } : {}
    const [call] = pass([table('5', 16, plates('beefFillet', 1))], calls, NOW_MS + afterMin * MIN)
    expect(call!.status).toBe(status)
  })
  it('what a table asks for after it was fired is said', () => {
    const id = callIdOf('5', 'bearnaise')
    const calls = { [id]: { isHeld: false, firedAtMs: NOW_MS, firedPlates: 2 } }
    const [call] = pass([table('5', 16, plates('beefFillet', 2), plates('lambSaddle', 1))], calls)
    expect(call!.addedSince).toBe(1)
  })
  it('a cancelled table has no calls, a dish that is on no card none either', () => {
    const cancelled = { ...table('5', 10, plates('beefFillet', 2)), cancelledReason: 'left' }
    expect(pass([cancelled, table('6', 10, plates('nothing', 2), plates('beefFillet', 0))])).toEqual([])
  })
  it('the all-day count of each sauce adds up whatever became of it', () => {
    const tables = [1, 2, 3, 4].map((n) =>
      table(`t${n}`, 10 + n, plates('beefFillet', n), plates('asparagus', 1)),
    )
    const calls = {
      [callIdOf('t1', 'bearnaise')]: { isHeld: false, firedAtMs: NOW_MS, firedPlates: 1 },
      [callIdOf('t2', 'bearnaise')]: { isHeld: false, firedAtMs: NOW_MS, firedPlates: 2, goneAtMs: NOW_MS },
    }
    expect(allDayOf(pass(tables, calls))).toEqual([
      { sauceKey: 'bearnaise', toGo: 7, fired: 1, gone: 2 },
      { sauceKey: 'hollandaise', toGo: 4, fired: 0, gone: 0 },
    ])
  })
})
