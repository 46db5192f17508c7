import { createRoute, z } from '@hono/zod-openapi'
import {
  batchFactsSchema,
  batchListSchema,
  batchQuerySchema,
  lessonListSchema,
  lessonQuerySchema,
  problem,
  uuid,
} from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { attachment } from '../../http/attachment'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const listRoute = createRoute({
  method: 'get',
  path: '/batches',
  request: { query: batchQuerySchema },
  responses: { 200: { description: 'batches by day, newest first', content: json(batchListSchema) } },
})
const lessonsRoute = createRoute({
  method: 'get',
  path: '/lessons',
  request: { query: lessonQuerySchema },
  responses: {
    200: { description: 'what the newest closed batches teach', content: json(lessonListSchema) },
  },
})
const oneRoute = createRoute({
  method: 'get',
  path: '/batches/{id}',
  request: { params: z.object({ id: uuid }) },
  responses: { 200: { description: 'the facts of one batch', content: json(batchFactsSchema) } },
})

const CSV = 'text/csv; charset=utf-8'
/** An id from an address; anything else is no batch of this kitchen. */
function idFrom(param: string): string {
  const id = uuid.safeParse(param)
  if (!id.success)
    throw new ProblemError(problem(404, 'unknownBatch', 'There is no such batch in this kitchen.'))
  return id.data
}

/** The Log over HTTP. */
export function batchesRoutes({ batches }: AppDeps) {
  const router = createRouter()
  router.openapi(listRoute, async (c) =>
    c.json({ batches: await batches.list(c.get('device').kitchenId, c.req.valid('query')) }, 200),
  )
  router.openapi(lessonsRoute, async (c) => {
    const rows = await batches.lessons(c.get('device').kitchenId, c.req.valid('query').formulaId)
    return c.json({ rows: rows as z.infer<typeof lessonListSchema>['rows'] }, 200)
  })
  router.openapi(oneRoute, async (c) => {
    const facts = await batches.facts(c.get('device').kitchenId, c.req.valid('param').id)
    return c.json({ facts: facts as unknown as z.infer<typeof batchFactsSchema>['facts'] }, 200)
  })
  router.get('/batches.csv', async (c) => {
    const query = batchQuerySchema.safeParse(c.req.query())
    const csv = await batches.listAsCsv(c.get('device').kitchenId, query.success ? query.data : {})
    return c.body(csv, 200, attachment('batches.csv', CSV))
  })
  router.get('/batches/:id/temperatures.csv', async (c) => {
    const id = idFrom(c.req.param('id'))
    return c.body(
      await batches.temperaturesAsCsv(c.get('device').kitchenId, id),
      200,
      attachment(`temperatures-${id}.csv`, CSV),
    )
  })
  router.get('/batches/:id/export.csv', async (c) => {
    const id = idFrom(c.req.param('id'))
    return c.body(await batches.asCsv(c.get('device').kitchenId, id), 200, attachment(`batch-${id}.csv`, CSV))
  })
  router.get('/batches/:id/export.json', async (c) => {
    const id = idFrom(c.req.param('id'))
    return c.body(
      await batches.asJson(c.get('device').kitchenId, id),
      200,
      attachment(`batch-${id}.json`, 'application/json'),
    )
  })
  return router
}
