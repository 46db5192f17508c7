import { factsPageSchema, storedFactSchema } from '@liquamen/contracts'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../testing/testApp'
import { rebuildReadModels } from './readModels'
import { verifyChain } from './verifyChain'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

interface Result {
  readonly id: string
  readonly status: string
  readonly problem?: { code: string }
}
const post = async (...facts: unknown[]) =>
  ((await (await t.request('/facts', { body: { facts } })).json()) as { results: Result[] }).results
const served = (streamId = uuidv7(), more = {}) =>
  testFact(t, 'portion.served', streamId, { portions: 1, orderId: null }, more)
const factsOf = async () => {
  const answer = await t.request('/facts?after=0')
  return factsPageSchema.parse(await answer.json()).facts
}
const inKitchen = <T>(work: Parameters<typeof t.database.inKitchen<T>>[1]) =>
  t.database.inKitchen(t.kitchenId, work)

describe('ids', () => {
  it('in upper case are the same ids: the chain holds, and the same entry again is known', async () => {
    const fact = served()
    const loud = { ...fact, id: fact.id.toUpperCase(), streamId: fact.streamId.toUpperCase() }
    expect((await post(loud)).map((r) => [r.id, r.status])).toEqual([[fact.id, 'stored']])
    expect((await post(fact, loud)).map((r) => r.status)).toEqual(['known', 'known'])
    expect((await factsOf()).filter((f) => f.id === fact.id)).toHaveLength(1)
    expect(await inKitchen((tx) => verifyChain(tx, t.kitchenId))).toMatchObject({ status: 'whole' })
  })
  it('in upper case in a file are the same ids too', async () => {
    const own = await createTestApp()
    const batchId = uuidv7()
    await own.request('/facts', {
      body: { facts: [testFact(own, 'portion.served', batchId, { portions: 1, orderId: null })] },
    })
    const file = (await (await own.request('/export')).json()) as {
      facts: { id: string; streamId: string }[]
    }
    const loud = {
      ...file,
      facts: file.facts.map((f) => ({ ...f, id: f.id.toUpperCase(), streamId: f.streamId.toUpperCase() })),
    }
    const answer = await own.request('/import', { body: loud })
    expect(await answer.json()).toMatchObject({ facts: 0 })
    const whole = await own.database.inKitchen(own.kitchenId, (tx) => verifyChain(tx, own.kitchenId))
    expect(whole).toMatchObject({ status: 'whole' })
    await own.close()
  })
  it('one stream is of one kind: an entry of another kind under its id is refused, in one post or in two', async () => {
    const stream = uuidv7()
    const cancelled = testFact(t, 'order.cancelled', stream, { reason: '' })
    expect((await post(served(stream), cancelled)).map((r) => r.problem?.code)).toEqual([
      undefined,
      'otherStream',
    ])
    expect((await post(cancelled, served(stream))).map((r) => r.problem?.code)).toEqual([
      'otherStream',
      undefined,
    ])
    const lines = () =>
      inKitchen(async (tx) => (await tx.execute('select id, summary from batches order by id')).rows)
    const before = await lines()
    await inKitchen((tx) => rebuildReadModels(tx, t.kitchenId))
    expect(await lines()).toEqual(before)
  })
})

describe('clocks', () => {
  it.each([
    ['at 1970', 86_400_000, 0, 'unmeasured'],
    ['ninety years ahead', NOW_MS + 90 * 365 * 86_400_000, 0, 'future'],
    ['at 1970, its offset measured', 1000, NOW_MS - 1000, undefined],
    ['with an absurd offset', NOW_MS, 3e14, 'future'],
    ['with an absurd offset the other way', NOW_MS, -3e14, 'unmeasured'],
  ])('a device %s is stored, flagged and can be read again', async (_, deviceAtMs, clockOffsetMs, flag) => {
    const fact = served(uuidv7(), { deviceAtMs, clockOffsetMs })
    expect((await post(fact)).map((r) => r.status)).toEqual(['stored'])
    const kept = (await factsOf()).find((f) => f.id === fact.id)!
    expect([kept.deviceAtMs, kept.clockFlag]).toEqual([deviceAtMs, flag])
    expect(Math.abs(kept.atMs - NOW_MS)).toBeLessThan(86_400_000)
    const file = (await (await t.request('/export')).json()) as { facts: unknown[] }
    for (const each of file.facts) expect(storedFactSchema.safeParse(each).success).toBe(true)
  })
})

describe('an entry that cannot be kept', () => {
  const deep = JSON.parse(`${'['.repeat(3000)}${']'.repeat(3000)}`) as unknown
  it.each([
    ['a NUL', { reason: 'a\u0000b' }],
    ['half an emoji', { reason: '\ud83d' }],
    ['a nesting of three thousand', { reason: deep }],
    ['a reason of a megabyte', { reason: 'x'.repeat(1_000_000) }],
  ])('%s is refused alone; its neighbours are stored', async (_, payload) => {
    const [before, after] = [served(), served()]
    const bad = { ...testFact(t, 'order.cancelled', uuidv7(), { reason: '' }), payload }
    expect((await post(before, bad, after)).map((r) => r.status)).toEqual(['stored', 'refused', 'stored'])
  })
  it('a forecast beyond any date is refused, and no sheet of a batch ever fails on one', async () => {
    const stream = uuidv7()
    const shown = (atMs: number) => ({
      ...testFact(t, 'forecast.shown', stream, {
        stepId: 'a',
        massG: 1,
        targetMassG: 1,
        p10AtMs: null,
        p50AtMs: NOW_MS,
        p90AtMs: null,
        modelVersion: 'x',
      }),
      payload: {
        stepId: 'a',
        massG: 1,
        targetMassG: 1,
        p10AtMs: null,
        p50AtMs: atMs,
        p90AtMs: null,
        modelVersion: 'x',
      },
    })
    expect((await post(shown(1e300), shown(8.64e15))).map((r) => r.status)).toEqual(['refused', 'stored'])
    expect((await t.request(`/batches/${stream}/export.csv`)).status).toBe(200)
  })
})

describe('a server that is being stopped', () => {
  it('answers 503 and lets the line go, so that what was sent is kept by who sent it', async () => {
    const stopping = new AbortController()
    const own = await createTestApp({ stopping: stopping.signal })
    expect((await own.request('/session')).status).toBe(200)
    stopping.abort()
    const answer = await own.request('/guest-details')
    expect([answer.status, answer.headers.get('connection')]).toEqual([503, 'close'])
    expect(((await answer.json()) as { code: string }).code).toBe('stopping')
    await own.close()
  })
  it('with its database closed it answers 503, never 500', async () => {
    const own = await createTestApp()
    await own.database.close()
    for (const path of ['/session', '/facts?after=0', '/guest-details', '/batches'])
      expect((await own.request(path)).status, path).toBe(503)
    await own.close().catch(() => undefined)
  })
})
