import { streamSSE } from 'hono/streaming'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'
import { boundedStreams } from './boundedStreams'
import { followKitchen } from './followKitchen'

/** One stream per browser: pages of facts as they come, resumed by Last-Event-ID; never compressed. */
export function liveRoutes(deps: AppDeps) {
  const router = createRouter()
  const streams = boundedStreams()
  router.get('/live', (c) => {
    const { kitchenId, deviceId } = c.get('device')
    const fromSeq = Number(c.req.header('last-event-id') ?? c.req.query('after') ?? 0) || 0
    return streamSSE(c, (stream) =>
      streams.within(deviceId, (ended) =>
        followKitchen(deps, { kitchenId, deviceId, fromSeq, stream, ended }),
      ),
    )
  })
  return router
}
