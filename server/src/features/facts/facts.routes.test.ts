import { compareFacts, foldBatch, mergeFacts } from '@liquamen/core'
import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { withClient } from '../../db/prepare'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'
import { rebuildReadModels } from '../../log/readModels'
import { verifyChain } from '../../log/verifyChain'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

const post = async (facts: unknown[], of = t) =>
  (await of.request('/facts', { body: { facts } })).json() as Promise<{
    results: {
      id: string
      status: string
      seq?: number
      atMs?: number
      problem?: { status: number; code: string }
    }[]
  }>
const served = (streamId: string, portions = 1) =>
  testFact(t, 'portion.served', streamId, { portions, orderId: null })

describe('intake', () => {
  it('stores once, answers one by one, and does not let a bad one block the rest', async () => {
    const stream = uuidv7()
    const [a, b] = [served(stream), served(stream, 2)]
    const first = await post([a, { ...served(stream), payload: { portions: -1, orderId: null } }, b])
    expect(first.results.map((r) => r.status)).toEqual(['stored', 'refused', 'stored'])
    expect(first.results[1]?.problem?.code).toBe('badInput')
    const again = await post([b, a, { ...a, payload: { portions: 9, orderId: null } }])
    expect(again.results.map((r) => r.status)).toEqual(['known', 'known', 'refused'])
    expect(again.results[2]?.problem).toMatchObject({ status: 409, code: 'idTaken' })
    expect(again.results.slice(0, 2).map((r) => r.seq)).toEqual([
      first.results[2]?.seq,
      first.results[0]?.seq,
    ])
  })
  it('settles the time: measured offset applied, the future pulled back and flagged', async () => {
    const stream = uuidv7()
    const slow = testFact(
      t,
      'portion.served',
      stream,
      { portions: 1, orderId: null },
      { deviceAtMs: NOW_MS - 600_000, clockOffsetMs: 600_000 },
    )
    const wild = testFact(
      t,
      'portion.served',
      stream,
      { portions: 1, orderId: null },
      { deviceAtMs: NOW_MS + 86_400_000 },
    )
    const { results } = await post([slow, wild])
    expect(results.map((r) => r.atMs)).toEqual([NOW_MS, NOW_MS])
    const facts = ((await (await t.request(`/batches/${stream}`)).json()) as { facts: never[] }).facts
    expect(foldBatch(stream, mergeFacts([], facts)).deviations.map((d) => d.code)).toContain('clockWasWrong')
  })
  it.each([
    ['another device', { deviceId: uuidv7() }, 'wrongActor'],
    ['another kitchen', { kitchenId: uuidv7() }, 'notYourDevice'],
    ['a newer version', { v: 99 }, 'newerVersion'],
    ['the wrong stream', { streamKind: 'order' as const }, 'wrongStream'],
  ])('refuses a fact of %s', async (_, more, code) => {
    const { results } = await post([
      testFact(t, 'portion.served', uuidv7(), { portions: 1, orderId: null }, more),
    ])
    expect(results[0]).toMatchObject({ status: 'refused', problem: { code } })
  })
  it('a reader beside many writers never sees 2 before 1, and every number once', async () => {
    const other = await createTestApp()
    const streams = Array.from({ length: 8 }, () => uuidv7())
    const seen: number[] = []
    let isDone = false
    const reader = (async () => {
      while (true) {
        const wasDone = isDone
        const { facts } = await other.deps.facts.after(other.kitchenId, seen.at(-1) ?? 0)
        seen.push(...facts.map((f) => f.seq ?? 0))
        if (wasDone && facts.length === 0) return
      }
    })()
    await Promise.all(
      streams.map(async (stream) => {
        for (let i = 0; i < 12; i++)
          await post([testFact(other, 'portion.served', stream, { portions: 1, orderId: null })], other)
      }),
    )
    isDone = true
    await reader
    expect(seen).toEqual(Array.from({ length: 96 }, (_, i) => i + 1))
    await other.close()
  })
  it('the live stream sends what comes, from where it is asked', async () => {
    const stream = uuidv7()
    const { results } = await post([served(stream)])
    const answer = await t.app.request(`/api/live?after=${(results[0]?.seq ?? 1) - 1}`, {
      headers: { authorization: `Bearer ${t.token}` },
    })
    const reader = answer.body?.getReader()
    const text = async () => new TextDecoder().decode((await reader?.read())?.value)
    expect(await text()).toContain(results[0]?.id)
    const next = text()
    const second = await post([served(stream)])
    expect(await next).toContain(second.results[0]?.id)
    await reader?.cancel()
  })
})

