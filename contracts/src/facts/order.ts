import {
  ALLERGEN_DECISIONS,
  ALLERGENS,
  LIMITS,
  TEXTURES,
  type OrderKind,
  type Payloads,
} from '@liquamen/core'
import { z } from 'zod'
import { inRange, instantMs, slug, text, uuid } from '../primitives'
import { choicesSchema } from './choices'

/** Payloads of an order's facts, checked against the core's types. */
export const ORDER_SCHEMAS: { readonly [K in OrderKind]: z.ZodType<Payloads[K]> } = {
  'order.taken': z.strictObject({
    formulaId: slug,
    portions: inRange(LIMITS.portions).int(),
    pickupAtMs: instantMs,
    label: text(60),
    detailsId: uuid.nullable(),
    texture: z.enum(TEXTURES).optional(),
    choices: choicesSchema,
  }),
  'order.cancelled': z.strictObject({ reason: text(200) }),
  'allergen.decided': z.strictObject({
    allergen: z.enum(ALLERGENS),
    ingredientId: slug,
    decision: z.enum(ALLERGEN_DECISIONS),
  }),
}
