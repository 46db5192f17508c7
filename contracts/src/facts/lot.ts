import { LIMITS, STORE_PLACES, type LotKind, type Payloads } from '@liquamen/core'
import { z } from 'zod'
import { inRange, instantMs, slug, text, uuid } from '../primitives'
import { grams } from './plan'

/** Payloads of a lot's facts, checked against the core's types. */
export const LOT_SCHEMAS: { readonly [K in LotKind]: z.ZodType<Payloads[K]> } = {
  'lot.stored': z.strictObject({
    ingredientId: slug,
    massG: inRange(LIMITS.massG),
    place: z.enum(STORE_PLACES),
    madeAtMs: instantMs,
    expiresAtMs: instantMs,
    batchId: uuid.nullable(),
  }),
  'lot.counted': z.strictObject({ massG: grams }),
  'lot.taken': z.strictObject({ massG: inRange(LIMITS.massG), batchId: uuid, itemId: slug }),
  'lot.emptied': z.strictObject({ reason: text(200) }),
}
