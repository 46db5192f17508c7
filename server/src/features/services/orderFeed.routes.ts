import { createRoute } from '@hono/zod-openapi'
import { feedAnswerSchema, feedCardSchema, feedPostSchema } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const cardRoute = createRoute({
  method: 'get',
  path: '/order-feed/card',
  responses: { 200: { description: 'what may be sold tonight', content: json(feedCardSchema) } },
})
const postRoute = createRoute({
  method: 'post',
  path: '/order-feed/orders',
  request: { body: { content: json(feedPostSchema) } },
  responses: { 200: { description: 'each order taken once', content: json(feedAnswerSchema) } },
})

/** What the floor's own system speaks to. */
export function orderFeedRoutes({ orderFeed }: AppDeps) {
  const router = createRouter()
  router.openapi(cardRoute, async (c) => c.json(await orderFeed.card(c.get('device').kitchenId), 200))
  router.openapi(postRoute, async (c) =>
    c.json(await orderFeed.post(c.get('device'), c.req.valid('json')), 200),
  )
  return router
}
