import { afterAll, beforeAll, expect, it } from 'vitest'
import demoFile from '../../../demo/larchwater-house.json'
import { createTestApp, testFact, type TestApp } from '../testing/testApp'
import { addToCatalog, putCatalogItem, readCatalog } from './catalog.repo'

const demo = demoFile.catalog
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
  await t.database.inKitchen(t.kitchenId, (tx) => addToCatalog(tx, t.kitchenId, demo))
})
afterAll(() => t.close())
const read = () => t.database.inKitchen(t.kitchenId, (tx) => readCatalog(tx))
const renamed = (name: string) => ({ kind: 'pans', id: demo.pans[0]!.id, body: { ...demo.pans[0]!, name } })
const put = (name: string) =>
  t.database.inKitchen(t.kitchenId, (tx) => putCatalogItem(tx, t.kitchenId, renamed(name)))

it('is read once while nothing of it is another', async () => {
  const first = await read()
  expect(first.formulas).toHaveLength(demo.formulas.length)
  expect(await read()).toBe(first)
})
it('is read anew once an item is another, or a fact of the kitchen', async () => {
  const before = await read()
  await put('Renamed')
  expect((await read()).pans[0]!.name).toBe('Renamed')
  const ring = { ...before.rings[0]!, strength: 'weak' }
  await t.request('/facts', { body: { facts: [testFact(t, 'ring.set', t.kitchenId, { ring })] } })
  expect((await read()).rings.find((r) => r.id === ring.id)!.strength).toBe('weak')
  expect((await read()).pans[0]!.name).toBe('Renamed')
})
it('what a transaction saw and gave up is seen by nobody else', async () => {
  const givesUp = t.database.inKitchen(t.kitchenId, async (tx) => {
    await putCatalogItem(tx, t.kitchenId, renamed('Never kept'))
    expect((await readCatalog(tx)).pans[0]!.name).toBe('Never kept')
    throw new Error('given up')
  })
  await expect(givesUp).rejects.toThrow('given up')
  expect((await read()).pans[0]!.name).toBe('Renamed')
})
it('another kitchen has its own', async () => {
  const other = await t.deps.devices.createKitchen('other')
  expect((await t.database.inKitchen(other, (tx) => readCatalog(tx))).pans).toEqual([])
  expect((await read()).pans.length).toBeGreaterThan(0)
})
