import { describe, expect, it } from 'vitest'
import type { Call } from './calls'
import { handsAhead } from './handsAhead'

const NOW_MS = Date.UTC(2026, 10, 28, 19)
const S = 1000
/** A call that lands so many seconds from now, its plates drawn 40 s before. */
const call = (label: string, landsInS: number, more: Partial<Call> = {}): Call =>
  ({
    callId: label,
    tableId: label,
    label,
    status: 'waits',
    companions: [],
    landsAtMs: NOW_MS + landsInS * S,
    drawAtMs: NOW_MS + (landsInS - 40) * S,
    fireAtMs: NOW_MS + (landsInS - 40) * S,
    ...more,
  }) as Call
const ahead = (calls: readonly Call[], people = 1, others = []) =>
  handsAhead(calls, { people, nowMs: NOW_MS, others })

describe('hands ahead', () => {
  it('plates one after another are nobody’s trouble; two at once ask for two, and the later one is to move', () => {
    expect(ahead([call('5', 100), call('6', 150)])).toBeUndefined()
    expect(ahead([call('5', 100), call('6', 110)])).toMatchObject({
      fromMs: NOW_MS + 70 * S,
      toMs: NOW_MS + 100 * S,
      asked: 2,
      people: 1,
      move: { label: '6' },
    })
    expect(ahead([call('5', 100), call('6', 110)], 2)).toBeUndefined()
  })
  it('what is begun is not moved; what is gone, held or not decided asks for nobody', () => {
    expect(ahead([call('5', 100), call('6', 110, { status: 'fired' })])!.move!.label).toBe('5')
    for (const status of ['gone', 'held', 'blocked', 'cancelled'] as const)
      expect(ahead([call('5', 100), call('6', 110, { status })])).toBeUndefined()
  })
  it('an egg that is dropped while a plate is drawn counts, and so does the stove', () => {
    const drop = { kind: 'poachedEgg', pieces: 1, dishId: 'd' } as const
    const times = { startS: -240, waitsS: 60, acts: [{ code: 'drop' as const, atS: -240 }] }
    const eggs = call('eggs', 300, { companions: [{ ...drop, times }] })
    expect(ahead([call('5', 90), eggs])).toMatchObject({ asked: 2, move: { label: 'eggs' } })
    const stove = [{ fromMs: NOW_MS + 60 * S, toMs: NOW_MS + 90 * S, hands: 1 }]
    expect(handsAhead([call('5', 90)], { people: 1, nowMs: NOW_MS, others: stove })).toMatchObject({
      asked: 2,
    })
  })
  it('ten minutes ahead and no further; a clash shorter than anybody notices is none', () => {
    expect(ahead([call('5', 900), call('6', 900)])).toBeUndefined()
    expect(ahead([call('5', 100), call('6', 132)])).toBeUndefined()
  })
})
