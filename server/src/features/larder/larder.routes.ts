import { createRoute } from '@hono/zod-openapi'
import { takeFromLarderAnswerSchema, takeFromLarderSchema } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const takeRoute = createRoute({
  method: 'post',
  path: '/larder/take',
  request: { body: { content: { 'application/json': { schema: takeFromLarderSchema } } } },
  responses: {
    200: {
      description: 'what was taken from which lot',
      content: { 'application/json': { schema: takeFromLarderAnswerSchema } },
    },
  },
})

/** What only one may take. */
export function larderRoutes({ larder }: AppDeps) {
  const router = createRouter()
  router.openapi(takeRoute, async (c) => c.json(await larder.take(c.get('device'), c.req.valid('json')), 200))
  return router
}
