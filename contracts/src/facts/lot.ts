import { LIMITS, STORE_PLACES, type LotKind, type Payloads } from '@liquamen/core'
import { z } from 'zod'
import { finite, inRange, instantMs, slug, text, uuid } from '../primitives'
import { grams, share } from './plan'

/** Payloads of a lot's facts, checked against the core's types. */
export const LOT_SCHEMAS: { readonly [K in LotKind]: z.ZodType<Payloads[K]> } = {
  'lot.stored': z.strictObject({
    ingredientId: slug,
    massG: inRange(LIMITS.massG),
    place: z.enum(STORE_PLACES),
    madeAtMs: instantMs,
    expiresAtMs: instantMs,
    batchId: uuid.nullable(),
    pack: z
      .strictObject({ count: z.number().int().min(1).max(5000), eachMl: finite.min(1).max(20_000) })
      .optional(),
    solidsFrac: share.optional(),
    saltFrac: share.optional(),
  }),
  'lot.moved': z.strictObject({ place: z.enum(STORE_PLACES), expiresAtMs: instantMs }),
  'lot.counted': z.strictObject({ massG: grams }),
  'lot.taken': z.strictObject({ massG: inRange(LIMITS.massG), batchId: uuid, itemId: slug }),
  'lot.emptied': z.strictObject({ reason: text(200) }),
}
