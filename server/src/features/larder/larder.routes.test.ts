import type { TakeFromLarderAnswer } from '@liquamen/contracts'
import { foldLot, type Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const DAY_MS = 86_400_000
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

let good: string
let lots: { first: string; second: string }
/** Two lots of a good of its own, so that no test meets another's: the first runs out sooner. */
beforeEach(async () => {
  good = `good${uuidv7().replaceAll('-', '').slice(-12)}`
  lots = { first: uuidv7(), second: uuidv7() }
  const stored = (id: string, massG: number, days: number) =>
    testFact(t, 'lot.stored', id, {
      ingredientId: good,
      massG,
      place: 'fridge',
      madeAtMs: NOW_MS - DAY_MS,
      expiresAtMs: NOW_MS + days * DAY_MS,
      batchId: null,
    })
  await t.request('/facts', { body: { facts: [stored(lots.second, 800, 5), stored(lots.first, 300, 2)] } })
})
const ask = (massG: number, more: Record<string, unknown> = {}) => ({
  batchId: uuidv7(),
  itemId: 'demi',
  ingredientId: good,
  massG,
  ...more,
})
const take = async (body: object) =>
  (await (await t.request('/larder/take', { body })).json()) as TakeFromLarderAnswer
const massOf = async (lotId: string) => {
  const { facts } = (await (await t.request('/facts?sinceMs=0')).json()) as { facts: Fact[] }
  return foldLot(
    lotId,
    facts.filter((f) => f.streamId === lotId),
  ).massG
}

describe('taking from the larder', () => {
  it('takes of the lot that runs out first, then of the next', async () => {
    const { taken, missingG } = await take(ask(450))
    expect(taken).toEqual([
      { lotId: lots.first, massG: 300 },
      { lotId: lots.second, massG: 150 },
    ])
    expect(missingG).toBe(0)
    expect([await massOf(lots.first), await massOf(lots.second)]).toEqual([0, 650])
  })
  it('asked again for the same item it takes nothing more; asked for more, the rest', async () => {
    const body = ask(200)
    const first = await take(body)
    expect(await take(body)).toEqual(first)
    expect(await massOf(lots.first)).toBe(100)
    const more = await take({ ...body, massG: 260 })
    expect(more.taken.reduce((sum, l) => sum + l.massG, 0)).toBe(260)
    expect(await massOf(lots.first)).toBe(40)
  })
  it('what is not there is said in grams, and nothing goes under zero', async () => {
    const { taken, missingG } = await take(ask(5000))
    expect(taken.reduce((sum, l) => sum + l.massG, 0)).toBe(1100)
    expect(missingG).toBe(3900)
    expect([await massOf(lots.first), await massOf(lots.second)]).toEqual([0, 0])
  })
  it('a lot past its day is not taken from', async () => {
    t.now.ms = NOW_MS + 3 * DAY_MS
    try {
      const { taken } = await take(ask(100))
      expect(taken).toEqual([{ lotId: lots.second, massG: 100 }])
    } finally {
      t.now.ms = NOW_MS
    }
  })
  it('twenty cooks at once take what there is and not a gram more', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => take(ask(100))))
    const takenG = answers.flatMap((a) => a.taken).reduce((sum, l) => sum + l.massG, 0)
    const missingG = answers.reduce((sum, a) => sum + a.missingG, 0)
    expect(takenG).toBe(1100)
    expect(missingG).toBe(900)
    expect([await massOf(lots.first), await massOf(lots.second)]).toEqual([0, 0])
  })
  it('another kitchen has nothing of it', async () => {
    const elsewhere = await t.deps.devices.createKitchen('Elsewhere')
    const { token } = await t.deps.devices.enrol(elsewhere, 'tablet')
    const answer = await t.request('/larder/take', { body: ask(100), token })
    expect(await answer.json()).toEqual({ taken: [], missingG: 100 })
    expect(await massOf(lots.first)).toBe(300)
  })
  it.each([
    ['a mass below zero', { massG: -5 }],
    ['a batch that is no id', { batchId: 'b1' }],
    ['a mass that is no number', { massG: 'much' }],
  ])('%s is refused with its field', async (_, more) => {
    const answer = await t.request('/larder/take', { body: ask(100, more) })
    expect(answer.status).toBe(400)
    expect(await answer.json()).toMatchObject({ code: 'badInput', fields: [{ field: Object.keys(more)[0] }] })
  })
})
