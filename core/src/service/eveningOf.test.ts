import { describe, expect, it } from 'vitest'
import { foldBatch } from '../batch/foldBatch'
import { viewBatch } from '../batch/viewBatch'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { checkAnswer } from '../schedule/check/checkAnswer'
import { startSchedule } from '../schedule/scheduleService'
import { eveningInstance } from './eveningInstance'
import { eveningOf } from './eveningOf'
import { explode } from './explode'
import { isPlannedSo, movedInto, plannedFrom } from './plannedFrom'
import { platesLate } from './platesLate'

const MINUTE_MS = 60_000
const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const NOON_MS = FIRST_MS - 360 * MINUTE_MS
const SERVICE_ID = '0197a000-0000-7000-8000-000000000001'
const sitting = (sittingId: string, afterMin: number, covers: number) => ({
  sittingId,
  name: sittingId,
  startsAtMs: FIRST_MS + afterMin * MINUTE_MS,
  covers,
  basis: 'booked' as const,
  spreadMin: 15,
})
function evening(formulaIds: readonly string[], perCover: number, cooks: number, nowMs = NOON_MS) {
  const dishes = formulaIds.map((formulaId) => ({
    dish: {
      id: `${formulaId}Dish`,
      name: formulaId,
      formulaId,
      placement: 'over' as const,
      portionMl: catalog.formulas.find((f) => f.id === formulaId)!.portionMl,
      parts: [],
      companions: [],
      assembly: [],
      lastMinute: [],
    },
    perCover,
    delayMin: 35,
  }))
  const service = { sittings: [sitting('first', 0, 30), sitting('second', 105, 28)], dishes }
  const explosion = explode({ service, catalog, ingredients, lots: [], nowMs })
  const people = [{ fromMs: nowMs, count: cooks }]
  const asked = eveningOf({
    serviceId: SERVICE_ID,
    explosion,
    catalog,
    ingredients,
    people,
    nowMs,
    idOf: (key) => key,
  })
  const instance = eveningInstance(asked, catalog)
  const search = startSchedule(instance, { seed: 1 })
  search.run(10)
  const answer = search.answer()
  expect(checkAnswer(instance, answer)).toEqual([])
  return { explosion, asked, instance, answer }
}

describe('every sauce of the book for two sittings', () => {
  it.each(catalog.formulas.map((f) => [f.id, f] as const))('%s', (id) => {
    const bookSaysMade = catalog.formulas.find((f) => f.id === id)!.makes
    // a base takes its own morning; what hangs on one that is not there begins the day before
    const { asked, answer, explosion } = evening([id], 0.35, 2, FIRST_MS - 2400 * MINUTE_MS)
    if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
    expect(answer.objective.slice(0, 2)).toEqual([0, 0])
    const sauces = asked.batches.filter((b) => b.pickUps.length > 0)
    expect(sauces).toHaveLength(explosion.sauces[0]!.batches.length)
    for (const batch of asked.batches) {
      const planned = plannedFrom(batch, asked, answer.tasks)!
      expect(planned.at).toHaveLength(batch.plans[0]!.plan.steps.length)
      expect(planned.plan.isLate).toBe(false)
      // it stands on the stove as it was scheduled, and calls for its first step then
      const { facts, put } = rehearsalRecord('planned')
      put('batch.planned', asked.nowMs, planned)
      const view = viewBatch(foldBatch('planned', facts), catalog, asked.nowMs)!
      const begins = planned.at!.find((a) => a.stepId === view.step!.id)!
      expect(view.deadlines[0]).toMatchObject({ code: 'light', atMs: planned.plan.latestStartAtMs })
      expect(view.ring.id).toBe(begins.ringId ?? planned.ringId)
      for (const role of Object.keys(batch.panIds)) expect(planned.vessels).toHaveProperty(role)
    }
    // what is made of a base begins when the base is done
    for (const batch of asked.batches)
      for (const { stepId, batchId } of batch.waitsFor ?? []) {
        const base = plannedFrom(
          asked.batches.find((b) => b.id === batchId)!,
          asked,
          answer.tasks,
        )!
        const takes = plannedFrom(batch, asked, answer.tasks)!.at!.find((a) => a.stepId === stepId)!
        expect(takes.startAtMs).toBeGreaterThanOrEqual(base.plan.earliestReadyAtMs)
      }
    if (bookSaysMade) expect(asked.batches.length).toBeGreaterThan(0)
  })
})

describe('a supper of eight sauces', () => {
  const CARD = ['hollandaise', 'bearnaise', 'beurreBlanc', 'redWineShallot', 'supreme', 'madeiraSauce']
  const { asked, answer } = evening(
    [...CARD, 'creamPeppercorn', 'hazelnutButter'],
    0.15,
    2,
    FIRST_MS - 2400 * MINUTE_MS,
  )
  const placed = answer.status === 'feasible' ? answer.tasks : []
  const laterBy = (s: number) => placed.map((t) => ({ ...t, startS: t.startS + s, endS: t.endS + s }))
  it('no plate waits; were all of it ten minutes later, each that is not held would, and by that much', () => {
    expect(platesLate(asked, placed)).toEqual({ plates: 0, mostMs: 0, sauces: [] })
    const late = platesLate(asked, laterBy(600))
    expect(late.plates).toBeGreaterThan(0)
    expect(late.mostMs).toBeLessThanOrEqual(600_000)
    expect(late.sauces.length).toBeGreaterThan(3)
  })
  it('what stands on record as it is planned is not said again; an hour, a ring or a pan more is', () => {
    const [batch] = asked.batches
    const now = plannedFrom(batch!, asked, placed)!
    expect(isPlannedSo(now, plannedFrom(batch!, asked, placed)!)).toBe(true)
    expect(isPlannedSo(now, plannedFrom(batch!, asked, laterBy(60))!)).toBe(false)
    const [role] = Object.keys(now.vessels)
    expect(isPlannedSo(now, { ...now, vessels: { ...now.vessels, [role!]: 'another' } })).toBe(false)
    const elsewhere = now.at!.map((a) => (a.ringId ? { ...a, ringId: 'another' } : a))
    expect(isPlannedSo(now, { ...now, at: elsewhere })).toBe(false)
  })
  it('a batch of another order keeps what it is for and moves with the plan', () => {
    const [batch] = asked.batches
    const { at: _, ...was } = plannedFrom(batch!, asked, placed)!
    expect(movedInto(was, batch!, asked.zeroMs, placed)).toBeUndefined()
    const moved = movedInto(was, batch!, asked.zeroMs, laterBy(300))!
    expect(moved.plan.latestStartAtMs).toBe(was.plan.latestStartAtMs + 300_000)
    expect(movedInto(moved, batch!, asked.zeroMs, laterBy(300))).toBeUndefined()
    expect({ ...moved, at: undefined, plan: was.plan }).toEqual({ ...was, at: undefined })
  })
  it('has a plan on time; what is made to order is in none of its batches', () => {
    if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
    expect(answer.objective.slice(0, 2)).toEqual([0, 0])
    const keys = asked.batches.map((b) => b.key.split(' ')[0])
    expect(keys).toContain('hollandaise')
    expect(keys).not.toContain('hazelnutButter')
    expect(keys).not.toContain('beurreBlanc')
  })
})
