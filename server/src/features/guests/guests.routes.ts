import { createRoute, z } from '@hono/zod-openapi'
import { guestDetailsListSchema, guestDetailsSchema, uuid } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const params = z.object({ id: uuid })
const json = <T>(schema: T) => ({ 'application/json': { schema } })
const listRoute = createRoute({
  method: 'get',
  path: '/guest-details',
  responses: { 200: { description: 'notes and allergies', content: json(guestDetailsListSchema) } },
})
const putRoute = createRoute({
  method: 'put',
  path: '/guest-details/{id}',
  request: { params, body: { content: json(guestDetailsSchema) } },
  responses: { 200: { description: 'kept', content: json(guestDetailsSchema) } },
})
const eraseRoute = createRoute({
  method: 'delete',
  path: '/guest-details/{id}',
  request: { params },
  responses: { 204: { description: 'erased' } },
})

/** What guests said. */
export function guestsRoutes({ guests }: AppDeps) {
  const router = createRouter()
  router.openapi(listRoute, async (c) =>
    c.json({ details: await guests.list(c.get('device').kitchenId) }, 200),
  )
  router.openapi(putRoute, async (c) =>
    c.json(await guests.put(c.get('device').kitchenId, c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(eraseRoute, async (c) => {
    await guests.erase(c.get('device').kitchenId, c.req.valid('param').id)
    return c.body(null, 204)
  })
  return router
}
