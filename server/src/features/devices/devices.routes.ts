import { createRoute, z } from '@hono/zod-openapi'
import {
  askCodeSchema,
  deviceListSchema,
  enrolAnswerSchema,
  enrolCodeSchema,
  enrolSchema,
  kitchenListSchema,
  problem,
  renameDeviceSchema,
  sessionSchema,
  switchKitchenSchema,
} from '@liquamen/contracts'
import { rateLimiter } from 'hono-rate-limiter'
import type { AppDeps } from '../../app'
import { createRouter, currentToken, giveToken, keepOthers, otherTokens } from '../../http/context'
import { isFromHere, sourceOf } from '../../http/edges'
import { ProblemError } from '../../http/problemError'

/** Of one source. In its ten minutes one of half a million codes is guessed at this pace; nobody shuts out whoever types the right one elsewhere. */
const CODE_TRIES = { windowMs: 60_000, limit: 20 } as const

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const enrolRoute = createRoute({
  method: 'post',
  path: '/devices/enrol',
  request: { body: { content: json(enrolSchema) } },
  responses: {
    201: {
      description: 'enrolled; the token is in a cookie and, for devices, in the header x-device-token',
      content: json(enrolAnswerSchema),
    },
  },
})
const sessionRoute = createRoute({
  method: 'get',
  path: '/session',
  responses: {
    200: { description: 'who this device is and what the kitchen holds', content: json(sessionSchema) },
  },
})

const deviceParam = z.object({ id: z.uuid() })
const none = { 204: { description: 'done' } }
const listRoute = createRoute({
  method: 'get',
  path: '/devices',
  responses: { 200: { description: 'every device, the newest first', content: json(deviceListSchema) } },
})
const codeRoute = createRoute({
  method: 'post',
  path: '/devices/codes',
  request: { body: { content: json(askCodeSchema) } },
  responses: {
    201: { description: 'a code for one device, for ten minutes', content: json(enrolCodeSchema) },
  },
})
const renameRoute = createRoute({
  method: 'put',
  path: '/devices/{id}',
  request: { params: deviceParam, body: { content: json(renameDeviceSchema) } },
  responses: none,
})
const revokeRoute = createRoute({
  method: 'post',
  path: '/devices/{id}/revoke',
  request: { params: deviceParam },
  responses: none,
})

const kitchensRoute = createRoute({
  method: 'get',
  path: '/kitchens',
  responses: {
    200: {
      description: 'the kitchens for which this browser was enrolled, the one it speaks for first',
      content: json(kitchenListSchema),
    },
  },
})
const switchRoute = createRoute({
  method: 'post',
  path: '/kitchens/switch',
  request: { body: { content: json(switchKitchenSchema) } },
  responses: none,
})

/** Enrolment and the session of an enrolled device. A demo kitchen enrols browsers on its own machine without a code. */
export function devicesRoutes({ devices, demoKitchenId, isSecure, publicUrl }: AppDeps) {
  const router = createRouter()
  router.use(
    '/devices/enrol',
    rateLimiter({
      ...CODE_TRIES,
      keyGenerator: sourceOf(publicUrl !== undefined),
      handler: () => {
        throw new ProblemError(problem(429, 'tooManyTries', 'Too many tries. Wait a minute.'))
      },
    }),
  )
  router.openapi(enrolRoute, async (c) => {
    const { name, code, kind = 'tablet' } = c.req.valid('json')
    if (code === undefined && !(demoKitchenId && isFromHere(c)))
      throw new ProblemError(
        problem(403, 'codeNeeded', 'Enrol this device with the code that stands where the app was started.'),
      )
    const { device, token } =
      code === undefined
        ? await devices.enrol(demoKitchenId ?? '', name, kind)
        : await devices.enrolByCode(name, code)
    const before = currentToken(c)
    if (before) keepOthers(c, [before, ...otherTokens(c)], isSecure) // it stays enrolled where it was
    giveToken(c, token, isSecure)
    c.header('x-device-token', token)
    return c.json({ deviceId: device.deviceId }, 201)
  })
  router.openapi(sessionRoute, async (c) => c.json(await devices.session(c.get('device')), 200))
  router.openapi(kitchensRoute, async (c) => {
    const own = currentToken(c)
    const kitchens = await devices.kitchensOf([...(own ? [own] : []), ...otherTokens(c)])
    return c.json({ kitchens: kitchens.map(({ kitchenId, name }) => ({ kitchenId, name })) }, 200)
  })
  router.openapi(switchRoute, async (c) => {
    const { kitchenId } = c.req.valid('json')
    const own = currentToken(c)
    const others = await devices.kitchensOf(otherTokens(c))
    const wanted = others.find((kitchen) => kitchen.kitchenId === kitchenId)
    if (!wanted)
      throw new ProblemError(
        problem(
          404,
          'unknownKitchen',
          'This tablet is not enrolled in that kitchen: it takes a code from there.',
        ),
      )
    giveToken(c, wanted.token, isSecure)
    keepOthers(
      c,
      [...(own ? [own] : []), ...others.map((o) => o.token).filter((t) => t !== wanted.token)],
      isSecure,
    )
    return c.body(null, 204)
  })
  router.openapi(listRoute, async (c) =>
    c.json({ devices: await devices.list(c.get('device').kitchenId) }, 200),
  )
  router.openapi(codeRoute, async (c) =>
    c.json(await devices.newCode(c.get('device').kitchenId, c.req.valid('json').kind), 201),
  )
  router.openapi(renameRoute, async (c) => {
    await devices.rename(c.get('device').kitchenId, c.req.valid('param').id, c.req.valid('json').name)
    return c.body(null, 204)
  })
  router.openapi(revokeRoute, async (c) => {
    await devices.revoke(c.get('device').kitchenId, c.req.valid('param').id)
    return c.body(null, 204)
  })
  return router
}
