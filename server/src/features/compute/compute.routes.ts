import { createRoute, z } from '@hono/zod-openapi'
import { compute, computeAnswerSchema } from '@liquamen/contracts'
import { MODELS } from '@liquamen/core'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'

const computeRoute = createRoute({
  method: 'post',
  path: '/compute/{model}',
  request: {
    params: z.object({ model: z.string().max(60) }),
    body: { content: { 'application/json': { schema: z.record(z.string(), z.unknown()) } } },
  },
  responses: {
    200: {
      description: 'the answer with its band',
      content: { 'application/json': { schema: computeAnswerSchema } },
    },
  },
})

/** Every model of the registry, open to any enrolled device. An endless bound is `null`. */
export function computeRoutes() {
  const router = createRouter()
  router.get('/models', (c) => c.json({ models: MODELS.map(({ run: _run, ...model }) => model) }))
  router.openapi(computeRoute, (c) => {
    const done = compute(c.req.valid('param').model, c.req.valid('json'))
    if (!done.ok) throw new ProblemError(done.problem)
    return c.json({ ...done.answer, warnings: [...done.answer.warnings] }, 200)
  })
  return router
}
