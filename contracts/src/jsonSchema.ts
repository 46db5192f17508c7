import { z } from 'zod'
import { exportFileSchema } from './exportFile'
import { scheduleAnswerSchema, scheduleInstanceSchema } from './schedule'

/** The open format as JSON Schema (draft 2020-12); rules that a schema cannot say stand in docs/formats.md. */
export function kitchenJsonSchema(): unknown {
  return z.toJSONSchema(exportFileSchema, { unrepresentable: 'any', io: 'input' })
}

/** A schedule's instance and its answer, as JSON Schema. */
export function scheduleJsonSchema(): unknown {
  const of = z.object({ instance: scheduleInstanceSchema, answer: scheduleAnswerSchema })
  return z.toJSONSchema(of, { unrepresentable: 'any', io: 'input' })
}
