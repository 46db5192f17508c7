import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KitchenCatalog } from '@liquamen/core'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const DAY_MS = 86_400_000
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

const pan = (id: string, tareG = 900): KitchenCatalog['pans'][number] => ({
  id,
  name: `Pan ${id}`,
  kind: 'saucepan',
  tareG,
  profile: { shape: 'pan', baseRadiusMm: 90, rimRadiusMm: 90, heightMm: 90, cornerMm: 10 },
})
const say = async (...facts: ReturnType<typeof testFact>[]) =>
  (await (await t.request('/facts', { body: { facts } })).json()) as {
    results: { status: string; problem?: { code: string } }[]
  }
const opened = async () =>
  (await (await t.request('/open', { body: {} })).json()) as {
    session: { catalog: KitchenCatalog }
    current: { facts: { id: string }[] }
  }
const exported = async () =>
  (await (await t.request('/export')).json()) as { catalog: KitchenCatalog; facts: { kind: string }[] }

describe('what is said of the kitchen', () => {
  it('is told as facts while it is new, and stands in the catalogue when it is older; the export has it at once', async () => {
    const set = testFact(t, 'pan.set', t.kitchenId, { pan: pan('young') })
    expect((await say(set)).results).toMatchObject([{ status: 'stored' }])
    const young = await opened()
    expect(young.session.catalog.pans.map((p) => p.id)).not.toContain('young')
    expect(young.current.facts.map((f) => f.id)).toContain(set.id)
    expect((await exported()).catalog.pans.map((p) => p.id)).toContain('young')
    t.now.ms = NOW_MS + 3 * DAY_MS
    try {
      const old = await opened()
      expect(old.session.catalog.pans.map((p) => p.id)).toContain('young')
      expect(old.current.facts.map((f) => f.id)).not.toContain(set.id)
      await say(
        testFact(t, 'fact.voided', t.kitchenId, { factId: set.id, reason: '' }, { streamKind: 'kitchen' }),
      )
      expect((await opened()).session.catalog.pans.map((p) => p.id)).not.toContain('young')
    } finally {
      t.now.ms = NOW_MS
    }
  })
  it('belongs to the kitchen itself and to no other stream', async () => {
    const elsewhere = testFact(t, 'pan.removed', t.deviceId, { panId: 'young' })
    expect((await say(elsewhere)).results).toMatchObject([
      { status: 'refused', problem: { code: 'wrongStream' } },
    ])
  })
  it('goes with the kitchen’s file, and another kitchen that takes it in has it as its own', async () => {
    await say(testFact(t, 'pan.set', t.kitchenId, { pan: pan('carried', 1234) }))
    const file = await (await t.request('/export')).json()
    const other = await t.deps.devices.createKitchen('Other')
    const { token } = await t.deps.devices.enrol(other, 'tablet')
    expect((await t.request('/import', { body: file, token })).status).toBe(200)
    const { session, current } = (await (await t.request('/open', { body: {}, token })).json()) as Awaited<
      ReturnType<typeof opened>
    >
    expect(session.catalog.pans).toContainEqual(pan('carried', 1234))
    expect(current.facts.length).toBeGreaterThan(0)
  })
})
