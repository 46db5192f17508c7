import { describe, expect, it } from 'vitest'
import { foldBatch } from '../batch/foldBatch'
import { viewBatch } from '../batch/viewBatch'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { byStream } from '../facts/byStream'
import type { Fact } from '../facts/fact'
import type { Planned } from '../facts/kinds/batch'
import { streamOf, type FactKind } from '../facts/kinds/kinds'
import type { PlacedTask } from '../schedule/instance'
import { checkAnswer } from '../schedule/check/checkAnswer'
import { offered, plainDish, sittingAt } from './card.test-helper'
import { doneWith } from './eveningInstance'
import { plannedEvening } from './plannedEvening.test-helper'
import { isPlannedSo, movedInto, plannedFrom } from './plannedFrom'
import { platesLate } from './platesLate'
import { replanEvening } from './replan'

const MINUTE_MS = 60_000
const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const NOON_MS = FIRST_MS - 360 * MINUTE_MS
const SERVICE_ID = '0197a000-0000-7000-8000-000000000001'
/** Two sittings, and a dish with each sauce. */
function serviceOf(formulaIds: readonly string[], perCover: number) {
  const dishes = formulaIds.map((id) => offered(plainDish(id), perCover, 35))
  const sittings = [sittingAt('first', FIRST_MS, 30), sittingAt('second', FIRST_MS + 105 * MINUTE_MS, 28)]
  return { sittings, dishes }
}
function evening(formulaIds: readonly string[], perCover: number, cooks: number, nowMs = NOON_MS) {
  const service = serviceOf(formulaIds, perCover)
  const made = plannedEvening(service, { serviceId: SERVICE_ID, cooks, nowMs })
  expect(checkAnswer(made.instance, made.answer)).toEqual([])
  return made
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
    // what is made ahead is ready before its first plate, with time for a step that takes longer
    for (const batch of sauces) {
      const { endS } = answer.tasks.find((t) => t.id === doneWith(batch))!
      const first = asked.pickUps.find((p) => p.id === batch.pickUps[0]!.id)!
      expect(asked.zeroMs + endS * 1000).toBeLessThanOrEqual(first.atMs - 5 * MINUTE_MS)
    }
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
    staysTrue(id, asked, answer.tasks)
  })
})

/** In force, the plan stays while nothing happens; a table more or a lost batch is planned, in time, and all else stays where it is. */
function staysTrue(
  formulaId: string,
  asked: ReturnType<typeof evening>['asked'],
  tasks: readonly PlacedTask[],
) {
  let seq = 0
  const fact = (kind: FactKind, streamId: string, payload: unknown) =>
    ({
      id: `${++seq}`,
      streamKind: streamOf(kind),
      streamId,
      kind,
      v: 1,
      actor: {},
      payload,
      atMs: asked.nowMs + seq,
      seq,
    }) as unknown as Fact
  const base = serviceOf([formulaId], 0.35)
  const facts: Fact[] = [
    fact('service.opened', SERVICE_ID, { name: '', timeZone: 'UTC' }),
    fact('line.planned', SERVICE_ID, { people: [{ fromAtMs: asked.nowMs, count: 2 }] }),
    ...base.sittings.map((x) => fact('sitting.set', SERVICE_ID, x)),
    ...base.dishes.map((x) => fact('dish.offered', SERVICE_ID, x)),
    ...asked.batches.map((b) =>
      fact('batch.planned', b.id, plannedFrom(b, { ...asked, id: SERVICE_ID }, tasks)),
    ),
    fact('plan.published', SERVICE_ID, {
      number: 1,
      cause: 'first',
      zeroAtMs: asked.zeroMs,
      tasks,
      modelVersion: '',
    }),
  ]
  const looked = (more: readonly Fact[]) =>
    replanEvening({
      serviceId: SERVICE_ID,
      streams: byStream([...facts, ...more]),
      catalog,
      ingredients,
      guests: new Map(),
      nowMs: asked.nowMs,
      idOf: (key) => key,
      orderIdOf: (callId) => `order ${callId}`,
      isOver: () => true,
    })
  expect(looked([])).toBeUndefined()
  const table = {
    tableId: 'table',
    label: 'Table 1',
    pickUpAtMs: FIRST_MS + 20 * MINUTE_MS,
    plates: [{ plateId: 'p', dishId: `${formulaId}Dish`, count: 30, detailsId: null }],
  }
  const more = looked([fact('table.ordered', SERVICE_ID, table)])!
  expect([more.cause, more.about]).toEqual(['order', 'Table 1'])
  const portions = (list: readonly { readonly planned: Planned }[]) =>
    list.reduce((sum, b) => sum + b.planned.plan.portions, 0)
  expect(portions(more.planned)).toBeGreaterThanOrEqual(30)
  const [lost] = asked.batches.filter((b) => b.pickUps.length > 0)
  if (!lost) return
  const again = looked([
    fact('batch.started', lost.id, {
      frozen: {
        formula: lost.formula,
        settings: catalog.settings,
        ingredients: [],
        vessels: {},
        ring: catalog.rings[0],
      },
      plan: lost.plans[0]!.plan,
    }),
    fact('batch.finished', lost.id, { result: 'discarded', reason: '' }),
  ])!
  expect(again.cause).toBe('broken')
  expect(again.planned.map((b) => b.batchId)).toContain(`${lost.id}+1`)
  expect(again.planned.find((b) => b.batchId === `${lost.id}+1`)!.planned.plan.isLate).toBe(false)
}

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
