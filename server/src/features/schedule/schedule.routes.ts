import { createRoute } from '@hono/zod-openapi'
import { scheduleAnswerSchema, scheduleProblem, scheduleRequestSchema } from '@liquamen/contracts'
import { DomainError } from '@liquamen/core'
import { createRouter } from '../../http/context'
import { ProblemError } from '../../http/problemError'
import { createScheduleService } from './schedule.service'

const scheduleRoute = createRoute({
  method: 'post',
  path: '/compute/scheduleService',
  request: { body: { content: { 'application/json': { schema: scheduleRequestSchema } } } },
  responses: {
    200: {
      description:
        'the best plan found within the budget, or what clashes (docs/formats/schedule.v1.schema.json)',
      content: { 'application/json': { schema: scheduleAnswerSchema } },
    },
  },
})

/** The evening's schedule, open to any enrolled device as every computation is. */
export function scheduleRoutes() {
  const router = createRouter()
  const schedules = createScheduleService()
  router.openapi(scheduleRoute, async (c) => {
    try {
      return c.json(await schedules.schedule(c.req.valid('json')), 200)
    } catch (error) {
      if (error instanceof DomainError) throw new ProblemError(scheduleProblem(error))
      throw error
    }
  })
  return router
}
