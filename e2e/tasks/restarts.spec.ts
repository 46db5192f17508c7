import { KINDS } from '@liquamen/core'
import { randomUUID } from 'node:crypto'
import { setTimeout as pause } from 'node:timers/promises'
import { enrol } from '../enrol'
import { expect, KitchenServer, test } from '../kitchenServer'

const ORDERS = 240
const LANES = 8
/** How the server is ended under load, gently and at once. */
const ENDS: readonly NodeJS.Signals[] = ['SIGTERM', 'SIGKILL', 'SIGTERM', 'SIGTERM']

test('stopped and killed under a queue of orders with allergies: what was answered is kept, none is lost, none is there twice', async ({
  kitchen,
}) => {
  test.setTimeout(180_000)
  const { headers, deviceId, kitchenId, serverNowMs } = await enrol(kitchen, 'till')

  const orders = Array.from({ length: ORDERS }, (_, i) => {
    const detailsId = randomUUID()
    const order = {
      formulaId: 'hollandaise',
      portions: 2,
      pickupAtMs: serverNowMs + 3_600_000,
      label: `Table ${i}`,
      detailsId,
    }
    return {
      details: { id: detailsId, note: `guest ${i}`, allergies: ['milk', 'egg'], noLightlyCookedEgg: true },
      fact: {
        id: randomUUID(),
        kitchenId,
        streamKind: 'order',
        streamId: randomUUID(),
        kind: 'order.taken',
        v: KINDS['order.taken'].v,
        deviceId,
        deviceSeq: i + 1,
        deviceAtMs: serverNowMs + i,
        clockOffsetMs: 0,
        actor: { deviceId },
        payload: order,
      },
    }
  })

  const statuses = new Set<number>()
  /** Sends until the server says that it has it, as every device of the kitchen does. */
  async function sure(path: string, method: string, body: unknown): Promise<void> {
    for (;;) {
      const answer = await fetch(`${kitchen.url}/api${path}`, {
        method,
        headers,
        body: JSON.stringify(body),
      }).catch(() => undefined)
      const text = await answer?.text().catch(() => undefined)
      if (answer) statuses.add(answer.status)
      if (answer?.ok && text !== undefined) {
        if (path === '/facts') expect(text).toMatch(/"status":"(stored|known)"/)
        return
      }
      await pause(20) // the way to the server, not a wait for something to be so
    }
  }

  let done = 0
  const waiting = [...orders]
  async function lane(): Promise<void> {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      await sure(`/guest-details/${next.details.id}`, 'PUT', next.details)
      await sure('/facts', 'POST', { facts: [next.fact] })
      done += 1
    }
  }
  async function endAgainAndAgain(): Promise<void> {
    for (const [i, signal] of ENDS.entries()) {
      const from = ((i + 0.5) * ORDERS) / (ENDS.length + 1)
      while (done < from) await pause(5)
      await kitchen.stop(signal)
      await kitchen.start()
    }
  }
  await Promise.all([endAgainAndAgain(), ...Array.from({ length: LANES }, lane)])

  expect([...statuses].filter((s) => s !== 200 && s !== 503)).toEqual([])
  const told = await fetch(`${kitchen.url}/api/guest-details`, { headers })
  const { details } = (await told.json()) as { details: { id: string }[] }
  const byId = new Map(details.map((d) => [d.id, d]))
  for (const order of orders) expect(byId.get(order.details.id)).toEqual(order.details)
  const current = await fetch(`${kitchen.url}/api/facts?sinceMs=0`, { headers })
  const { facts } = (await current.json()) as { facts: { id: string; payload: unknown }[] }
  for (const { fact } of orders)
    expect(facts.filter((f) => f.id === fact.id).map((f) => f.payload)).toEqual([fact.payload])
})

test('two that are started for the first time at once serve one kitchen', async () => {
  const both = await KitchenServer.twoAtOnce()
  try {
    const kitchens = await Promise.all(both.map(async (server) => (await enrol(server, 'tablet')).kitchenId))
    expect(new Set(kitchens).size).toBe(1)
  } finally {
    await both[0].dispose()
  }
})
