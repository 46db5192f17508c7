import { getConnInfo } from '@hono/node-server/conninfo'
import { problem } from '@liquamen/contracts'
import type { Context } from 'hono'
import { createMiddleware } from 'hono/factory'
import { secureHeaders } from 'hono/secure-headers'
import type { Env } from './context'
import { ProblemError } from './problemError'

const READS: readonly string[] = ['GET', 'HEAD', 'OPTIONS']
const LOOPBACK: readonly string[] = ['localhost', '127.0.0.1', '[::1]']
/** Any of these says that somebody else asked first. */
const OF_A_PROXY = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'via'] as const

/** What every answer says of itself, a page's or a problem's: nothing of it is guessed at, framed, or fetched from elsewhere. */
export const sayWhatItIs = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'"],
    workerSrc: ["'self'"],
    fontSrc: ["'self'"],
    imgSrc: ["'self'", 'data:'],
    connectSrc: ["'self'"],
    manifestSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
  strictTransportSecurity: false, // plain HTTP on loopback is a secure context; a proxy adds its own
})

/**
 * Refuses what the page of another site has a browser send: that page is not shown the answer, but what was asked would be done.
 * @param publicUrl - where the app is reached, when that is not where it listens
 */
export const refuseForeign = (publicUrl: string | undefined) => {
  const ours = publicUrl === undefined ? undefined : new URL(publicUrl).origin
  return createMiddleware<Env>(async (c, next) => {
    const origin = c.req.header('origin')
    const isOurs =
      origin === undefined
        ? c.req.header('sec-fetch-site') !== 'cross-site'
        : origin === ours || origin.replace(/^https?:\/\//, '') === new URL(c.req.url).host
    if (!isOurs && !READS.includes(c.req.method))
      throw new ProblemError(
        problem(403, 'foreignOrigin', 'This was sent by the page of another site. Nothing was done.'),
      )
    await next()
  })
}

/** Whether a request was made on this machine, for this machine: not through a proxy, and not by a name that somebody else made point here. */
export function isFromHere(c: Context): boolean {
  return (
    LOOPBACK.includes(new URL(c.req.url).hostname) &&
    OF_A_PROXY.every((name) => c.req.header(name) === undefined)
  )
}

/**
 * Where a request comes from: the address of its line, or, behind a proxy of ours, what that says last.
 * @param isBehindProxy - the app is reached through a proxy that adds whom it speaks for
 */
export const sourceOf =
  (isBehindProxy: boolean) =>
  (c: Context): string => {
    const told = isBehindProxy ? c.req.header('x-forwarded-for')?.split(',').at(-1)?.trim() : undefined
    if (told) return told
    const isOnLine = (c.env as { incoming?: unknown } | undefined)?.incoming !== undefined // asked by a test it comes from nowhere
    return (isOnLine && getConnInfo(c).remote.address) || 'here'
  }
