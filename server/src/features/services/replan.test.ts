import { batchIdOf } from '@liquamen/contracts/eveningIds'
import {
  foldBatch,
  foldService,
  kitchenGoods,
  planChanges,
  SCHEDULE_MODEL_VERSION,
  startEvening,
  takeApart,
  type Fact,
  type KitchenCatalog,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import demoFile from '../../../../demo/larchwater-house.json'
import { addToCatalog } from '../../catalog/catalog.repo'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'
import { createReplanner, type Replanner } from './replan.service'

const MIN = 60_000
const { dishes, ...demo } = demoFile.catalog
const card = dishes!.filter((d) => ['hollandaise', 'supreme', 'hazelnutButter'].includes(d.formulaId))
const butterDish = card.find((d) => d.formulaId === 'hazelnutButter')!
const butterMl = demo.formulas.find((f) => f.id === 'hazelnutButter')!.portionMl
const people = [{ fromMs: NOW_MS, count: 2 }]
let t: TestApp
let replanner: Replanner
const serviceId = uuidv7()
const record = async (...facts: ReturnType<typeof testFact>[]) => {
  t.now.ms += 1000 // no two plans are of one millisecond
  const timed = facts.map((f, i) => ({ ...f, deviceAtMs: t.now.ms + i - facts.length }))
  const answer = await t.request('/facts', { body: { facts: timed } })
  expect(JSON.stringify(await answer.json())).not.toContain('refused')
}
async function all(): Promise<Fact[]> {
  return (await t.deps.facts.current(t.kitchenId, 0)).facts
}
const evening = async () => {
  const facts = await all()
  const service = foldService(
    serviceId,
    facts.filter((f) => f.streamId === serviceId),
  )
  const batchIds = new Set(facts.filter((f) => f.streamKind === 'batch').map((f) => f.streamId))
  const batches = [...batchIds].map((id) =>
    foldBatch(
      id,
      facts.filter((f) => f.streamId === id),
    ),
  )
  return { facts, service, batches }
}
const published = async () =>
  (await all())
    .flatMap((f) => (f.kind === 'plan.published' ? [f.payload] : []))
    .sort((a, b) => a.number - b.number)
const table = (label: string, count: number, dishId: string, afterMin: number) => ({
  tableId: uuidv7(),
  label,
  pickUpAtMs: NOW_MS + afterMin * MIN,
  plates: [{ plateId: 'p1', dishId, count, detailsId: null }],
})

/** The plan that a person puts in force first, as the page makes it. */
async function firstPlan(): Promise<void> {
  const { service } = await evening()
  const catalog = { ...demo, dishes: card }
  const question = {
    service,
    catalog,
    ingredients: kitchenGoods(catalog),
    lots: [],
    people,
    stove: { id: 'stove', zeroMs: NOW_MS, nowMs: NOW_MS, people, batches: [], pickUps: [] },
    tonight: { called: [], standing: [], coming: [], begunKeys: [], planned: new Map<string, number>() },
    nowMs: NOW_MS,
    idOf: (key: string) => batchIdOf(serviceId, key),
  }
  const search = startEvening(question, takeApart(question))
  search.run(30)
  const { answer, ...plan } = search.plan()
  if (answer.status !== 'feasible') throw new Error('no plan')
  const body = {
    number: 1,
    cause: 'first',
    zeroAtMs: plan.asked.zeroMs,
    tasks: answer.tasks,
    modelVersion: SCHEDULE_MODEL_VERSION,
    ...planChanges({ ...plan, answer }, new Map()),
  }
  const said = await t.request(`/services/${serviceId}/plan`, { body })
  expect(said.status).toBe(200)
}

beforeAll(async () => {
  t = await createTestApp()
  replanner = createReplanner(t.deps)
  await t.database.inKitchen(t.kitchenId, (tx) => addToCatalog(tx, t.kitchenId, demo as KitchenCatalog))
  await record(
    testFact(t, 'service.opened', serviceId, { name: 'Supper', timeZone: 'UTC' }),
    testFact(t, 'sitting.set', serviceId, {
      sittingId: 'first',
      name: 'First',
      startsAtMs: NOW_MS + 240 * MIN,
      covers: 30,
      basis: 'booked',
      spreadMin: 12,
    }),
    ...card.map((dish) => testFact(t, 'dish.offered', serviceId, { dish, perCover: 0.2, delayMin: 35 })),
  )
}, 60_000)
afterAll(() => t.close())

describe('the plan in force is kept true', () => {
  it('without one nothing is planned', async () => {
    await replanner.look(t.kitchenId)
    expect(await published()).toEqual([])
  })
  it('while nothing happens it stays', async () => {
    await firstPlan()
    await replanner.look(t.kitchenId)
    expect((await published()).map((p) => p.number)).toEqual([1])
  })
  it('a table whose sauce is made when it is called brings its batch onto the stove, in time', async () => {
    const order = table('Table 4', 3, butterDish.id, 260)
    await record(testFact(t, 'table.ordered', serviceId, order))
    await replanner.look(t.kitchenId)
    const [, plan] = await published()
    expect(plan).toMatchObject({
      number: 2,
      cause: 'order',
      about: 'Table 4',
      changes: [
        {
          what: 'new',
          portions: Math.ceil((3 * butterDish.portionMl) / butterMl),
          sauceName: expect.stringMatching(/butter/i) as unknown,
        },
      ],
    })
    const { batches } = await evening()
    const made = batches.find((b) => b.planned?.service?.key.startsWith(order.tableId))!
    const endsAtMs = Math.max(...made.planned!.at!.map((a) => a.endAtMs))
    expect(endsAtMs).toBeLessThanOrEqual(order.pickUpAtMs)
    expect(endsAtMs).toBeGreaterThan(order.pickUpAtMs - 5 * MIN)
    // cancelled, it is off again
    await record(testFact(t, 'table.cancelled', serviceId, { tableId: order.tableId, reason: '' }))
    await replanner.look(t.kitchenId)
    expect((await published()).at(-1)).toMatchObject({
      number: 3,
      cause: 'order',
      changes: [{ what: 'off' }],
    })
    expect((await evening()).batches.find((b) => b.id === made.id)?.status).toBe('takenOff')
  })
  it('what was once off comes back on, as often as the table thinks again', async () => {
    const off = (await evening()).batches.find((b) => b.status === 'takenOff')!
    const [tableId] = off.planned!.service!.key.split(' ')
    const again = { ...table('Table 4', 3, butterDish.id, 260), tableId: tableId! }
    const status = async () => (await evening()).batches.find((b) => b.id === off.id)!.status
    for (let i = 0; i < 2; i++) {
      await record(testFact(t, 'table.ordered', serviceId, again))
      await replanner.look(t.kitchenId)
      expect(await status()).toBe('planned')
      await record(testFact(t, 'table.cancelled', serviceId, { tableId: tableId!, reason: '' }))
      await replanner.look(t.kitchenId)
      expect(await status()).toBe('takenOff')
    }
  })
  it('a sauce that breaks is planned anew under a name of its own', async () => {
    const { batches } = await evening()
    const lost = batches.find((b) => b.planned?.service?.key === 'hollandaise 1')!
    const begun = demoFile.facts.find((f) => f.kind === 'batch.started')!
    await record(
      testFact(t, 'batch.started', lost.id, begun.payload as never),
      testFact(t, 'batch.finished', lost.id, { result: 'discarded', reason: 'broken' }),
    )
    await replanner.look(t.kitchenId)
    expect((await published()).at(-1)).toMatchObject({
      cause: 'broken',
      about: lost.planned!.sauceName,
    })
    const again = (await evening()).batches.find((b) => b.planned?.service?.key === 'hollandaise 1+1')
    expect(again?.status).toBe('planned')
  })
  it('a ring that is lost is planned around', async () => {
    const used = (await evening()).batches
      .filter((b) => b.status === 'planned')
      .flatMap((b) => b.planned!.at!.flatMap((a) => a.ringId ?? []))[0]!
    await record(testFact(t, 'ring.removed', t.kitchenId, { ringId: used }))
    await replanner.look(t.kitchenId)
    const plan = (await published()).at(-1)!
    expect(plan.cause).toBe('ring')
    expect(plan.tasks.filter((task) => task.ring === used)).toEqual([])
  })
  it('of two processes that plan one kitchen anew one plan is taken, and it holds what both were told', async () => {
    const other = createReplanner(t.deps)
    const before = (await published()).length
    await record(testFact(t, 'table.ordered', serviceId, table('Table 9', 4, butterDish.id, 270)))
    await Promise.all([replanner.look(t.kitchenId), other.look(t.kitchenId)])
    expect((await published()).length).toBe(before + 1)
    await Promise.all([replanner.look(t.kitchenId), other.look(t.kitchenId)])
    expect((await published()).map((p) => p.number)).toEqual([...Array(before + 1).keys()].map((n) => n + 1))
  })
  it("a guest's own sauce has an order of its own as soon as somebody decided it; what is wanted no more is off", async () => {
    const detailsId = uuidv7()
    const details = { id: detailsId, allergies: [], noLightlyCookedEgg: true, note: '' }
    await t.request(`/guest-details/${detailsId}`, { method: 'PUT', body: details })
    const eggDish = card.find((d) => d.formulaId === 'hollandaise')!
    const order = table('Table 7', 2, eggDish.id, 265)
    const plates = [...order.plates, { plateId: 'p2', dishId: eggDish.id, count: 1, detailsId }]
    const made = { formulaId: butterDish.formulaId }
    const decided = {
      tableId: order.tableId,
      plateId: 'p2',
      detailsId,
      decision: 'variant' as const,
      ...made,
    }
    await record(testFact(t, 'table.ordered', serviceId, { ...order, plates }))
    await replanner.look(t.kitchenId)
    const isFor = (f: Fact) => f.kind === 'order.taken' && f.payload.detailsId === detailsId
    expect((await all()).filter(isFor)).toEqual([])
    await record(testFact(t, 'plates.decided', serviceId, decided))
    await replanner.look(t.kitchenId)
    const taken = (await all()).find(isFor)!
    expect(taken.payload).toMatchObject({ ...made, label: 'Table 7' })
    const own = (await evening()).batches.find((b) =>
      b.planned?.shares.some((s) => s.orderId === taken.streamId),
    )
    expect(own).toMatchObject({ status: 'planned', planned: made })
    await record(testFact(t, 'table.cancelled', serviceId, { tableId: order.tableId, reason: '' }))
    await replanner.look(t.kitchenId)
    const { batches, facts } = await evening()
    expect(batches.find((b) => b.id === own!.id)?.status).toBe('takenOff')
    expect(facts.some((f) => f.kind === 'order.cancelled' && f.streamId === taken.streamId)).toBe(true)
  })
  it('what a person changes in the brief waits for a person', async () => {
    const before = (await published()).length
    await record(
      testFact(t, 'sitting.set', serviceId, {
        sittingId: 'second',
        name: 'Second',
        startsAtMs: NOW_MS + 320 * MIN,
        covers: 40,
        basis: 'booked',
        spreadMin: 12,
      }),
    )
    await replanner.look(t.kitchenId)
    expect((await published()).length).toBe(before)
  })
  it('what was to be begun and was not is late: the rest follows it', async () => {
    const { batches } = await evening()
    const first = Math.min(
      ...batches.filter((b) => b.status === 'planned').flatMap((b) => b.planned!.at!.map((a) => a.startAtMs)),
    )
    t.now.ms = first + 10 * MIN
    await replanner.look(t.kitchenId)
    const plan = (await published()).at(-1)!
    expect(plan.cause).toBe('late')
    expect(plan.changes!.some((c) => c.what === 'moved' && c.byS! >= 180)).toBe(true)
    expect(Math.min(...plan.tasks.map((x) => plan.zeroAtMs + x.startS * 1000))).toBeGreaterThanOrEqual(
      first + 9 * MIN,
    )
  })
})
