import { z } from 'zod'
import { guestDetailsSchema } from './api'
import { catalogSchema } from './catalog'
import { storedFactSchema } from './facts/facts'
import { instantMs, uuid } from './primitives'

/** Name and version of the open format; an import of another is refused by name. */
export const EXPORT_FORMAT = 'liquamen/kitchen'
export const EXPORT_VERSION = 1

/**
 * A kitchen, or one batch of it, as a file: what it is, and the facts in receipt order.
 * `shiftFrom`: every instant is moved by (time of import − shiftFrom), so that demo data is always of today.
 */
export const exportFileSchema = z.strictObject({
  format: z.literal(EXPORT_FORMAT),
  version: z.literal(EXPORT_VERSION),
  exportedAtMs: instantMs,
  kitchenId: uuid,
  shiftFromMs: instantMs.optional(),
  chainHead: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
  catalog: catalogSchema,
  guestDetails: z.array(guestDetailsSchema).max(10_000),
  facts: z.array(storedFactSchema).max(200_000),
})
export type ExportFile = z.infer<typeof exportFileSchema>
