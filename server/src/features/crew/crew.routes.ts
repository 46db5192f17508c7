import { createRoute, z } from '@hono/zod-openapi'
import {
  changePersonSchema,
  crewListSchema,
  newPersonAnswerSchema,
  newPersonSchema,
  setPinSchema,
  signedOnSchema,
  signOnSchema,
} from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const params = z.object({ id: z.string().max(64) })
const none = { 204: { description: 'done' } }
const listRoute = createRoute({
  method: 'get',
  path: '/crew',
  responses: { 200: { description: 'who cooks here and who once did', content: json(crewListSchema) } },
})
const addRoute = createRoute({
  method: 'post',
  path: '/crew',
  request: { body: { content: json(newPersonSchema) } },
  responses: { 201: { description: 'of the crew from now on', content: json(newPersonAnswerSchema) } },
})
const setRoute = createRoute({
  method: 'put',
  path: '/crew/{id}',
  request: { params, body: { content: json(changePersonSchema) } },
  responses: none,
})
const removeRoute = createRoute({
  method: 'delete',
  path: '/crew/{id}',
  request: { params },
  responses: none,
})
const eraseRoute = createRoute({
  method: 'delete',
  path: '/crew/{id}/name',
  request: { params },
  responses: none,
})
const pinRoute = createRoute({
  method: 'put',
  path: '/crew/{id}/pin',
  request: { params, body: { content: json(setPinSchema) } },
  responses: none,
})
const signOnRoute = createRoute({
  method: 'post',
  path: '/crew/sign-on',
  request: { body: { content: json(signOnSchema) } },
  responses: {
    200: {
      description: 'signed on; the token goes with commands as x-sign-on and with each fact as signOn',
      content: json(signedOnSchema),
    },
  },
})
const signOffRoute = createRoute({ method: 'post', path: '/crew/sign-off', responses: none })

/** Who cooks here, and signing on and off at this device. */
export function crewRoutes({ crew }: AppDeps) {
  const router = createRouter()
  router.openapi(listRoute, async (c) => c.json({ crew: await crew.list(c.get('device').kitchenId) }, 200))
  router.openapi(addRoute, async (c) =>
    c.json({ id: await crew.add(c.get('device'), c.req.valid('json')) }, 201),
  )
  router.openapi(setRoute, async (c) => {
    await crew.set(c.get('device'), c.req.valid('param').id, c.req.valid('json'))
    return c.body(null, 204)
  })
  router.openapi(removeRoute, async (c) => {
    await crew.remove(c.get('device'), c.req.valid('param').id)
    return c.body(null, 204)
  })
  router.openapi(eraseRoute, async (c) => {
    await crew.eraseName(c.get('device'), c.req.valid('param').id)
    return c.body(null, 204)
  })
  router.openapi(pinRoute, async (c) => {
    await crew.setPin(c.get('device'), c.req.valid('param').id, c.req.valid('json'))
    return c.body(null, 204)
  })
  router.openapi(signOnRoute, async (c) => {
    const { crewId, pin } = c.req.valid('json')
    return c.json(await crew.signOn(c.get('device'), crewId, pin), 200)
  })
  router.openapi(signOffRoute, async (c) => {
    await crew.signOff(c.get('device'))
    return c.body(null, 204)
  })
  return router
}
