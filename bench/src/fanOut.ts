import { serve } from '@hono/node-server'
import type { Fact } from '@liquamen/core'
import { Hono } from 'hono'
import { streamSSE, type SSEStreamingApi } from 'hono/streaming'
import { request, type ClientRequest } from 'node:http'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { createApp, createDeps } from '../../server/src/app'
import { openDatabase } from '../../server/src/db/database'
import { createRolesAndDatabase, migrateDatabase } from '../../server/src/db/prepare'
import { startLiveFeed } from '../../server/src/log/liveFeed'
import { newFact } from './intake'
import { interleave, median } from './interleave'
import type { Line } from './line'
import { withDatabase } from './withDatabase'
import { v7 as uuidv7 } from 'uuid'

const BROWSERS = 20
const POSTS = 20

/** A line to one address that tells of each event it hears. */
function listen(url: string, headers: Record<string, string>, heard: () => void): Promise<ClientRequest> {
  return new Promise((resolve) => {
    const asked = request(url, { headers }, (answer) => {
      let text = ''
      answer.setEncoding('utf8')
      answer.on('data', (chunk: string) => {
        text += chunk
        if (/^event: facts$/m.test(text) && text.endsWith('\n\n')) {
          text = ''
          heard()
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

/** One post heard by twenty browsers, beside a bare echo to twenty. */
export function fanOut(): Promise<Line[]> {
  return withDatabase(async (superuserUrl, password) => {
    const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, 'liquamen', password)
    await migrateDatabase(ownerUrl, 'liquamen_app')
    const database = openDatabase(appUrl, () => undefined)
    const feed = startLiveFeed(appUrl, () => undefined)
    const stopping = new AbortController()
    const log = pino({ level: 'silent' })
    const deps = createDeps({ database, feed, clock: Date.now, log, stopping: stopping.signal })
    const kitchenId = await deps.devices.createKitchen('bench')
    const { device, token } = await deps.devices.enrol(kitchenId, 'bench')
    const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' }
    const sides = await Promise.all(
      [createApp(deps), echoApp()].map(async (app, i) => {
        const url = `${await open(app.fetch)}${i === 0 ? '/api' : ''}`
        const all = crowd()
        const lines = await Promise.all(
          Array.from({ length: BROWSERS }, () => listen(`${url}/live?after=0`, headers, all.heard)),
        )
        return { url, all, lines }
      }),
    )
    const streamId = uuidv7()
    let n = 0
    const turn = (side: (typeof sides)[number]) => () => {
      const post = async () => {
        const facts: Fact[] = [newFact(kitchenId, device.deviceId, streamId, (n += 1))]
        const body = JSON.stringify({ facts })
        await (await fetch(`${side.url}/facts`, { method: 'POST', headers, body })).text()
      }
      return timed(post, side.all.next)
    }
    const [ownMs, echoMs] = await interleave(turn(sides[0]!), turn(sides[1]!))
    for (const { lines } of sides) for (const line of lines) line.destroy()
    stopping.abort()
    await feed.stop()
    await database.close()
    return [
      {
        name: `one post heard by ${BROWSERS}`,
        ratio: ownMs / echoMs,
        peer: `a bare SSE echo to ${BROWSERS}`,
        detail: `${ownMs.toFixed(1)} ms against ${echoMs.toFixed(1)} ms`,
        aim: 'at most 3',
      },
    ]
  })
}
