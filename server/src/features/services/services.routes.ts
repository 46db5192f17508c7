import { createRoute, z } from '@hono/zod-openapi'
import { publishPlanAnswerSchema, publishPlanSchema, uuid } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const publishRoute = createRoute({
  method: 'post',
  path: '/services/{id}/plan',
  request: {
    params: z.object({ id: uuid }),
    body: { content: { 'application/json': { schema: publishPlanSchema } } },
  },
  responses: {
    200: {
      description: 'the plan in force',
      content: { 'application/json': { schema: publishPlanAnswerSchema } },
    },
  },
})

/** What of an evening only one may decide. */
export function servicesRoutes({ services }: AppDeps) {
  const router = createRouter()
  router.openapi(publishRoute, async (c) =>
    c.json(await services.publishPlan(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  return router
}
