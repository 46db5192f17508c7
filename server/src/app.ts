import { problem } from '@liquamen/contracts'
import { setMaxListeners } from 'node:events'
import { compress } from 'hono/compress'
import { except } from 'hono/combine'
import type { Logger } from 'pino'
import { v7 as uuidv7 } from 'uuid'
import type { Database } from './db/database'
import { batchesRoutes } from './features/batches/batches.routes'
import { createBatchesService, type BatchesService } from './features/batches/batches.service'
import { catalogRoutes } from './features/catalog/catalog.routes'
import { createCatalogService, type CatalogService } from './features/catalog/catalog.service'
import { channelsRoutes } from './features/channels/channels.routes'
import { createChannelsService, type ChannelsService } from './features/channels/channels.service'
import { scheduleRoutes } from './features/schedule/schedule.routes'
import { computeRoutes } from './features/compute/compute.routes'
import { createKitchenTime, type KitchenTime } from './kitchenTime'
import { demoRoutes } from './features/demo/demo.routes'
import { devicesRoutes } from './features/devices/devices.routes'
import { createDevicesService, type DevicesService } from './features/devices/devices.service'
import { factsRoutes } from './features/facts/facts.routes'
import { filesRoutes } from './features/files/files.routes'
import { createFilesService, type FilesService } from './features/files/files.service'
import { guestsRoutes } from './features/guests/guests.routes'
import { createGuestsService, type GuestsService } from './features/guests/guests.service'
import { larderRoutes } from './features/larder/larder.routes'
import { createLarderService, type LarderService } from './features/larder/larder.service'
import { servicesRoutes } from './features/services/services.routes'
import { createSignOns, type SignOns } from './crew/signOns'
import { crewRoutes } from './features/crew/crew.routes'
import { createCrewService, type CrewService } from './features/crew/crew.service'
import { requireRight } from './http/may'
import { createCallsService, type CallsService } from './features/services/calls.service'
import { createServicesService, type ServicesService } from './features/services/services.service'
import { createPastService, type PastServices } from './features/services/past.service'
import { orderFeedRoutes } from './features/services/orderFeed.routes'
import { createOrderFeedService, type OrderFeedService } from './features/services/orderFeed.service'
import { openRoutes } from './features/open/open.routes'
import { liveRoutes } from './features/live/live.routes'
import { createFactsService, type FactsService } from './log/facts.service'
import { createIntake } from './log/intake'
import type { LiveFeed } from './log/liveFeed'
import { createTail, type Tail } from './log/tail'
import { createRouter, deviceOf, requireDevice } from './http/context'
import { refuseForeign, sayWhatItIs } from './http/edges'
import { handleError, sendProblem } from './http/errors'
import { limitBodies, requireJson } from './http/guards'
import { servePage } from './http/page'

/** What the application stands on; nothing here is opened by `createApp`. */
export interface AppOptions {
  readonly database: Database
  readonly feed: LiveFeed
  readonly clock: () => number
  /** The wall's, where the kitchen's may run ahead of it: nobody is signed off because an evening was played fast. */
  readonly wallClock?: () => number
  readonly log: Logger
  readonly stopping: AbortSignal
  /** Others are to be sent elsewhere; what comes is served until `stopping`. */
  readonly draining?: AbortSignal | undefined
  readonly pageFolder?: string
  readonly demoKitchenId?: string | undefined
  /** What time it is in each kitchen, where a demo's may be ahead; left out, `clock` is every kitchen's. */
  readonly time?: KitchenTime | undefined
  /** Hears of each kitchen that is asked for here. */
  readonly met?: (kitchenId: string) => void
  /** A demo kitchen's clock may be set ahead. */
  readonly hasDemoClock?: boolean
  /** Everyone's PIN in a demo kitchen, which is told to whoever signs on there. */
  readonly demoPin?: string | undefined
  readonly isSecure?: boolean
  /** Where the app is reached, when that is not where it listens. */
  readonly publicUrl?: string | undefined
}
/** The options and the services built from them, as routes see them. */
export interface AppDeps extends AppOptions {
  readonly time: KitchenTime
  readonly devices: DevicesService
  readonly signOns: SignOns
  readonly crew: CrewService
  readonly facts: FactsService
  readonly tail: Tail
  readonly files: FilesService
  readonly channels: ChannelsService
  readonly catalog: CatalogService
  readonly batches: BatchesService
  readonly guests: GuestsService
  readonly larder: LarderService
  readonly services: ServicesService
  readonly calls: CallsService
  readonly orderFeed: OrderFeedService
  readonly past: PastServices
  readonly isSecure: boolean
}

