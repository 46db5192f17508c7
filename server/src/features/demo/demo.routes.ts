import { createRoute, z } from '@hono/zod-openapi'
import { problem } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'
import { keepAheadMs } from './demo.repo'

const LONGEST_AHEAD_MS = 14 * 24 * 3600_000 // two weeks of services
const schema = z.strictObject({ aheadMs: z.number().int().min(0).max(LONGEST_AHEAD_MS) })
const clockRoute = createRoute({
  method: 'post',
  path: '/demo/clock',
  request: { body: { content: { 'application/json': { schema } } } },
  responses: {
    200: {
      description: 'the kitchen’s time now; only a demo kitchen may run ahead',
      content: { 'application/json': { schema: z.object({ serverNowMs: z.number() }) } },
    },
  },
})

/** Setting a demo kitchen's clock ahead. */
export function demoRoutes({ database, time, hasDemoClock, demoKitchenId, clock }: AppDeps) {
  const router = createRouter()
  router.openapi(clockRoute, async (c) => {
    const { kitchenId } = c.get('device')
    if (!hasDemoClock || kitchenId !== (demoKitchenId ?? kitchenId))
      throw new ProblemError(problem(403, 'notADemo', 'Only a demo kitchen may run its clock ahead.'))
    const { aheadMs } = c.req.valid('json')
    await database.inKitchen(kitchenId, (tx) => keepAheadMs(tx, kitchenId, aheadMs))
    time.setAheadMs(kitchenId, aheadMs)
    return c.json({ serverNowMs: clock() }, 200)
  })
  return router
}
