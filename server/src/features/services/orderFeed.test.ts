import type { CallsFile, FeedAnswer, FeedCard, FeedOrder } from '@liquamen/contracts'
import { foldService, kitchenGoods, serviceCalls, type Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import demoFile from '../../../../demo/larchwater-house.json'
import { addToCatalog } from '../../catalog/catalog.repo'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const MIN = 60_000
const { dishes, ...demo } = demoFile.catalog
const card = dishes!
let t: TestApp
let serviceId: string
const apps: TestApp[] = []
beforeEach(async () => {
  t = await createTestApp()
  apps.push(t)
  serviceId = uuidv7()
  const offered = card.map((dish) =>
    testFact(t, 'dish.offered', serviceId, { dish, perCover: 0.1, delayMin: 20 }),
  )
  const opened = testFact(t, 'service.opened', serviceId, { name: 'Supper', timeZone: 'UTC' })
  const sitting = testFact(t, 'sitting.set', serviceId, {
    sittingId: 'first',
    name: 'First',
    startsAtMs: NOW_MS + 30 * MIN,
    covers: 40,
    basis: 'booked',
    spreadMin: 15,
  })
  await t.request('/facts', { body: { facts: [opened, sitting, ...offered] } })
})
afterAll(() => Promise.all(apps.map((a) => a.close())))

const order = (ref: string, revision: number, more: Partial<FeedOrder> = {}) => ({
  ref,
  revision,
  table: `Table ${ref}`,
  pickUpAtMs: NOW_MS + 40 * MIN,
  plates: [{ dish: 'beefFillet', count: 2 }],
  ...more,
})
const post = async (orders: object[], sentAtMs = NOW_MS, source = 'floor') => {
  const answer = await t.request('/order-feed/orders', { body: { source, sentAtMs, orders } })
  const body = (await answer.json()) as FeedAnswer & { code?: string }
  return { status: answer.status, code: body.code, results: body.results }
}
const statuses = async (orders: object[], sentAtMs?: number) =>
  (await post(orders, sentAtMs)).results.map((r) => r.status)
async function evening() {
  const { facts } = (await (await t.request('/facts?sinceMs=0')).json()) as { facts: Fact[] }
  const own = facts.filter((f) => f.streamId === serviceId)
  return { service: foldService(serviceId, own), facts: own }
}
const tables = async () => [...(await evening()).service.tables.values()]

describe('orders from the floor', () => {
  it('the floor is told the card, what is off of it and when guests sit down', async () => {
    const off = testFact(t, 'dish.withdrawn', serviceId, { dishId: 'asparagus', reason: 'none left' })
    await t.request('/facts', { body: { facts: [off] } })
    const told = (await (await t.request('/order-feed/card')).json()) as FeedCard
    expect(told.dishes).toHaveLength(card.length)
    expect(told.dishes.filter((d) => d.isOff).map((d) => d.id)).toEqual(['asparagus'])
    expect(told.sittings).toEqual([
      { name: 'First', startsAtMs: NOW_MS + 30 * MIN, covers: 40, spreadMin: 15 },
    ])
  })
  it('is taken once, however often it is sent and by however many lines at once', async () => {
    const answers = await Promise.all(Array.from({ length: 8 }, () => statuses([order('1', 0)])))
    expect(answers.flat().filter((s) => s === 'taken')).toHaveLength(1)
    expect(answers.flat().filter((s) => s === 'known')).toHaveLength(7)
    expect(await tables()).toHaveLength(1)
    expect((await evening()).facts.filter((f) => f.kind === 'table.ordered')).toHaveLength(1)
  })
  it('a backlog that comes late and out of order leaves what was said last', async () => {
    const three = { plates: [{ dish: 'beefFillet', count: 3 }] }
    expect(await statuses([order('1', 2, three)])).toEqual(['taken'])
    expect(await statuses([order('1', 1), order('2', 0), order('1', 0)])).toEqual(['taken', 'older', 'older'])
    expect(await statuses([order('3', 1, { state: 'cancelled' }), order('3', 0)])).toEqual([
      'taken',
      'cancelled',
    ]) // the older of one message is heard first
    expect(await statuses([order('3', 0)])).toEqual(['older'])
    const now = await tables()
    expect(now.map((table) => [table.label, table.plates[0]!.count, table.cancelledReason])).toEqual([
      ['Table 1', 3, undefined],
      ['Table 2', 2, undefined],
      ['Table 3', 2, 'floor'],
    ])
    expect(await statuses([order('3', 2)])).toEqual(['changed'])
    expect((await tables()).at(-1)!.cancelledReason).toBeUndefined()
  })
  it('a floor whose clock is ten minutes off means the kitchen’s time', async () => {
    for (const [ref, offMin] of [
      ['slow', -10],
      ['fast', 10],
    ] as const)
      await post([order(ref, 0, { pickUpAtMs: NOW_MS + (40 + offMin) * MIN })], NOW_MS + offMin * MIN)
    expect((await tables()).map((table) => table.pickUpAtMs)).toEqual(Array(2).fill(NOW_MS + 40 * MIN))
  })
  it('a line that is a second late moves nothing', async () => {
    await post([order('1', 0)], NOW_MS - 1000)
    expect((await tables())[0]!.pickUpAtMs).toBe(NOW_MS + 40 * MIN)
  })
  it('a pick-up in the past is taken as late, with the earliest that can be', async () => {
    const [late] = (await post([order('1', 0, { pickUpAtMs: NOW_MS - 5 * MIN })])).results
    expect(late).toMatchObject({ status: 'taken' })
    expect(late!.earliestAtMs).toBeGreaterThan(NOW_MS + 5 * MIN) // its meat rests longer than that
    expect((await post([order('2', 0)])).results[0]!.earliestAtMs).toBeUndefined()
  })
  it('a dish that is on no card is refused by itself; one that is off is kept and said', async () => {
    const off = testFact(t, 'dish.withdrawn', serviceId, { dishId: 'beefFillet', reason: 'none left' })
    await t.request('/facts', { body: { facts: [off] } })
    const { results } = await post([
      order('1', 0, { plates: [{ dish: 'nothing', count: 1 }] }),
      order('2', 0),
    ])
    expect(results.map((r) => [r.status, r.code])).toEqual([
      ['refused', 'unknownDish'],
      ['taken', undefined],
    ])
    expect((await calls())[0]!.plates[0]!.offReason).toBe('none left')
  })
  it('changed or cancelled after it was fired it is told so, and nothing is fired twice', async () => {
    await post([order('1', 0)])
    const [call] = await calls()
    const fire = { callId: call!.callId, tableId: call!.tableId, plates: 2, fromBatchId: null }
    await t.request(`/services/${serviceId}/fire`, { body: fire })
    const more = order('1', 1, { plates: [{ dish: 'beefFillet', count: 3 }] })
    expect((await post([more])).results[0]).toMatchObject({ status: 'changed', isFired: true })
    expect((await calls())[0]).toMatchObject({ status: 'fired', addedSince: 1 })
    expect((await post([order('1', 2, { state: 'cancelled' })])).results[0]).toMatchObject({
      status: 'cancelled',
      isFired: true,
    })
    expect((await calls())[0]).toMatchObject({ status: 'cancelled', count: 2 })
    expect((await evening()).facts.filter((f) => f.kind === 'call.fired')).toHaveLength(1)
  })
  it('400 covers at once are one message; more than can be meant is refused with a code', async () => {
    const many = Array.from({ length: 100 }, (_, i) =>
      order(`t${i}`, 0, { plates: [{ dish: card[i % card.length]!.id, count: 4 }] }),
    )
    expect(new Set(await statuses(many))).toEqual(new Set(['taken']))
    expect((await calls()).reduce((sum, c) => sum + c.count, 0)).toBe(400)
    expect(await post([order('x', 0, { plates: [{ dish: 'beefFillet', count: 4000 }] })])).toMatchObject({
      status: 400,
      code: 'badInput',
    })
  })
  it('without an open service nothing is taken, and it says why', async () => {
    await t.request('/facts', {
      body: { facts: [testFact(t, 'service.closed', serviceId, { note: '' })] },
    })
    expect(await post([order('1', 0)])).toMatchObject({ status: 409, code: 'noService' })
  })
})

async function calls() {
  const { service } = await evening()
  const { details } = (await (await t.request('/guest-details')).json()) as {
    details: { id: string; allergies: never[]; noLightlyCookedEgg: boolean }[]
  }
  return serviceCalls(service, {
    guests: new Map(details.map((d) => [d.id, d])),
    book: { formulas: demo.formulas, ingredients: kitchenGoods(demo) },
    altitudeM: demo.settings.altitudeM,
    nowMs: NOW_MS,
  })
}

describe('a guest with an allergy', () => {
  const milk = { allergies: ['milk'], noLightlyCookedEgg: false, note: '' }
  const withGuest = (revision: number) =>
    order('1', revision, {
      plates: [
        { dish: 'beefFillet', count: 2 },
        { dish: 'beefFillet', count: 1, guest: milk as never },
      ],
    })
  beforeEach(() =>
    t.deps.database.inKitchen(t.kitchenId, (tx) => addToCatalog(tx, t.kitchenId, demoFile.catalog)),
  )

  it('what they said is kept apart and their plate stands by itself; nobody fires it until it is decided', async () => {
    expect(await statuses([withGuest(0)])).toEqual(['taken'])
    const barred = (await calls()).find((c) => c.bar)!
    expect(barred).toMatchObject({ count: 1, status: 'blocked' })
    expect(JSON.stringify((await evening()).facts)).not.toContain('milk')
    const fire = (callId: string) =>
      t.request(`/services/${serviceId}/fire`, {
        body: { callId, tableId: barred.tableId, plates: 1, fromBatchId: null },
      })
    const refused = await fire(barred.callId)
    expect([refused.status, ((await refused.json()) as { code: string }).code]).toEqual([
      409,
      'guestNotDecided',
    ])
    const decided = testFact(t, 'plates.decided', serviceId, {
      tableId: barred.tableId,
      plateId: 'p2',
      detailsId: barred.guestId!,
      decision: 'without',
    })
    await t.request('/facts', { body: { facts: [decided] } })
    expect(await statuses([withGuest(1)])).toEqual(['changed']) // said again it stays decided
    const without = (await calls()).find((c) => c.isWithout)!
    expect(without).toMatchObject({ status: 'waits', ml: 0 })
    expect((await fire(without.callId)).status).toBe(200)

    // for whoever counts them elsewhere: each call and order, and nothing of what the guest must not have
    const file = await (await t.request(`/services/${serviceId}/calls`)).text()
    const { calls: told, orders } = JSON.parse(file) as CallsFile
    expect(told.map((c) => [c.plates, c.status, c.isWithoutSauce])).toEqual([
      [2, 'waits', false],
      [1, 'fired', true],
    ])
    expect(orders).toMatchObject([{ ref: '1', revision: 1, source: 'floor', isCancelled: false }])
    expect(file).not.toContain('milk')
    const csv = await (await t.request(`/services/${serviceId}/calls.csv`)).text()
    expect(csv.split('\r\n')).toHaveLength(3)
    expect(csv).toContain('Table 1,Béarnaise,1,0,fired')
  })
})
