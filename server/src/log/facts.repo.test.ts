import { v7 as uuidv7 } from 'uuid'
import fc from 'fast-check'
import { expect, it } from 'vitest'

import { createTestApp, testFact } from '../testing/testApp'
import { readAfter } from './facts.repo'

const LAST_DEVICE_MS = Date.UTC(9999, 11, 31, 23, 59, 59, 999)

it('what a device’s clock said comes back to the millisecond, from 1970 to the last that is taken (law)', async () => {
  const t = await createTestApp()
  try {
    const times = [
      ...[0, 1, 999, 1000, 1001, LAST_DEVICE_MS - 1, LAST_DEVICE_MS],
      ...fc.sample(fc.integer({ min: 0, max: LAST_DEVICE_MS }), 190),
    ]
    const stream = uuidv7()
    const facts = times.map((deviceAtMs, i) => ({
      ...testFact(t, 'hold.stirred', stream, { stepId: 'a' }),
      deviceSeq: i + 1,
      deviceAtMs,
    }))
    expect((await t.request('/facts', { body: { facts } })).status).toBe(200)
    const read = await t.database.inKitchen(t.kitchenId, (tx) => readAfter(tx, 0, 1000))
    const saidOf = new Map(read.map((fact) => [fact.id, fact.deviceAtMs]))
    expect(facts.map(({ id }) => saidOf.get(id))).toEqual(times)
  } finally {
    await t.close()
  }
})
