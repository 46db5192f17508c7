import { readFileSync } from 'node:fs'
import type { KitchenCatalog } from '@liquamen/core'
import { findPlace, kitchenGoods, planBatch } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const { catalog } = JSON.parse(
  readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as {
  catalog: KitchenCatalog
}
const wine = catalog.formulas.find((f) => f.id === 'redWineShallot')!
let t: TestApp
const ids = { planned: uuidv7(), served: uuidv7() }
beforeAll(async () => {
  t = await createTestApp()
  const plan = planBatch({
    formula: wine,
    ingredients: kitchenGoods(catalog),
    place: findPlace(catalog, { pan: 'sauteuse19' }, 'ring1'),
    portions: 6,
    pickupAtMs: NOW_MS + 3_600_000,
    nowMs: NOW_MS,
  })
  const planned = (id: string, sauceName: string) =>
    testFact(t, 'batch.planned', id, {
      shares: [],
      formulaId: 'redWineShallot',
      sauceName,
      fill: 'redWine',
      vessels: { pan: 'sauteuse19' },
      ringId: 'ring1',
      sources: {},
      phrases: {},
      plan,
    })
  await t.request('/facts', {
    body: {
      facts: [
        planned(ids.planned, '=SUM(A1)'),
        planned(ids.served, 'Red wine'),
        testFact(t, 'portion.served', ids.served, { portions: 6, orderId: null }),
        testFact(t, 'batch.finished', ids.served, { result: 'served', reason: '' }),
      ],
    },
  })
})
afterAll(() => t.close())
interface Row {
  id: string
  status: string
  servedPortions: number
}
const list = async (query = '') =>
  ((await (await t.request(`/batches${query}`)).json()) as { batches: Row[] }).batches

describe('the Log', () => {
  it('has a line a batch, with what became of it', async () => {
    const rows = await list()
    expect(rows.map((r) => r.id).sort()).toEqual([ids.planned, ids.served].sort())
    expect(rows.find((r) => r.id === ids.served)).toMatchObject({ status: 'finished', servedPortions: 6 })
  })
  it('is narrowed by day and sauce', async () => {
    expect(await list('?formulaId=hollandaise')).toEqual([])
    expect(await list(`?fromMs=${NOW_MS + 86_400_000}`)).toEqual([])
    expect(await list(`?toMs=${NOW_MS + 86_400_000}`)).toHaveLength(2)
    expect((await t.request('/batches?fromMs=yesterday')).status).toBe(400)
  })
  it('gives a batch with its facts, and says so where there is none', async () => {
    const { facts } = (await (await t.request(`/batches/${ids.served}`)).json()) as {
      facts: { kind: string }[]
    }
    expect(facts.map((f) => f.kind)).toEqual(['batch.planned', 'portion.served', 'batch.finished'])
    const answer = await t.request(`/batches/${uuidv7()}`)
    expect([answer.status, ((await answer.json()) as { code: string }).code]).toEqual([404, 'unknownBatch'])
  })
  it('as a table no cell runs in a spreadsheet', async () => {
    const answer = await t.request('/batches.csv')
    const csv = await answer.text()
    expect(answer.headers.get('content-disposition')).toContain('batches.csv')
    expect(csv.trimEnd().split(/\r?\n/)).toHaveLength(3)
    expect(csv).not.toMatch(/(^|,)=SUM/m)
  })
})

describe('what closed batches teach', () => {
  it('is asked for by sauce, newest first; one that was never lit teaches nothing', async () => {
    const at = await createTestApp()
    const file = readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8')
    const imported = await at.request('/import', { body: JSON.parse(file) as unknown })
    expect(imported.status).toBe(200)
    const lessons = async (query: string) =>
      (
        (await (await at.request(`/lessons${query}`)).json()) as {
          rows: { formulaId: string; atMs: number; lessons: { reductions: unknown[] } }[]
        }
      ).rows
    const all = await lessons('')
    const own = await lessons('?formulaId=redWineShallot')
    expect(own.length).toBeGreaterThanOrEqual(8)
    expect(own.every((r) => r.formulaId === 'redWineShallot' && r.lessons.reductions.length > 0)).toBe(true)
    expect(all.length).toBeGreaterThan(own.length)
    expect(await lessons('?formulaId=hollandaise%20x')).toBeUndefined()
    const rows = await t.request('/lessons')
    expect(await rows.json()).toEqual({ rows: [] })
    await at.close()
  })
})
