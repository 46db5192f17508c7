import {
  COOKING_WAYS,
  EGG_WAYS,
  EGG_WISHES,
  LIMITS,
  PLACEMENTS,
  PROTEINS,
  REST_LOSS,
  SEAR,
  type Companion,
  type Dish,
} from '@liquamen/core'
import { z } from 'zod'
import { choicesSchema } from './facts/choices'
import { finite, inRange, keysOf, slug, text } from './primitives'

const thickMm = finite.min(2).max(200)
const companionSchema: z.ZodType<Companion> = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('poachedEgg'),
    eggs: z.number().int().min(1).max(6),
    way: z.enum(EGG_WAYS),
    hasLid: z.boolean(),
    eggG: finite.min(20).max(120),
    wish: z.enum(EGG_WISHES),
    isIced: z.boolean(),
    vinegarMlPerL: finite.min(0).max(50),
    isSwirled: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('rest'),
    thickMm,
    coreC: inRange(LIMITS.tempC),
    surfaceC: inRange(LIMITS.tempC),
    sear: z.enum(keysOf(SEAR)),
    cover: z.enum(keysOf(REST_LOSS)),
  }),
  z.strictObject({
    kind: z.literal('fish'),
    thickMm,
    panC: finite.min(60).max(300),
    targetC: finite.min(30).max(90),
  }),
  z.strictObject({
    kind: z.enum(['toast', 'croutons', 'warmed']),
    durationS: finite.min(5).max(7200),
    waitsS: finite.min(0).max(7200),
  }),
])

/** A dish's plate card. */
export const dishSchema: z.ZodType<Dish> = z.strictObject({
  id: slug,
  name: text(80).min(1),
  formulaId: slug,
  choices: choicesSchema,
  placement: z.enum(PLACEMENTS),
  portionMl: finite.min(5).max(300),
  protein: z.enum(PROTEINS as [string, ...string[]]).optional(),
  way: z.enum(COOKING_WAYS as [string, ...string[]]).optional(),
  parts: z
    .array(
      z.strictObject({
        name: text(60).min(1),
        massG: finite.min(0).max(2000),
        saltPct: finite.min(0).max(100),
      }),
    )
    .max(20),
  companions: z.array(companionSchema).max(8),
  assembly: z.array(text(120).min(1)).max(12),
  drainS: finite.min(0).max(600).optional(),
  lastMinute: z.array(text(60).min(1)).max(12),
}) as unknown as z.ZodType<Dish>
