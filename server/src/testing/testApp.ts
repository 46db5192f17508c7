import { PAYLOAD_SCHEMAS } from '@liquamen/contracts'
import { KINDS, streamOf, type Envelope, type FactKind, type Payloads } from '@liquamen/core'
import { randomBytes } from 'node:crypto'
import { pino } from 'pino'
import { v7 as uuidv7 } from 'uuid'
import { inject } from 'vitest'
import { createApp, createDeps, type AppOptions } from '../app'
import { openDatabase } from '../db/database'
import { withClient } from '../db/prepare'
import { startLiveFeed } from '../log/liveFeed'

/** A moment for tests. */
export const NOW_MS = Date.UTC(2026, 4, 2, 18, 0)

/** An application over a database of its own, cloned from the migrated template; hand-driven clock. */
export async function createTestApp(overrides: Partial<AppOptions> = {}) {
  const superuserUrl = inject('superuserUrl')
  const name = `test_${randomBytes(6).toString('hex')}`
  await withClient(superuserUrl, (client) =>
    client.query(`CREATE DATABASE ${name} TEMPLATE liquamen_template OWNER liquamen_owner`),
  )
  const as = (role: string) => {
    const url = new URL(superuserUrl)
    if (role !== 'postgres') url.username = role
    url.pathname = `/${name}`
    return url.toString()
  }
  const onError = () => undefined
  const database = openDatabase(as('liquamen_app'), onError)
  const feed = startLiveFeed(as('liquamen_app'), onError)
  const stopping = new AbortController()
  const now = { ms: NOW_MS }
  const deps = createDeps({
    database,
    feed,
    clock: () => now.ms,
    log: pino({ level: 'silent' }),
    stopping: stopping.signal,
    ...overrides,
  })
  const app = createApp(deps)
  const kitchenId = await deps.devices.createKitchen('Test kitchen')
  const { device, token } = await deps.devices.enrol(kitchenId, 'tablet')
  const request = (
    path: string,
    init: {
      method?: string
      body?: unknown
      raw?: string
      headers?: Record<string, string>
      token?: string
    } = {},
  ) =>
    app.request(`/api${path}`, {
      method: init.method ?? (init.body !== undefined || init.raw !== undefined ? 'POST' : 'GET'),
      headers: {
        authorization: `Bearer ${init.token ?? token}`,
        ...(init.body !== undefined || init.raw !== undefined ? { 'content-type': 'application/json' } : {}),
        ...init.headers,
      },
      ...bodyOf(init),
    })
  return {
    app,
    deps,
    database,
    kitchenId,
    deviceId: device.deviceId,
    token,
    now,
    request,
    ownerUrl: as('liquamen_owner'),
    superuserUrl: as('postgres'),
    close: async () => {
      stopping.abort()
      await feed.stop()
      await database.close()
    },
  }
}
export type TestApp = Awaited<ReturnType<typeof createTestApp>>

function bodyOf({ raw, body }: { raw?: string; body?: unknown }): { body?: string } {
  if (raw !== undefined) return { body: raw }
  return body === undefined ? {} : { body: JSON.stringify(body) }
}

let count = 0
/** A fact of a test's device. */
export function testFact<K extends FactKind>(
  of: Pick<TestApp, 'kitchenId' | 'deviceId'>,
  kind: K,
  streamId: string,
  payload: Payloads[K],
  more: Partial<Envelope<K>> = {},
): Envelope<K> {
  PAYLOAD_SCHEMAS[kind].parse(payload) // a test that sends nonsense by mistake should say so itself
  return {
    id: uuidv7(),
    kitchenId: of.kitchenId,
    streamKind: streamOf(kind) ?? 'batch',
    streamId,
    kind,
    v: KINDS[kind].v,
    deviceId: of.deviceId,
    deviceSeq: ++count,
    deviceAtMs: NOW_MS + count,
    clockOffsetMs: 0,
    actor: { deviceId: of.deviceId },
    payload,
    ...more,
  }
}
