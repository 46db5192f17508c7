import { z } from 'zod'
import { exportFileSchema } from './exportFile'

/** The open format as JSON Schema (draft 2020-12); rules that a schema cannot say stand in docs/formats.md. */
export function kitchenJsonSchema(): unknown {
  return z.toJSONSchema(exportFileSchema, { unrepresentable: 'any', io: 'input' })
}
