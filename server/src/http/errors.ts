import { domainProblem, problem, type Problem } from '@liquamen/contracts'
import { DomainError } from '@liquamen/core'
import type { Context } from 'hono'
import { HTTPException } from 'hono/http-exception'
import type { Logger } from 'pino'
import { ProblemError } from './problemError'

/** Writes a problem as RFC 9457 wants it. */
export function sendProblem(c: Context, found: Problem): Response {
  return c.body(JSON.stringify(found), found.status as 400, { 'content-type': 'application/problem+json' })
}

const isDatabaseAway = (error: unknown): boolean => {
  const { code, cause } = error as { code?: string; cause?: unknown }
  return (
    (typeof code === 'string' && /^(ECONNREFUSED|ECONNRESET|57P0\d|08\d{3}|EPIPE)$/.test(code)) ||
    /terminat|timeout exceeded|Connection ended|not queryable|after calling end/i.test(
      String((error as Error).message),
    ) ||
    (cause !== undefined && isDatabaseAway(cause))
  )
}

/** No room on the disk, no memory, no connection left: what was asked was not done. */
const isFull = (error: unknown): boolean => {
  const { code, cause } = error as { code?: string; cause?: unknown }
  return (
    (typeof code === 'string' && /^(53\d{3}|58030)$/.test(code)) || (cause !== undefined && isFull(cause))
  )
}

/** The one place where failures become answers; what is not foreseen is logged and told without a message, since it may hold values. */
export const handleError =
  (log: Logger) =>
  (error: unknown, c: Context): Response => {
    if (error instanceof ProblemError) return sendProblem(c, error.problem)
    if (error instanceof DomainError) return sendProblem(c, domainProblem(error))
    if (error instanceof HTTPException)
      return sendProblem(
        c,
        error.status === 400
          ? problem(400, 'malformedJson', 'What was sent is not whole: the JSON cannot be read.')
          : problem(error.status, 'refused', 'This request cannot be answered.'),
      )
    log.error({ err: error, requestId: c.get('requestId') as string }, 'request failed')
    if (isFull(error))
      return sendProblem(
        c,
        problem(
          503,
          'databaseFull',
          'The database has no room left. Nothing was stored; the app will send it again. Make room on its disk.',
        ),
      )
    if (isDatabaseAway(error))
      return sendProblem(
        c,
        problem(
          503,
          'databaseAway',
          'The database is out of reach. Nothing was stored; the app will send it again.',
        ),
      )
    return sendProblem(
      c,
      problem(
        500,
        'unforeseen',
        `Something went wrong on the server. It is in its log as ${c.get('requestId') as string}.`,
      ),
    )
  }
