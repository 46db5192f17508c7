import { serve } from '@hono/node-server'
import { createReadStream, readFileSync } from 'node:fs'
import { createServer as createHttpsServer } from 'node:https'
import { pino } from 'pino'
import { createApp, createDeps } from './app'
import { connectionFromEnvironment } from './connection'
import { openDatabase } from './db/database'
import { alone, migrateDatabase, ownsTables } from './db/prepare'
import { readAheadMs } from './features/demo/demo.repo'
import { createKitchenTime } from './kitchenTime'
import { readCatalog } from './catalog/catalog.repo'
import { chainOldSamples } from './log/channels.repo'
import { createReplanner } from './features/services/replan.service'
import { startLiveFeed } from './log/liveFeed'
import { logError } from './http/logError'
import type { Sender } from './http/sender'
import { listKitchens } from './kitchens'
import { ROOT } from './root'

const DEMO_FILE = new URL('demo/larchwater-house.json', ROOT)
/** Everyone's, where there is nothing to protect; told to whoever signs on. */
const DEMO_PIN = '2468'
const PAGE_FOLDER = new URL('web/dist', ROOT).pathname
const log = pino(
  { level: process.env.LOG_LEVEL ?? 'warn', serializers: { err: logError } },
  pino.destination(2),
)
const say = (line: string) => process.stdout.write(`liquamen: ${line}\n`)
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 4173)
const tls =
  process.env.TLS_CERT_FILE && process.env.TLS_KEY_FILE
    ? { cert: readFileSync(process.env.TLS_CERT_FILE), key: readFileSync(process.env.TLS_KEY_FILE) }
    : undefined

const stopping = new AbortController()
const draining = new AbortController()
const connection = connectionFromEnvironment(process.env)
await migrateDatabase(connection.ownerUrl, connection.appRole)
if (await ownsTables(connection.appUrl))
  say(
    `the database role ${connection.appRole} owns the tables: whoever took over this server could change the record. Give it a role of its own, and the owner's address as DATABASE_OWNER_URL`,
  )
const onError = (error: Error) => log.warn({ err: error }, 'database connection')
const database = openDatabase(connection.appUrl, onError)
const feed = startLiveFeed(connection.appUrl, onError)
const time = createKitchenTime(Date.now)
const options = {
  database,
  feed,
  log,
  time,
  clock: time.now,
  wallClock: Date.now,
  stopping: stopping.signal,
  draining: draining.signal,
}
const isLoopback = host === '127.0.0.1' || host === 'localhost'
const { crew, devices, files, signOns } = createDeps(options)

/** The kitchens that are there, or the first one; of two that start at once, one makes it. */
const kitchens = await alone(connection.ownerUrl, async () => {
  const known = await listKitchens(connection.ownerUrl)
  if (known.length) return known
  const isEmpty = process.argv.includes('--empty')
  const name = isEmpty ? 'New kitchen' : 'Larchwater House'
  const id = await devices.createKitchen(name, !isEmpty)
  if (!isEmpty) {
    say('loading the demo kitchen')
    const start: Sender = { kitchenId: id, deviceId: id, name: 'npm start', kind: 'tablet' }
    await files.importFile(start, createReadStream(DEMO_FILE))
  }
  return [{ id, name, isDemo: !isEmpty }]
})
for (const { id } of kitchens) await database.inKitchen(id, (tx) => chainOldSamples(tx, id))
// without a code only on its own machine, and only where there is nothing to protect
const demoId = isLoopback ? kitchens.find((kitchen) => kitchen.isDemo)?.id : undefined
if (demoId !== undefined) {
  if (!(await signOns.isClaimed(demoId))) await crew.givePins(demoId, DEMO_PIN)
  time.setAheadMs(demoId, await database.inKitchen(demoId, (tx) => readAheadMs(tx, demoId)))
  feed.subscribe(demoId, ({ aheadMs }) => aheadMs !== undefined && time.setAheadMs(demoId, aheadMs))
}
const followed = new Set<string>()
const deps = createDeps({
  ...options,
  isSecure: Boolean(tls) || (process.env.PUBLIC_URL?.startsWith('https:') ?? false),
  publicUrl: process.env.PUBLIC_URL,
  pageFolder: process.env.PAGE_FOLDER ?? PAGE_FOLDER,
  ...(demoId === undefined ? {} : { demoKitchenId: demoId, hasDemoClock: true, demoPin: DEMO_PIN }),
  met(kitchenId) {
    if (followed.has(kitchenId)) return
    followed.add(kitchenId) // one that was made while the server runs is followed from its first tablet on
    replanner.follow(kitchenId)
  },
})
const app = createApp(deps)
const replanner = createReplanner(deps)
for (const { id } of kitchens) deps.met?.(id)
const server = serve(
  {
    fetch: app.fetch,
    hostname: host,
    port,
    ...(tls ? { createServer: createHttpsServer, serverOptions: tls } : {}),
  },
  () => void announce(),
)
server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(`liquamen: ${error.code === 'EADDRINUSE' ? `port ${port} is taken` : error.message}\n`)
  process.exit(1)
})

async function announce(): Promise<void> {
  const address = process.env.PUBLIC_URL ?? `${tls ? 'https' : 'http'}://${host}:${port}`
  for (const { id } of kitchens) {
    const { settings } = await database.inKitchen(id, readCatalog)
    if (id !== demoId)
      say(
        `code to enrol a device in ${settings.name}: ${(await devices.newCode(id)).code} (for one device, for ten minutes; another by: npm run -s code)`,
      )
    say(`${settings.name} is open at ${address}`)
  }
  process.send?.({ isDemo: demoId !== undefined, url: `${tls ? 'https' : 'http'}://${host}:${port}` })
}

const STOP_WITHIN_MS = 800
let isClosing = false
async function close(): Promise<void> {
  if (isClosing) return
  isClosing = true
  draining.abort() // a balancer that asks for /api/health sends nobody here any more; what still comes is served
  await new Promise((resolve) => setTimeout(resolve, Number(process.env.DRAIN_MS ?? 0)))
  stopping.abort()
  await new Promise<void>((resolve) => {
    server.close(() => resolve())
    if ('closeIdleConnections' in server) server.closeIdleConnections()
    setTimeout(resolve, STOP_WITHIN_MS).unref()
  })
  if ('closeAllConnections' in server) server.closeAllConnections()
  await feed.stop()
  await database.close()
  process.exit(0)
}
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal, () => void close()) // disconnect: npm start was killed
