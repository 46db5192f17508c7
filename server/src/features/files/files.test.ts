import { foldBatch, mergeFacts, type Fact } from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, type TestApp } from '../../testing/testApp'

const demo = JSON.parse(
  readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as {
  shiftFromMs: number
  facts: Fact[]
}
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
  await t.request('/import', { body: demo })
})
afterAll(() => t.close())

const batches = async (of: TestApp) =>
  (
    (await (await of.request('/batches')).json()) as {
      batches: { id: string; status: string; sauceName: string }[]
    }
  ).batches
const fold = async (of: TestApp, id: string) =>
  foldBatch(
    id,
    mergeFacts([], ((await (await of.request(`/batches/${id}`)).json()) as { facts: Fact[] }).facts),
  )

describe('kitchen files', () => {
  it('the demo comes in through the importer, moved to now', async () => {
    const ids = [...new Set(demo.facts.filter((f) => f.streamKind === 'batch').map((f) => f.streamId))]
    const statuses = ids.map(
      (id) =>
        foldBatch(
          id,
          mergeFacts(
            [],
            demo.facts.filter((f) => f.streamId === id),
          ),
        ).status,
    )
    expect(new Set(statuses)).toEqual(new Set(['finished', 'stored', 'underWay', 'planned']))
    expect((await batches(t)).map((b) => b.status).sort()).toEqual(statuses.sort())
    const { facts } = await t.deps.facts.after(t.kitchenId, 0)
    expect(facts.length).toBe(demo.facts.length)
    const moved = Math.max(...facts.filter((f) => f.kind === 'reading.taken').map((f) => f.atMs))
    expect(moved - NOW_MS).toBe(
      Math.max(...demo.facts.filter((f) => f.kind === 'reading.taken').map((f) => f.atMs)) - demo.shiftFromMs,
    )
  })
  it('a batch exported and imported into an empty instance is the same batch, and twice is once', async () => {
    const id = (await batches(t)).find((b) => b.status === 'finished')?.id ?? ''
    const file = await (await t.request(`/batches/${id}/export.json`)).json()
    const empty = await createTestApp()
    const first = (await (await empty.request('/import', { body: file })).json()) as { facts: number }
    expect(first.facts).toBeGreaterThan(20)
    expect(await (await empty.request('/import', { body: file })).json()).toMatchObject({ facts: 0 })
    const strip = (s: Awaited<ReturnType<typeof fold>>) =>
      JSON.parse(
        JSON.stringify(s, (key, value: unknown) =>
          ['seq', 'chain', 'receivedAtMs', 'kitchenId'].includes(key) ? undefined : value,
        ),
      ) as unknown
    expect(strip(await fold(empty, id))).toEqual(strip(await fold(t, id)))
    await empty.close()
  })
  it('a file never replaces what the kitchen has', async () => {
    const own = await createTestApp()
    await own.request('/import', { body: demo })
    const other = structuredClone(demo) as unknown as {
      catalog: { settings: { altitudeM: number }; pans: { id: string; tareG: number }[] }
      facts: Fact[]
    }
    other.catalog.settings.altitudeM = 3
    other.catalog.pans = [
      { ...other.catalog.pans[0]!, tareG: 1 },
      { ...other.catalog.pans[0]!, id: 'newPan', tareG: 777 },
    ]
    expect((await own.request('/import', { body: { ...other, facts: [] } })).status).toBe(200)
    const { catalog } = (await (await own.request('/session')).json()) as { catalog: typeof other.catalog }
    expect(catalog.settings.altitudeM).toBe(1180)
    expect(catalog.pans.map((p) => p.tareG)).toEqual(expect.arrayContaining([880, 777]))
    expect(catalog.pans.map((p) => p.tareG)).not.toContain(1)
    await own.close()
  })
  it('one bad entry and nothing of the file is taken', async () => {
    const empty = await createTestApp()
    const { shiftFromMs: _, ...still } = demo
    const broken = {
      ...still,
      facts: still.facts.map((f, i) => (i === 40 ? { ...f, payload: { nonsense: true } } : f)),
    }
    const answer = await empty.request('/import', { body: broken })
    expect(answer.status).toBe(400)
    expect(await answer.json()).toMatchObject({
      code: 'badInput',
      detail: 'Entry 41 of the file. Nothing was imported.',
    })
    expect((await empty.deps.facts.after(empty.kitchenId, 0)).facts).toEqual([])
    expect(
      ((await (await empty.request('/session')).json()) as { catalog: { formulas: unknown[] } }).catalog
        .formulas,
    ).toEqual([])
    await empty.close()
  })
  it('the list and a batch come as CSV, with nothing a spreadsheet would run', async () => {
    const list = await (await t.request('/batches.csv')).text()
    expect(list.split('\r\n')).toHaveLength((await batches(t)).length + 1)
    const id =
      (await batches(t)).find((b) => b.status === 'finished' && b.sauceName === 'Red wine & shallot')?.id ??
      ''
    const csv = await (await t.request(`/batches/${id}/export.csv`)).text()
    expect(csv).toMatch(/^at,kind,step,how,grossG/)
    expect(csv).toMatch(/reading\.taken,reduceWine,weighing,\d+/)
    expect(csv).not.toMatch(/(^|,)[=+@]/m)
  })
  it('the list is cut by day and sauce', async () => {
    const count = async (query: string) =>
      ((await (await t.request(`/batches?${query}`)).json()) as { batches: unknown[] }).batches.length
    expect(await count(`fromMs=${NOW_MS + 86_400_000}`)).toBe(0)
    const isOfWine = (f: { kind: string; payload: unknown }) =>
      f.kind === 'batch.planned' && (f.payload as { formulaId: string }).formulaId === 'redWineShallot'
    expect(await count('formulaId=redWineShallot')).toBe(demo.facts.filter(isOfWine).length)
    expect(await count('formulaId=other')).toBe(0)
  })
  it('a guest’s words can be erased, and the facts stay', async () => {
    const { details } = (await (await t.request('/guest-details')).json()) as { details: { id: string }[] }
    expect(details.length).toBeGreaterThan(0)
    expect((await t.request(`/guest-details/${details[0]?.id}`, { method: 'DELETE' })).status).toBe(204)
    expect(
      ((await (await t.request('/guest-details')).json()) as { details: unknown[] }).details,
    ).toHaveLength(details.length - 1)
    expect((await t.deps.facts.after(t.kitchenId, 0)).facts).toHaveLength(demo.facts.length)
  })
})
