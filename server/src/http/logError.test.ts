import { sql } from 'drizzle-orm'
import { pino } from 'pino'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { withClient } from '../db/prepare'
import { createTestApp, type TestApp } from '../testing/testApp'
import { logError } from './logError'

let t: TestApp
const lines: string[] = []
beforeAll(async () => {
  const log = pino({ serializers: { err: logError } }, { write: (line: string) => void lines.push(line) })
  t = await createTestApp({ log })
})
afterAll(() => t.close())

it('a failure in the database is in the log with its code and place, and without a word of a guest', async () => {
  const words = 'no celery for Mrs Unlogged'
  // what they said no longer fits the table
  await withClient(t.superuserUrl, (client) =>
    client.query('alter table guest_details add check (length(note) < 3)'),
  )
  const id = '0191d5a0-0000-7000-8000-000000000009'
  const answer = await t.request(`/guest-details/${id}`, {
    method: 'PUT',
    body: { id, note: words, allergies: [], noLightlyCookedEgg: false },
  })
  expect(answer.status).toBe(500)
  const all = lines.join('')
  expect(all).toContain('23514')
  expect(all).toContain('guest_details')
  expect(all).not.toMatch(/celery|Unlogged/)
  expect(await answer.text()).not.toMatch(/celery|Unlogged/)
})
it('a value that the database repeats is not in the log', async () => {
  const failed = await t.database
    .inKitchen(t.kitchenId, (tx) => tx.execute(sql`select ${'Mrs Unlogged'}::uuid`))
    .catch((error: unknown) => error)
  expect(JSON.stringify(logError(failed))).toContain('22P02')
  expect(JSON.stringify(logError(failed))).not.toContain('Unlogged')
})
