import { describe, expect, it } from 'vitest'
import type { BatchState } from '../batch/batchState'
import { larchwaterTest } from '../demoKitchen.test-helper'
import type { Fact } from '../facts/fact'
import type { LotState } from '../larder/foldLot'
import { AS_PLANNED, type Truth } from '../practice/followPlan'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { closingSheet, type ClosingAsked } from './closingSheet'

const HOUR = 3600_000
const NOW_MS = LIT_AT_MS + 12 * HOUR
const sitting = {
  sittingId: 'a',
  name: 'First',
  startsAtMs: LIT_AT_MS + 3 * HOUR,
  covers: 30,
  basis: 'booked',
  spreadMin: 15,
} as const
const whole = (id: string, truth?: Truth) => {
  const { facts, fold } = rehearse(id, truth ? { truth } : {})
  return { facts, state: fold() }
}
const sheet = (batches: readonly BatchState[], more: Partial<ClosingAsked> = {}) =>
  closingSheet({
    service: { openedAtMs: LIT_AT_MS - 48 * HOUR, sittings: [sitting] },
    batches,
    factsOf: () => [],
    held: [],
    lots: [],
    nowMs: NOW_MS,
    ...more,
  })
const lot = (id: string, place: LotState['place'], madeH: number, untilH: number): LotState => ({
  id,
  status: 'held',
  stored: { ingredientId: id } as never,
  place,
  expiresAtMs: NOW_MS + untilH * HOUR,
  stays: [{ place, fromMs: NOW_MS + madeH * HOUR }],
  massG: 500,
  countedAtMs: NOW_MS,
  taken: [],
  deviations: [],
})

describe('the closing sheet', () => {
  it.each(larchwaterTest.formulas.map((f) => [f.name, f] as const))(
    '%s, worked from its order to its record, is on it as it was',
    (name, { id }) => {
      const { state, facts } = whole(id)
      const { served, food, thrown } = sheet([state], { factsOf: () => facts })
      const all = state.servings.reduce((sum, s) => sum + s.portions, 0)
      expect(served).toEqual(all ? [{ sauceName: name, portions: all }] : [])
      expect(food).toHaveLength(state.hold ? 1 : 0)
      for (const line of food) {
        expect(line.toMs).toBe(state.finishedAtMs ?? NOW_MS) // what still stands, stands
        expect(line.toMs).toBeGreaterThan(line.fromMs)
        expect(line.deviations).toBe(state.deviations)
      }
      expect(thrown).toEqual([])
    },
  )
  it('the coldest and the hottest that was read while a sauce stood, and nothing read before', () => {
    const { state, facts } = whole('hollandaise')
    const at = (afterMs: number, tempC: number) =>
      ({
        ...facts.find((f) => f.kind === 'step.finished')!,
        kind: 'reading.taken',
        atMs: state.hold!.startedAtMs + afterMs,
        payload: { stepId: 'hold', how: 'temperature', tempC },
      }) as unknown as Fact
    const read = [...facts, at(-60_000, 80), at(60_000, 61), at(120_000, 58.5)]
    const { food } = sheet([state], { factsOf: () => read })
    expect(food[0]!.readC).toMatchObject({ low: 58.5 })
    expect(food[0]!.readC!.high).toBeLessThan(80)
  })
  it('chilled and frozen tonight, due within a day or past it, each by its clock', () => {
    const lots = [
      lot('demi', 'fridge', -2, 72),
      lot('cream', 'fridge', -40, 10),
      lot('stock', 'freezer', -1, 2000),
      lot('glaze', 'fridge', -1, 20),
      lot('fish', 'fridge', -72, -5),
    ]
    const { chilled, frozen, due } = sheet([], { lots })
    expect(chilled.map((l) => l.lotId)).toEqual(['glaze', 'demi'])
    expect(frozen.map((l) => l.lotId)).toEqual(['stock'])
    expect(due.map((l) => l.lotId)).toEqual(['fish', 'cream', 'glaze'])
  })
  it('what was thrown says why; another evening’s batch is not on it', () => {
    const { state } = whole('beurreBlanc')
    const thrown = { ...state, status: 'discarded' as const, reason: 'it broke' }
    expect(sheet([thrown]).thrown).toEqual([
      { batchId: state.id, sauceName: 'Beurre blanc', reason: 'it broke' },
    ])
    const yesterday = { ...thrown, lastAtMs: sitting.startsAtMs - 13 * HOUR }
    expect(sheet([yesterday]).thrown).toEqual([])
  })
  it('a ring that boils slower than it was thought to is told; one that is as it was, is not', () => {
    const reduced = (paceFactor: number) =>
      ['redWineShallot', 'portGlaze', 'madeiraSauce'].map((id, i) => ({
        ...whole(id, { ...AS_PLANNED, reads: true, paceFactor }).state,
        id: `${id}${i}`,
      }))
    const slow = sheet(reduced(0.8)).taught
    expect(slow.length).toBeGreaterThan(0)
    for (const { factor } of slow) expect(factor).toBeLessThan(0.95)
    expect(sheet(reduced(1)).taught).toEqual([])
  })
})