describe('chain and read models', () => {
  it('the chain is whole, and shows a changed fact, a missing one and a cut tail', async () => {
    const own = await createTestApp()
    const stream = uuidv7()
    await post(
      [1, 2, 3, 4].map(() => testFact(own, 'portion.served', stream, { portions: 1, orderId: null })),
      own,
    )
    const verify = () => own.database.inKitchen(own.kitchenId, (tx) => verifyChain(tx, own.kitchenId))
    expect(await verify()).toMatchObject({ status: 'whole', facts: 4 })
    const asSuperuser = (query: string) =>
      withClient(own.superuserUrl, (client) =>
        client.query(`set session_replication_role = replica; ${query}`),
      )
    await asSuperuser(`update events set payload = '{"portions": 5, "orderId": null}' where seq = 2`)
    expect(await verify()).toEqual({ status: 'broken', atSeq: 2, why: 'changed' })
    await asSuperuser(
      `update events set payload = '{"portions": 1, "orderId": null}' where seq = 2; delete from events where seq = 4`,
    )
    expect(await verify()).toEqual({ status: 'broken', atSeq: 4, why: 'tailCut' })
    await asSuperuser('delete from events where seq = 1')
    expect(await verify()).toEqual({ status: 'broken', atSeq: 1, why: 'missing' })
    await own.close()
  })
  it('facts cannot be changed or deleted, by the app or by the owner', async () => {
    await post([served(uuidv7())])
    for (const query of ['update events set kind = kind', 'delete from events', 'truncate events']) {
      await expect(t.database.inKitchen(t.kitchenId, (tx) => tx.execute(sql.raw(query)))).rejects.toThrow()
      await expect(
        withClient(t.ownerUrl, async (client) => {
          await client.query(`select set_config('app.kitchen_id', '${t.kitchenId}', false)`)
          await client.query(query)
        }),
      ).rejects.toThrow()
    }
  })
  it('facts come to a kitchen that is there, and it stays while they do', async () => {
    await post([served(uuidv7())])
    const stranger = uuidv7()
    const copy = `insert into events select '${stranger}', seq, id, stream_kind, stream_id, kind, v, device_id, device_seq, device_at, clock_offset_ms, clock_flag, actor, payload, at, received_at, chain from events limit 1`
    await withClient(t.superuserUrl, async (client) => {
      const violates = expect.objectContaining({ code: '23503' })
      await expect(client.query(copy)).rejects.toEqual(violates)
      await expect(client.query(`delete from kitchens where id = $1`, [t.kitchenId])).rejects.toEqual(
        violates,
      )
    })
  })
  it('kitchens do not see each other', async () => {
    await post([served(uuidv7())])
    const other = await t.deps.devices.createKitchen('Another')
    expect(await t.deps.facts.after(other, 0)).toMatchObject({ facts: [], headSeq: 0 })
    const rows = await t.database.pool.query('select * from events')
    expect(rows.rowCount).toBe(0)
  })
  it('read models rebuilt from the log are the same rows', async () => {
    const read = () =>
      t.database.inKitchen(t.kitchenId, async (tx) => [
        (await tx.execute(sql`select * from batches order by id`)).rows,
        (await tx.execute(sql`select * from orders order by id`)).rows,
        (await tx.execute(sql`select * from lots order by id`)).rows,
      ])
    await post([
      testFact(t, 'order.taken', uuidv7(), {
        formulaId: 'redWineShallot',
        portions: 4,
        pickupAtMs: NOW_MS + 3_600_000,
        label: 'Table 2',
        detailsId: null,
      }),
    ])
    const lotId = uuidv7()
    await post([
      testFact(t, 'lot.stored', lotId, {
        ingredientId: 'demiGlace',
        massG: 2400,
        place: 'fridge',
        madeAtMs: NOW_MS,
        expiresAtMs: NOW_MS + 4e8,
        batchId: null,
      }),
      testFact(t, 'lot.emptied', lotId, { reason: '' }),
      testFact(t, 'lot.stored', uuidv7(), {
        ingredientId: 'brownStock',
        massG: 900,
        place: 'freezer',
        madeAtMs: NOW_MS,
        expiresAtMs: NOW_MS + 4e8,
        batchId: null,
      }),
    ])
    const before = await read()
    expect(before[2]?.map((row) => row.status).sort()).toEqual(['gone', 'held'])
    expect(before.flat().length).toBeGreaterThan(3)
    await t.database.inKitchen(t.kitchenId, (tx) => rebuildReadModels(tx, t.kitchenId))
    expect(await read()).toEqual(before)
  })
  it('two facts at one moment are folded in one order everywhere', async () => {
    const stream = uuidv7()
    await post([served(stream, 3), served(stream, 4)])
    const { facts } = (await (await t.request(`/batches/${stream}`)).json()) as { facts: never[] }
    expect([...facts].sort(compareFacts)).toEqual(mergeFacts([], [...facts].reverse()))
  })
})
