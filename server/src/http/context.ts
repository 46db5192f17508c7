import { problem } from '@liquamen/contracts'
import { OpenAPIHono, type OpenAPIHono as App } from '@hono/zod-openapi'
import { getCookie } from 'hono/cookie'
import { createMiddleware } from 'hono/factory'
import { schemaProblem } from '@liquamen/contracts'
import type { Sender } from './sender'
import { ProblemError } from './problemError'

/** What a request knows of its sender. */
export interface Env {
  Variables: { device: Sender; requestId: string }
}

/** Cookie that carries a browser's token; scripts cannot read it. */
export const DEVICE_COOKIE = 'liquamen_device'

/** A router whose refused inputs become problems. */
export const createRouter = (): App<Env> =>
  new OpenAPIHono<Env>({
    defaultHook: (result) => {
      if (!result.success) throw new ProblemError(schemaProblem(result.error as never))
    },
  })

/** Lets only enrolled devices through: browsers by cookie, others by bearer token. */
export const requireDevice = (devices: {
  readonly findByToken: (token: string) => Promise<Sender | undefined>
}) =>
  createMiddleware<Env>(async (c, next) => {
    const token =
      getCookie(c, DEVICE_COOKIE) ?? /^Bearer (.+)$/.exec(c.req.header('authorization') ?? '')?.[1]
    const device = token ? await devices.findByToken(token) : undefined
    if (!device)
      throw new ProblemError(problem(401, 'notEnrolled', 'This device is not enrolled in the kitchen.'))
    c.set('device', device)
    await next()
  })
