import { createRoute, z } from '@hono/zod-openapi'
import { factsPageSchema, postFactsAnswerSchema, postFactsSchema, queryMs } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const postRoute = createRoute({
  method: 'post',
  path: '/facts',
  request: { body: { content: json(postFactsSchema) } },
  responses: { 200: { description: 'an answer for each fact', content: json(postFactsAnswerSchema) } },
})
const afterRoute = createRoute({
  method: 'get',
  path: '/facts',
  request: {
    query: z.object({
      after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
      sinceMs: queryMs.optional(),
    }),
  },
  responses: {
    200: {
      description: 'facts after a number, or of everything on the stove',
      content: json(factsPageSchema),
    },
  },
})

/** Facts in, facts out. */
export function factsRoutes({ facts }: AppDeps) {
  const router = createRouter()
  router.openapi(postRoute, async (c) =>
    c.json(await facts.post(c.get('device'), c.req.valid('json').facts), 200),
  )
  router.openapi(afterRoute, async (c) => {
    const { after, sinceMs } = c.req.valid('query')
    const { kitchenId } = c.get('device')
    return c.json(
      (after === undefined
        ? await facts.current(kitchenId, sinceMs ?? 0)
        : await facts.after(kitchenId, after)) as unknown as z.infer<typeof factsPageSchema>,
      200,
    )
  })
  return router
}
