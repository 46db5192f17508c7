import { createRoute } from '@hono/zod-openapi'
import { enrolAnswerSchema, enrolSchema, problem, sessionSchema } from '@liquamen/contracts'
import { rateLimiter } from 'hono-rate-limiter'
import type { AppDeps } from '../../app'
import { createRouter, giveToken, requireDevice } from '../../http/context'
import { isFromHere } from '../../http/edges'
import { ProblemError } from '../../http/problemError'

const CODE_TRIES = { windowMs: 60_000, limit: 20 } // an eight-digit code takes ten years to guess at this pace

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

/** Enrolment and the session of an enrolled device. A demo kitchen enrols browsers on its own machine without a code. */
export function devicesRoutes({ devices, demoKitchenId, isSecure }: AppDeps) {
  const router = createRouter()
  router.use(
    '/devices/enrol',
    rateLimiter({
      ...CODE_TRIES,
      keyGenerator: () => 'all',
      handler: () => {
        throw new ProblemError(problem(429, 'tooManyTries', 'Too many tries. Wait a minute.'))
      },
    }),
  )
  router.openapi(enrolRoute, async (c) => {
    const { name, code } = c.req.valid('json')
    if (code === undefined && !(demoKitchenId && isFromHere(c)))
      throw new ProblemError(
        problem(403, 'codeNeeded', 'Enrol this device with the code that stands where the app was started.'),
      )
    const { device, token } =
      code === undefined
        ? await devices.enrol(demoKitchenId ?? '', name)
        : await devices.enrolByCode(name, code)
    giveToken(c, token, isSecure)
    c.header('x-device-token', token)
    return c.json({ deviceId: device.deviceId }, 201)
  })
  router.use('/session', requireDevice(devices))
  router.openapi(sessionRoute, async (c) => c.json(await devices.session(c.get('device')), 200))
  return router
}
