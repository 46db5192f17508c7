import { createRoute, z } from '@hono/zod-openapi'
import { guestDetailsListSchema, guestDetailsSchema, problem, uuid } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'
import { eraseGuestDetails, listGuestDetails, putGuestDetails } from './guests.repo'

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

/** What guests said, apart from the facts so that it can be erased. */
export function guestsRoutes({ database }: AppDeps) {
  const router = createRouter()
  router.openapi(listRoute, async (c) => c.json({ details: await database.inKitchen(c.get('device').kitchenId, listGuestDetails) }, 200))
  router.openapi(putRoute, async (c) => {
    const details = c.req.valid('json')
    const { kitchenId } = c.get('device')
    if (details.id !== c.req.valid('param').id) throw new ProblemError(problem(422, 'twoIds', 'The address and the body name two ids.'))
    await database.inKitchen(kitchenId, (tx) => putGuestDetails(tx, kitchenId, details))
    return c.json(details, 200)
  })
  router.openapi(eraseRoute, async (c) => {
    await database.inKitchen(c.get('device').kitchenId, (tx) => eraseGuestDetails(tx, c.req.valid('param').id))
    return c.body(null, 204)
  })
  return router
}
