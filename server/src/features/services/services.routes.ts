import { createRoute, z } from '@hono/zod-openapi'
import {
  callAnswerSchema,
  fireCallSchema,
  publishPlanAnswerSchema,
  publishPlanSchema,
  takeBackCallSchema,
  uuid,
} from '@liquamen/contracts'
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

const answered = {
  200: { description: 'how the call stands', content: { 'application/json': { schema: callAnswerSchema } } },
}
const fireRoute = createRoute({
  method: 'post',
  path: '/services/{id}/fire',
  request: {
    params: z.object({ id: uuid }),
    body: { content: { 'application/json': { schema: fireCallSchema } } },
  },
  responses: answered,
})
const takeBackRoute = createRoute({
  method: 'post',
  path: '/services/{id}/take-back',
  request: {
    params: z.object({ id: uuid }),
    body: { content: { 'application/json': { schema: takeBackCallSchema } } },
  },
  responses: answered,
})

/** What of an evening only one may decide. */
export function servicesRoutes({ services, calls }: AppDeps) {
  const router = createRouter()
  router.openapi(publishRoute, async (c) =>
    c.json(await services.publishPlan(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(fireRoute, async (c) =>
    c.json(await calls.fire(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(takeBackRoute, async (c) =>
    c.json(await calls.takeBack(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  return router
}
