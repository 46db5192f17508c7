import { describe, expect, it } from 'vitest'
import type { BatchState } from '../batch/batchState'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { foldBatch } from '../batch/foldBatch'
import type { Planned } from '../facts/kinds/batch'
import { offered, plainDish, sittingAt } from './card.test-helper'
import { plannedEvening } from './plannedEvening.test-helper'
import { plannedFrom } from './plannedFrom'
import { planChanges, type FeasiblePlan } from './publishing'

const MINUTE_MS = 60_000
const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const SERVICE_ID = '0197a000-0000-7000-8000-000000000001'

/** A plan of one sauce for one sitting. */
function planOf(formulaId: string): FeasiblePlan {
  const nowMs = FIRST_MS - 360 * MINUTE_MS
  const service = {
    sittings: [sittingAt('first', FIRST_MS, 30)],
    dishes: [offered(plainDish(formulaId), 0.5, 35)],
  }
  const { asked, answer } = plannedEvening(service, { serviceId: SERVICE_ID, cooks: 2, nowMs })
  if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
  return { own: { ...asked, id: SERVICE_ID }, asked, answer } as unknown as FeasiblePlan
}
function stateOf(id: string, planned: Planned): BatchState {
  const { facts, put } = rehearsalRecord(id)
  put('batch.planned', FIRST_MS - 400 * MINUTE_MS, planned)
  return foldBatch(id, facts)
}
const states = (...list: BatchState[]) => new Map(list.map((s) => [s.id, s]))

describe('what of a plan is new to the record', () => {
  const plan = planOf('hollandaise')
  const batch = plan.own.batches[0]!
  const planned = plannedFrom(batch, { ...plan.asked, id: SERVICE_ID }, plan.answer.tasks)!

  it('is all of it the first time, and nothing the second', () => {
    const first = planChanges(plan, new Map())
    expect(first.planned.map((p) => p.batchId)).toEqual(plan.own.batches.map((b) => b.id))
    expect(new Set(first.changes.map((c) => c.what))).toEqual(new Set(['new']))
    const all = states(...first.planned.map((p) => stateOf(p.batchId, p.planned)))
    expect(planChanges(plan, all)).toMatchObject({ planned: [], takenOff: [], changes: [], ordersOff: [] })
  })
  it('says what moved, what is elsewhere, and what grew', () => {
    const later = {
      ...planned,
      at: planned.at!.map((a) => ({ ...a, startAtMs: a.startAtMs - 5 * MINUTE_MS })),
    }
    const [moved] = planChanges(plan, states(stateOf(batch.id, later))).changes
    expect(moved).toMatchObject({ batchId: batch.id, what: 'moved', byS: 300 })
    const other = { ...planned, at: planned.at!.map((a) => ({ ...a, ringId: 'another' })) }
    expect(planChanges(plan, states(stateOf(batch.id, other))).changes[0]).toMatchObject({ what: 'place' })
    const less = { ...planned, plan: { ...planned.plan, portions: planned.plan.portions - 1 } }
    expect(planChanges(plan, states(stateOf(batch.id, less))).changes[0]).toMatchObject({
      what: 'portions',
      portions: planned.plan.portions,
    })
  })
  it('takes off what it no longer makes, and cancels its order only where nobody else makes it', () => {
    const shares = [{ orderId: 'guest’s own', portions: 1 }]
    const left = stateOf('left over', { ...planned, shares })
    const own = planChanges(plan, states(left))
    expect(own.takenOff).toEqual(['left over'])
    expect(own.ordersOff).toEqual(['guest’s own'])
    // a cook put the same order on the stove by hand: it is made, and stays an order
    const { service: _, ...byHand } = planned
    const also = planChanges(plan, states(left, stateOf('by hand', { ...byHand, shares } as Planned)))
    expect(also.takenOff).toEqual(['left over'])
    expect(also.ordersOff).toEqual([])
  })
})