/** Joins options and services. */
export function createDeps(options: AppOptions): AppDeps {
  setMaxListeners(0, options.stopping) // everyone who follows a kitchen waits for it
  const intake = createIntake()
  const time = options.time ?? createKitchenTime(options.clock)
  const signOns = createSignOns({ ...options, clock: options.wallClock ?? options.clock })
  const tail = createTail((kitchenId, seq) => facts.after(kitchenId, seq))
  const facts = createFactsService({
    ...options,
    intake,
    signOns,
    tell(kitchenId, stored) {
      if (stored.length === 0) return
      tail.add(kitchenId, stored)
      options.feed.tell(kitchenId, { seq: stored.at(-1)?.seq })
    },
  })
  const files = createFilesService({ ...options, intake })
  const channels = createChannelsService(options)
  return {
    isSecure: false,
    ...options,
    time,
    devices: createDevicesService({ ...options, time, signOns }),
    signOns,
    crew: createCrewService({ ...options, intake, signOns }),
    facts,
    tail,
    files,
    channels,
    batches: createBatchesService({ ...options, files, channels }),
    guests: createGuestsService(options),
    larder: createLarderService({ ...options, intake }),
    services: createServicesService({ ...options, intake }),
    calls: createCallsService({ ...options, intake }),
    orderFeed: createOrderFeedService({ ...options, intake }),
    past: createPastService({ ...options, intake }),
    catalog: createCatalogService(options),
  }
}

const OPEN_TO_ALL = ['/api/health', '/api/open', '/api/devices/enrol', '/api/openapi.json']

/** The whole HTTP interface. */
export function createApp(deps: AppDeps) {
  const app = createRouter()
  app.use('*', sayWhatItIs)
  app.onError(handleError(deps.log))
  app.notFound((c) => sendProblem(c, problem(404, 'notFound', 'There is nothing at this address.')))
  app.use('/api/*', async (c, next) => {
    c.set('requestId', uuidv7())
    await next()
    if (!c.res.headers.has('cache-control')) c.header('cache-control', 'no-store')
  })
  app.use('/api/*', async (c, next) => {
    if (!deps.stopping.aborted) return next()
    c.header('connection', 'close') // a browser that keeps its line open would wait for a server that is gone
    return sendProblem(
      c,
      problem(503, 'stopping', 'The server is being stopped. The app will send it again.'),
    )
  })
  app.get('*', except('/api/live', compress())) // a compressed stream would be held back; an answer to a tap is short
  /** Who is enrolled hears the time of their kitchen. */
  app.get('/api/health', async (c) => {
    const device = await deviceOf(c, deps.devices).catch(() => undefined)
    const nowMs = device ? deps.time.within(device.kitchenId, deps.clock) : deps.clock()
    return deps.draining?.aborted
      ? c.json({ status: 'draining', nowMs }, 503)
      : c.json({ status: 'up', nowMs })
  })
  // who sends is known before anything of what was sent is read
  app.use('/api/*', refuseForeign(deps.publicUrl), except(OPEN_TO_ALL, requireDevice(deps)))
  app.use('/api/*', except(OPEN_TO_ALL, requireRight(deps.signOns)))
  app.use('/api/*', limitBodies, requireJson)
  for (const routes of [
    openRoutes(deps),
    devicesRoutes(deps),
    crewRoutes(deps),
    factsRoutes(deps),
    liveRoutes(deps),
    larderRoutes(deps),
    servicesRoutes(deps),
    orderFeedRoutes(deps),
    batchesRoutes(deps),
    guestsRoutes(deps),
    filesRoutes(deps),
    channelsRoutes(deps),
    catalogRoutes(deps),
    demoRoutes(deps),
    scheduleRoutes(),
    computeRoutes(),
  ])
    app.route('/api', routes)
  app.doc('/api/openapi.json', { openapi: '3.1.0', info: { title: 'Liquamen', version: '1' } })
  app.all('/api/*', (c) => sendProblem(c, problem(404, 'notFound', 'There is nothing at this address.')))
  if (deps.pageFolder) servePage(app as never, deps.pageFolder)
  return app
}
