import { serve } from '@hono/node-server'
import { foldService, kitchenGoods, serviceCalls, type Fact } from '@liquamen/core'
import { Hono } from 'hono'
import { streamSSE, type SSEStreamingApi } from 'hono/streaming'
import { request, type ClientRequest } from 'node:http'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { createApp, createDeps } from '../../server/src/app'
import { addToCatalog } from '../../server/src/catalog/catalog.repo'
import { openDatabase } from '../../server/src/db/database'
import { createRolesAndDatabase, migrateDatabase } from '../../server/src/db/prepare'
import { startLiveFeed } from '../../server/src/log/liveFeed'
import { demoCatalog as catalog } from './demoKitchen'
import { newFact } from './intake'
import { interleave, median } from './interleave'
import type { Line } from './line'
import { withDatabase } from './withDatabase'
import { v7 as uuidv7 } from 'uuid'

/** Above all that the first comparison counts. */
const OPENING_SEQ = 1_000_000
const BROWSERS = 20
const POSTS = 20

type Heard = (data: string) => void
/** A line to one address that tells of each event it hears. */
function listen(url: string, headers: Record<string, string>, heard: Heard): Promise<ClientRequest> {
  return new Promise((resolve) => {
    const asked = request(url, { headers }, (answer) => {
      let text = ''
      answer.setEncoding('utf8')
      answer.on('data', (chunk: string) => {
        text += chunk
        if (/^event: facts$/m.test(text) && text.endsWith('\n\n')) {
          const data = /^data: (.*)$/m.exec(text)?.[1] ?? ''
          text = ''
          heard(data)
        }
      })
      resolve(asked)
    })
    asked.end()
  })
}

/** From the post of one fact until the last of twenty browsers has it, ms; the median of some posts. */
async function timed(post: () => Promise<unknown>, nextHeard: () => Promise<void>): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < POSTS; i += 1) {
    const all = nextHeard()
    const start = performance.now()
    await Promise.all([post(), all])
    times.push(performance.now() - start)
  }
  return median(times)
}

/** Counts what its listeners hear, and tells when the last of them has. */
function crowd() {
  let count = 0
  let done: () => void = () => undefined
  return {
    heard() {
      count += 1
      if (count === BROWSERS) done()
    },
    next: () =>
      new Promise<void>((resolve) => {
        count = 0
        done = resolve
      }),
  }
}

/** The least that could be done: what is posted is written to everyone who listens. */
function echoApp() {
  const streams = new Set<SSEStreamingApi>()
  const app = new Hono()
  app.get('/live', (c) =>
    streamSSE(c, async (stream) => {
      streams.add(stream)
      await new Promise<void>((resolve) => stream.onAbort(resolve))
      streams.delete(stream)
    }),
  )
  app.post('/facts', async (c) => {
    const data = JSON.stringify(await c.req.json())
    await Promise.all([...streams].map((stream) => stream.writeSSE({ event: 'facts', data })))
    return c.json({ ok: true })
  })
  return app
}

