import { createRoute, z } from '@hono/zod-openapi'
import { batchFactsSchema, batchListSchema, batchQuerySchema, problem, uuid } from '@liquamen/contracts'
import { and, desc, eq, gte, lt } from 'drizzle-orm'
import type { AppDeps } from '../../app'
import { batches } from '../../db/schema'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'
import { readStreams } from '../facts/facts.repo'
import { foldBatch, mergeFacts } from '@liquamen/core'
import { batchCsv, listCsv, temperaturesCsv } from './batchCsv'

const MOST_ROWS = 500
const json = <T>(schema: T) => ({ 'application/json': { schema } })
const listRoute = createRoute({
  method: 'get',
  path: '/batches',
  request: { query: batchQuerySchema },
  responses: { 200: { description: 'batches by day, newest first', content: json(batchListSchema) } },
})
const oneRoute = createRoute({
  method: 'get',
  path: '/batches/{id}',
  request: { params: z.object({ id: uuid }) },
  responses: { 200: { description: 'the facts of one batch', content: json(batchFactsSchema) } },
})

/** The Log: lines by day and sauce, a batch's facts, and both as CSV. */
export function batchesRoutes({ database, files, channels, clock }: AppDeps) {
  const router = createRouter()
  const list = (kitchenId: string, { fromMs, toMs, formulaId }: z.infer<typeof batchQuerySchema>) =>
    database.inKitchen(kitchenId, async (tx) => {
      const where = and(
        fromMs === undefined ? undefined : gte(batches.day, new Date(fromMs)),
        toMs === undefined ? undefined : lt(batches.day, new Date(toMs)),
        formulaId ? eq(batches.formulaId, formulaId) : undefined,
      )
      return (await tx.select({ summary: batches.summary }).from(batches).where(where).orderBy(desc(batches.day)).limit(MOST_ROWS)).map(
        (row) => row.summary,
      )
    })
  const notHere = () => new ProblemError(problem(404, 'unknownBatch', 'There is no such batch in this kitchen.'))
  const attachment = (name: string, type: string) => ({ 'content-type': type, 'content-disposition': `attachment; filename="${name}"` })
  router.openapi(listRoute, async (c) => c.json({ batches: await list(c.get('device').kitchenId, c.req.valid('query')) }, 200))
  router.openapi(oneRoute, async (c) => {
    const facts = await database.inKitchen(c.get('device').kitchenId, (tx) => readStreams(tx, [c.req.valid('param').id]))
    if (facts.length === 0) throw notHere()
    return c.json({ facts: facts as unknown as z.infer<typeof batchFactsSchema>['facts'] }, 200)
  })
  router.get('/batches.csv', async (c) => {
    const query = batchQuerySchema.safeParse(c.req.query())
    return c.body(
      listCsv(await list(c.get('device').kitchenId, query.success ? query.data : {})),
      200,
      attachment('batches.csv', 'text/csv; charset=utf-8'),
    )
  })
  router.get('/batches/:id/temperatures.csv', async (c) => {
    const { kitchenId } = c.get('device')
    const id = uuid.safeParse(c.req.param('id'))
    const facts = id.success ? await database.inKitchen(kitchenId, (tx) => readStreams(tx, [id.data])) : []
    if (!id.success || facts.length === 0) throw notHere()
    const { bindings } = foldBatch(id.data, mergeFacts([], facts))
    const logs = await Promise.all(
      bindings
        .filter((b) => b.place !== 'scale')
        .map(async (binding) => ({
          binding,
          samples: (await channels.read(kitchenId, binding.channelId, binding.fromMs, binding.toMs ?? clock())).samples,
        })),
    )
    return c.body(temperaturesCsv(id.data, facts, logs), 200, attachment(`temperatures-${id.data}.csv`, 'text/csv; charset=utf-8'))
  })
  router.get('/batches/:id/export.:format{csv|json}', async (c) => {
    const id = uuid.safeParse(c.req.param('id'))
    const file = id.success ? await files.exportBatch(c.get('device').kitchenId, id.data) : undefined
    if (!file || !id.success) throw notHere()
    if (c.req.param('format') === 'csv')
      return c.body(batchCsv(id.data, file.facts as never), 200, attachment(`batch-${id.data}.csv`, 'text/csv; charset=utf-8'))
    return c.body(JSON.stringify(file, null, 1), 200, attachment(`batch-${id.data}.json`, 'application/json'))
  })
  return router
}
