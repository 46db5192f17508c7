import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createDeps, type AppDeps } from '../app'
import { createTestApp, testFact, type TestApp } from '../testing/testApp'
import { rebuildReadModels } from './readModels'
import { verifyChain } from './verifyChain'

let t: TestApp
let elsewhere: AppDeps
beforeAll(async () => {
  t = await createTestApp()
  elsewhere = createDeps(t.deps) // another process on the same database
})
afterAll(() => t.close())

const served = (streamId: string) => testFact(t, 'portion.served', streamId, { portions: 1, orderId: null })
const sender = () => ({
  deviceId: t.deviceId,
  kitchenId: t.kitchenId,
  name: 'tablet',
  kind: 'tablet' as const,
})
const inKitchen = <T>(work: Parameters<typeof t.database.inKitchen<T>>[1]) =>
  t.database.inKitchen(t.kitchenId, work)
const lines = () =>
  inKitchen(async (tx) => (await tx.$client.query('select id, summary from batches order by id')).rows)
async function expectTrue() {
  const before = await lines()
  await inKitchen((tx) => rebuildReadModels(tx, t.kitchenId))
  expect(before).toEqual(await lines())
  expect(await inKitchen((tx) => verifyChain(tx, t.kitchenId))).toMatchObject({ status: 'whole' })
}

describe('kept streams', () => {
  it('two processes that write to the same streams by turns keep both the truth', async () => {
    const streams = [uuidv7(), uuidv7()]
    for (let i = 0; i < 12; i += 1) {
      const { facts } = i % 3 ? elsewhere : t.deps
      await facts.post(sender(), [served(streams[i % 2]!), ...(i % 4 ? [served(streams[0]!)] : [])])
    }
    await expectTrue()
  })
  it('what was given up with its transaction is forgotten', async () => {
    const stream = uuidv7()
    await t.deps.facts.post(sender(), [served(stream)])
    const real = t.database.inLockedKitchen
    const failing = createDeps({
      ...t.deps,
      database: {
        ...t.database,
        inLockedKitchen: (id, work) =>
          real(id, async (tx, head) => {
            const result = await work(tx, head)
            if (isFailing) throw new Error('the line broke before the commit')
            return result
          }),
      },
    })
    let isFailing = false
    await failing.facts.post(sender(), [served(stream)])
    isFailing = true
    await expect(failing.facts.post(sender(), [served(stream)])).rejects.toThrow('before the commit')
    isFailing = false
    await failing.facts.post(sender(), [served(stream)])
    await expectTrue()
  })
  it('an id that another stream has is refused, and its neighbours are stored', async () => {
    const [a, b] = [uuidv7(), uuidv7()]
    const first = served(a)
    await t.deps.facts.post(sender(), [first, served(b)])
    const { results } = await t.deps.facts.post(sender(), [
      served(b),
      { ...served(b), id: first.id },
      served(a),
    ])
    expect(results.map((r) => r.problem?.code ?? r.status)).toEqual(['stored', 'idTaken', 'stored'])
    await expectTrue()
  })
  it('a fact known to another process is known, also while its stream is kept', async () => {
    const stream = uuidv7()
    const [first, second] = [served(stream), served(stream)]
    await t.deps.facts.post(sender(), [first])
    await elsewhere.facts.post(sender(), [second])
    const { results } = await t.deps.facts.post(sender(), [second, first])
    expect(results.map((r) => r.status)).toEqual(['known', 'known'])
    await expectTrue()
  })
})
