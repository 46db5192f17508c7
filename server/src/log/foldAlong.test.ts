import { sql } from 'drizzle-orm'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Tx } from '../db/database'
import { createTestApp, type TestApp } from '../testing/testApp'
import { walkFacts } from './facts.repo'
import { foldAlong } from './foldAlong'
import { writeLines } from './readModels'

let t: TestApp
const TABLES = ['batches', 'orders', 'lots', 'services'] as const
/** What the read models say, and nothing of it left. */
async function takeAway(tx: Tx) {
  const said: Record<string, unknown[]> = {}
  for (const table of TABLES) {
    said[table] = (await tx.execute(sql.raw(`select * from ${table} order by id`))).rows
    await tx.execute(sql.raw(`delete from ${table}`))
  }
  return said
}

beforeAll(async () => {
  t = await createTestApp()
  const raw = readFileSync(new URL('../../../demo/larchwater-house.json', import.meta.url), 'utf8')
  expect((await t.request('/import', { raw })).status).toBe(200)
})
afterAll(() => t.close())

it.each([0, 1, 40, 200, 60_000])(
  'a record that is folded as it comes, with room for %s facts, says what its facts said one by one',
  async (most) => {
    await t.database
      .inKitchen(t.kitchenId, async (tx) => {
        const before = await takeAway(tx)
        expect(before.batches!.length).toBeGreaterThan(10)
        const folded = foldAlong(t.kitchenId, most)
        for await (const page of walkFacts(tx))
          for (let from = 0; from < page.length; from += 30)
            writeLines(tx, folded.take(page.slice(from, from + 30)))
        await folded.end(tx)
        expect(await takeAway(tx)).toEqual(before)
        throw new Rolled()
      })
      .catch((error: unknown) => {
        if (!(error instanceof Rolled)) throw error
      })
  },
)
/** Leaves the kitchen as it was. */
class Rolled extends Error {}
