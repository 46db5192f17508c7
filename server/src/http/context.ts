import { problem } from '@liquamen/contracts'
import { OpenAPIHono, type OpenAPIHono as App } from '@hono/zod-openapi'
import type { Context } from 'hono'
import { getCookie, setCookie } from 'hono/cookie'
import { createMiddleware } from 'hono/factory'
import { schemaProblem } from '@liquamen/contracts'
import type { KitchenTime } from '../kitchenTime'
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

interface Devices {
  readonly findByToken: (token: string) => Promise<Sender | undefined>
}
/** Who sends a request: browsers by cookie, others by bearer token; none where it is not enrolled. */
export async function deviceOf(c: Context<Env>, devices: Devices): Promise<Sender | undefined> {
  const token = getCookie(c, DEVICE_COOKIE) ?? /^Bearer (.+)$/.exec(c.req.header('authorization') ?? '')?.[1]
  return token ? devices.findByToken(token) : undefined
}
/** Cookie with the tokens of other kitchens for which this browser was enrolled: one at a time is spoken for. */
const OTHERS_COOKIE = 'liquamen_others'
const MOST_OTHERS = 7
/** The tokens that a browser has beside the one it speaks with. */
export const otherTokens = (c: Context<Env>): string[] =>
  (getCookie(c, OTHERS_COOKIE) ?? '').split('.').filter(Boolean).slice(0, MOST_OTHERS)
export const currentToken = (c: Context<Env>): string | undefined => getCookie(c, DEVICE_COOKIE)
/** Keeps tokens of other kitchens beside the one that is spoken with. */
export const keepOthers = (c: Context<Env>, tokens: readonly string[], isSecure: boolean): void =>
  setCookie(c, OTHERS_COOKIE, [...new Set(tokens)].slice(0, MOST_OTHERS).join('.'), cookieOf(isSecure))
const YEAR_S = 365 * 24 * 3600
/** Gives a browser its token, where its scripts cannot read it. */
export const giveToken = (c: Context<Env>, token: string, isSecure: boolean): void =>
  setCookie(c, DEVICE_COOKIE, token, cookieOf(isSecure))
const cookieOf = (isSecure: boolean) =>
  ({ httpOnly: true, sameSite: 'Strict', path: '/', maxAge: YEAR_S, secure: isSecure }) as const

/** Lets only enrolled devices through, each in its kitchen's time. */
export const requireDevice = ({
  devices,
  time,
  met,
}: {
  readonly devices: Devices
  readonly time: Pick<KitchenTime, 'within'>
  readonly met?: ((kitchenId: string) => void) | undefined
}) =>
  createMiddleware<Env>(async (c, next) => {
    const device = await deviceOf(c, devices)
    if (!device)
      throw new ProblemError(problem(401, 'notEnrolled', 'This device is not enrolled in the kitchen.'))
    c.set('device', device)
    met?.(device.kitchenId)
    await time.within(device.kitchenId, next)
  })
