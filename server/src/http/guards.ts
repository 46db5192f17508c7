import { CSV_LIMIT_BYTES, isUnstorable, problem } from '@liquamen/contracts'
import { bodyLimit } from 'hono/body-limit'
import { createMiddleware } from 'hono/factory'
import { ProblemError } from './problemError'

const BODY_LIMIT_BYTES = 2 * 1024 * 1024

const tooLarge = (limit: number) =>
  bodyLimit({
    maxSize: limit,
    onError: () => {
      throw new ProblemError(
        problem(
          413,
          'tooLarge',
          `That is more than ${limit / 1024 / 1024} MB, which is the most that is taken at once.`,
        ),
      )
    },
  })
const smallBodies = tooLarge(BODY_LIMIT_BYTES)
const tableBodies = tooLarge(CSV_LIMIT_BYTES)

const STREAMED = '/api/import' // read as it comes, whatever its size
/** Refuses bodies that are too large; a table of goods may be larger than the rest. */
export const limitBodies = createMiddleware((c, next) => {
  if (c.req.path === STREAMED) return next()
  return (c.req.path.startsWith('/api/catalog/ingredients/') ? tableBodies : smallBodies)(c, next)
})

const ONE_BY_ONE = '/api/facts' // each entry is judged alone: one that cannot be kept holds up no other

/** Refuses bodies that are no JSON before a schema sees them, and texts that no database can keep. */
export const requireJson = createMiddleware(async (c, next) => {
  if (!['POST', 'PUT', 'PATCH'].includes(c.req.method) || c.req.path === STREAMED) return next()
  if (!/^application\/json\b/.test(c.req.header('content-type') ?? ''))
    throw new ProblemError(problem(415, 'notJson', 'Send JSON.'))
  const body = (await c.req.json().catch(() => {
    throw new ProblemError(
      problem(400, 'malformedJson', 'What was sent is not whole: the JSON cannot be read.'),
    )
  })) as unknown
  if (c.req.path !== ONE_BY_ONE && isUnstorable(body))
    throw new ProblemError(
      problem(400, 'badText', 'What was sent has characters or a nesting that cannot be kept.'),
    )
  return next()
})