const open = (fetch: Parameters<typeof serve>[0]['fetch']): Promise<string> =>
  new Promise((resolve) => {
    const server = serve({ fetch, hostname: '127.0.0.1', port: 0 }, () =>
      resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`),
    )
  })

/** An evening whose card is all that the demo kitchen sells, with a screen that works out its calls. */
function evening(kitchenId: string, deviceId: string, nowMs: number) {
  const book = { formulas: catalog.formulas, ingredients: kitchenGoods(catalog) }
  const serviceId = uuidv7()
  const opening: Fact[] = [
    { kind: 'service.opened', payload: { name: 'Supper', timeZone: 'UTC' } },
    ...(catalog.dishes ?? []).map((dish) => ({
      kind: 'dish.offered' as const,
      payload: { dish, perCover: 0.1, delayMin: 20 },
    })),
  ].map(({ kind, payload }, i) => ({
    ...newFact(kitchenId, deviceId, serviceId, OPENING_SEQ + i),
    streamKind: 'service',
    kind,
    payload,
  })) as unknown as Fact[]
  let n = 0
  return {
    opening,
    /** The next table, as the floor sends it. */
    order: () => ({
      source: 'floor',
      sentAtMs: Date.now(),
      orders: [
        {
          ref: String((n += 1)),
          revision: 0,
          table: `Table ${n}`,
          pickUpAtMs: nowMs + 3600_000,
          plates: [{ dish: catalog.dishes![n % catalog.dishes!.length]!.id, count: 2 }],
        },
      ],
    }),
    /** A screen: each fact that it hears is folded, and the calls are worked out anew. */
    screen() {
      const known = [...opening]
      return (data: string) => {
        const { facts = [] } = JSON.parse(data) as { facts?: Fact[] }
        known.push(...facts.filter((f) => f.streamId === serviceId))
        const service = foldService(serviceId, known)
        serviceCalls(service, { guests: new Map(), book, altitudeM: catalog.settings.altitudeM, nowMs })
      }
    },
  }
}

/** A server of its own, or the bare echo, with twenty lines to it. */
interface Side {
  readonly post: () => Promise<unknown>
  readonly next: () => Promise<void>
}
/** One post heard by twenty browsers, and one order until its call is worked out on twenty screens: each beside a bare echo of the same to twenty. */
export function fanOut(): Promise<Line[]> {
  return withDatabase(async (superuserUrl, password) => {
    const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, 'liquamen', {
      owner: password,
      app: password,
    })
    await migrateDatabase(ownerUrl, 'liquamen_app')
    const database = openDatabase(appUrl, () => undefined)
    const feed = startLiveFeed(appUrl, () => undefined)
    const stopping = new AbortController()
    const log = pino({ level: 'silent' })
    const deps = createDeps({ database, feed, clock: Date.now, log, stopping: stopping.signal })
    const kitchenId = await deps.devices.createKitchen('bench')
    await database.inKitchen(kitchenId, (tx) => addToCatalog(tx, kitchenId, catalog))
    const { device, token } = await deps.devices.enrol(kitchenId, 'bench')
    const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' }
    const own = `${await open(createApp(deps).fetch)}/api`
    const echo = await open(echoApp().fetch)
    const send = async (url: string, body: object) =>
      (await fetch(url, { method: 'POST', headers, body: JSON.stringify(body) })).text()
    const supper = evening(kitchenId, device.deviceId, Date.now())
    const said = await send(`${own}/facts`, { facts: supper.opening })
    if (said.includes('refused')) throw new Error(said)

    const opened: ClientRequest[] = []
    async function sideOf(url: string, post: Side['post'], screen: () => Heard): Promise<Side> {
      const all = crowd()
      for (let i = 0; i < BROWSERS; i += 1) {
        // twenty screens are twenty devices: what one of them works out, this machine works out once
        const works = i === 0 ? screen() : () => undefined
        const heard = (data: string) => {
          works(data)
          all.heard()
        }
        opened.push(await listen(`${url}/live?after=0`, headers, heard))
      }
      return { post, next: all.next }
    }
    async function compared(a: Side, b: Side) {
      const [ownMs, echoMs] = await interleave(
        () => timed(a.post, a.next),
        () => timed(b.post, b.next),
      )
      for (const line of opened.splice(0)) line.destroy()
      return {
        ratio: ownMs / echoMs,
        peer: `a bare SSE echo to ${BROWSERS}`,
        detail: `${ownMs.toFixed(1)} ms against ${echoMs.toFixed(1)} ms`,
      }
    }
    const streamId = uuidv7()
    let n = 0
    const fact = () => ({ facts: [newFact(kitchenId, device.deviceId, streamId, (n += 1))] })
    const silent = () => () => undefined
    const ofFact = await compared(
      await sideOf(own, () => send(`${own}/facts`, fact()), silent),
      await sideOf(echo, () => send(`${echo}/facts`, fact()), silent),
    )
    const ofOrder = await compared(
      await sideOf(own, () => send(`${own}/order-feed/orders`, supper.order()), supper.screen),
      await sideOf(echo, () => send(`${echo}/facts`, supper.order()), silent),
    )
    stopping.abort()
    await feed.stop()
    await database.close()
    return [
      { name: `one post heard by ${BROWSERS}`, ...ofFact, aim: 'at most 3' },
      { name: `one order until its call is on ${BROWSERS} screens`, ...ofOrder },
    ]
  })
}
