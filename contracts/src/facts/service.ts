import { COVERS_BASES, PLAN_CAUSES, type Payloads, type ServiceKind } from '@liquamen/core'
import { z } from 'zod'
import { dishSchema } from '../dish'
import { finite, instantMs, slug, text } from '../primitives'
import { placedTaskSchema } from '../schedule'
import { version } from './plan'

const MOST_TASKS = 2000

/** Payloads of a service's facts, checked against the core's types. */
export const SERVICE_SCHEMAS: { readonly [K in ServiceKind]: z.ZodType<Payloads[K]> } = {
  'service.opened': z.strictObject({ name: text(60), timeZone: text(60) }),
  'sitting.set': z.strictObject({
    sittingId: slug,
    name: text(40),
    startsAtMs: instantMs,
    covers: z.number().int().min(0).max(2000),
    basis: z.enum(COVERS_BASES),
    spreadMin: finite.min(0).max(240),
  }),
  'sitting.removed': z.strictObject({ sittingId: slug }),
  'dish.offered': z.strictObject({
    dish: dishSchema,
    perCover: finite.min(0).max(4),
    delayMin: finite.min(0).max(240),
  }),
  'dish.withdrawn': z.strictObject({ dishId: slug, reason: text(120) }),
  'line.planned': z.strictObject({
    people: z.array(z.strictObject({ fromAtMs: instantMs, count: z.number().int().min(0).max(40) })).max(40),
  }),
  'plan.published': z.strictObject({
    number: z.number().int().min(1).max(1_000_000),
    cause: z.enum(PLAN_CAUSES),
    zeroAtMs: instantMs,
    tasks: z.array(placedTaskSchema).max(MOST_TASKS),
    modelVersion: version,
  }) as unknown as z.ZodType<Payloads['plan.published']>,
  'service.closed': z.strictObject({ note: text(500) }),
}
