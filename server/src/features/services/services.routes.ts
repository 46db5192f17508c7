import { createRoute, z } from '@hono/zod-openapi'
import {
  callAnswerSchema,
  callsFileSchema,
  fireCallSchema,
  publishPlanAnswerSchema,
  problem,
  pastServicesAnswerSchema,
  pastServicesCsvSchema,
  pastServicesSchema,
  publishPlanSchema,
  takeBackCallSchema,
  uuid,
} from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { attachment } from '../../http/attachment'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'
import { callsCsv } from './callsFile'

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

const fileRoute = createRoute({
  method: 'get',
  path: '/services/{id}/calls',
  request: { params: z.object({ id: uuid }) },
  responses: {
    200: {
      description: 'its orders and calls',
      content: { 'application/json': { schema: callsFileSchema } },
    },
  },
})

const pastRoute = createRoute({
  method: 'get',
  path: '/services/past',
  responses: {
    200: {
      description: 'evenings that are over, the newest first',
      content: { 'application/json': { schema: pastServicesSchema } },
    },
  },
})
const readPastRoute = createRoute({
  method: 'post',
  path: '/services/past',
  request: { body: { content: { 'application/json': { schema: pastServicesCsvSchema } } } },
  responses: {
    200: {
      description: 'what came of the file; with a bad line nothing is written',
      content: { 'application/json': { schema: pastServicesAnswerSchema } },
    },
  },
})

/** What of an evening only one may decide, and its orders and calls as files. */
export function servicesRoutes({ services, calls, past }: AppDeps) {
  const router = createRouter()
  router.openapi(pastRoute, async (c) =>
    c.json({ services: await past.list(c.get('device').kitchenId) }, 200),
  )
  router.openapi(readPastRoute, async (c) =>
    c.json(await past.read(c.get('device'), c.req.valid('json').csv), 200),
  )
  router.openapi(publishRoute, async (c) =>
    c.json(await services.publishPlan(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(fireRoute, async (c) =>
    c.json(await calls.fire(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(takeBackRoute, async (c) =>
    c.json(await calls.takeBack(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(fileRoute, async (c) =>
    c.json(await calls.file(c.get('device').kitchenId, c.req.valid('param').id), 200),
  )
  router.get('/services/:id/calls.csv', async (c) => {
    const id = uuid.safeParse(c.req.param('id'))
    if (!id.success) throw new ProblemError(problem(404, 'unknownService', 'There is no such service.'))
    const file = await calls.file(c.get('device').kitchenId, id.data)
    return c.body(callsCsv(file), 200, attachment('calls.csv', 'text/csv; charset=utf-8'))
  })
  return router
}
