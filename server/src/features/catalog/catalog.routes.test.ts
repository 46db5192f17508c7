import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Formula, KitchenCatalog } from '@liquamen/core'
import { createTestApp, type TestApp } from '../../testing/testApp'

let t: TestApp
const catalog = async () =>
  ((await (await t.request('/session')).json()) as { catalog: KitchenCatalog }).catalog
const save = async (f: Formula) => {
  const answer = await t.request(`/catalog/formulas/${f.id}`, { method: 'PUT', body: f })
  return {
    status: answer.status,
    body: (await answer.json()) as {
      formula?: Formula
      code?: string
      fields?: { field: string; message: string }[]
    },
  }
}
const table = async (mode: 'preview' | 'write', csv: string) => {
  const answer = await t.request(`/catalog/ingredients/${mode}`, { body: { csv } })
  return {
    status: answer.status,
    body: (await answer.json()) as {
      added: number
      changed: number
      bad: { line: number; why: string }[]
      badCount: number
      isWritten: boolean
      code?: string
    },
  }
}
beforeAll(async () => {
  t = await createTestApp()
  await t.request('/import', {
    raw: readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
  })
})
afterAll(() => t.close())

describe('formulas', () => {
  it('are saved as the next version, and every version stays', async () => {
    const f = (await catalog()).formulas.find((x) => x.id === 'beurreBlanc')!
    const saved = await save({ ...f, name: 'Beurre blanc, ours' })
    expect(saved).toMatchObject({
      status: 200,
      body: { formula: { version: 2, name: 'Beurre blanc, ours' } },
    })
    const { versions } = (await (await t.request('/catalog/formulas/beurreBlanc/versions')).json()) as {
      versions: Formula[]
    }
    expect(versions.map((v) => [v.version, v.name])).toEqual([
      [2, 'Beurre blanc, ours'],
      [1, 'Beurre blanc'],
    ])
    expect(await save({ ...f, name: 'late' })).toMatchObject({ status: 409, body: { code: 'staleVersion' } })
  })
  it('of two saves at once from one version one becomes the next, the other is told', async () => {
    const f = (await catalog()).formulas.find((x) => x.id === 'lyonnaise')!
    const answers = await Promise.all(['one', 'two', 'three'].map((name) => save({ ...f, name })))
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409])
  })
  it.each<[string, (f: Formula) => Formula, number, string, string]>([
    [
      'a missing ingredient',
      (f) => ({ ...f, items: [{ ...f.items[0]!, ingredientId: 'unicorn' }] }),
      422,
      'missingIngredient',
      'reduce',
    ],
    [
      'a target that contradicts itself',
      (f) => ({
        ...f,
        steps: f.steps.map((s) => (s.id === 'reduce' ? { ...s, target: 'by half, to 200 ml' } : s)),
      }),
      422,
      'targetUnclear',
      'reduce',
    ],
    [
      'a negative amount',
      (f) => ({ ...f, items: [{ ...f.items[0]!, amount: { massG: -1 } }] }),
      400,
      'badInput',
      'items.0.amount.massG',
    ],
    [
      'an item at a step that is not there',
      (f) => ({ ...f, items: [{ ...f.items[0]!, stepId: 'nowhere' }] }),
      400,
      'badInput',
      'items.0.stepId',
    ],
  ])('refuses %s and names the place', async (_, change, status, code, field) => {
    const f = (await catalog()).formulas.find((x) => x.id === 'beurreRouge')!
    const refused = await save(change(f))
    expect(refused).toMatchObject({ status, body: { code } })
    expect(refused.body.fields?.[0]?.field).toBe(field)
    expect((await catalog()).formulas.find((x) => x.id === 'beurreRouge')).toEqual(f) // nothing stored in part
  })
})

describe('the table of ingredients', () => {
  const good = (n: number) => `new${n},Made up ${n},no,,90,10`
  it('a preview writes nothing; 5 MB with 20 bad lines lists each, and only the good are written', async () => {
    const bad = Array.from({ length: 20 }, (_, i) => `bad${i},Too much,no,,90,90`)
    const lines = Array.from({ length: 4000 }, (_, i) => `${good(i)},${'x'.repeat(1200)}`)
    const csv = [
      'id,name,isLiquid,group,water,fat,note',
      ...lines.slice(0, 2000),
      ...bad,
      ...lines.slice(2000),
    ].join('\r\n')
    expect(csv.length).toBeGreaterThan(4_800_000)
    const preview = await table('preview', csv)
    expect(preview.body).toMatchObject({ added: 4000, changed: 0, badCount: 20, isWritten: false })
    expect(preview.body.bad[0]).toMatchObject({ line: 2002 })
    expect((await catalog()).ingredients.some((i) => i.id === 'new1')).toBe(false)
  }, 60_000)
  it('written, exported and read again it changes nothing', async () => {
    expect((await table('write', `id,name,isLiquid,group,water,fat\r\n${good(1)}\r\n`)).body).toMatchObject({
      added: 1,
      isWritten: true,
    })
    expect((await catalog()).ingredients.find((i) => i.id === 'new1')).toMatchObject({
      name: 'Made up 1',
      per100G: { water: 90, fat: 10 },
    })
    const csv = await (await t.request('/catalog/ingredients.csv')).text()
    expect((await table('preview', csv)).body).toMatchObject({ added: 0, changed: 0, badCount: 0 })
  })
  it('house measures are kept with the kitchen', async () => {
    const measures = { readings: { cup: 'metric' }, weighed: { splash: { low: 4, value: 6, high: 9 } } }
    expect((await t.request('/catalog/measures', { method: 'PUT', body: measures })).status).toBe(200)
    expect((await catalog()).settings.measures).toEqual(measures)
    expect(
      (
        await t.request('/catalog/measures', {
          method: 'PUT',
          body: { readings: {}, weighed: { splash: { low: 9, value: 6, high: 4 } } },
        })
      ).status,
    ).toBe(400)
  })
})
