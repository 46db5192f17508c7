import {
  COVERS_BASES,
  EGG_WISHES,
  PLAN_CAUSES,
  PLAN_CHANGES,
  PLATES_DECISIONS,
  type Payloads,
  type ServiceKind,
} from '@liquamen/core'
import { z } from 'zod'
import { dishSchema } from '../dish'
import { choicesSchema } from './choices'
import { finite, instantMs, slug, text, uuid } from '../primitives'
import { placedTaskSchema } from '../schedule'
import { version } from './plan'

const MOST_TASKS = 2000
/** A call's id: its table's and its sauce's names. */
export const callId = text(400).min(1)

/** What of the mise en place: cut:shallot, well:wellA, probe:1. */
const miseItem = text(120).min(1)

/** What a table asks for. */
export const tableOrderSchema = z.strictObject({
  tableId: uuid,
  label: text(40).min(1),
  pickUpAtMs: instantMs,
  plates: z
    .array(
      z.strictObject({
        plateId: slug,
        dishId: slug,
        count: z.number().int().min(0).max(400),
        wish: z
          .strictObject({
            egg: z.enum(EGG_WISHES).optional(),
            lessSalt: z.literal(true).optional(),
            meatCoreC: finite.min(20).max(95).optional(),
          })
          .optional(),
        detailsId: uuid.nullable(),
      }),
    )
    .min(1)
    .max(60),
  feed: z
    .strictObject({
      source: text(60),
      ref: text(120),
      revision: z.number().int().min(0).max(1_000_000),
    })
    .optional(),
}) satisfies z.ZodType<Payloads['table.ordered']>

/** Payloads of a service's facts, checked against the core's types. */
/** Why an evening was planned anew, and what that changed. */
export const planToldFields = {
  about: text(120).optional(),
  changes: z
    .array(
      z.strictObject({
        batchId: uuid,
        sauceName: text(120),
        what: z.enum(PLAN_CHANGES),
        byS: z.number().int().optional(),
        portions: z.number().int().min(0).max(10_000).optional(),
      }),
    )
    .max(200)
    .optional(),
}

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
    ...planToldFields,
  }) as unknown as z.ZodType<Payloads['plan.published']>,
  'table.ordered': tableOrderSchema,
  'table.moved': z.strictObject({ tableId: uuid, pickUpAtMs: instantMs }),
  'plates.decided': z.strictObject({
    tableId: uuid,
    plateId: slug,
    detailsId: uuid.nullable(),
    decision: z.enum(PLATES_DECISIONS),
    formulaId: slug.optional(),
    choices: choicesSchema,
  }),
  'table.cancelled': z.strictObject({ tableId: uuid, reason: text(200) }),
  'call.held': z.strictObject({ callId }),
  'call.released': z.strictObject({ callId }),
  'call.fired': z.strictObject({
    callId,
    tableId: uuid,
    plates: z.number().int().min(1).max(400),
    fromBatchId: uuid.nullable(),
  }),
  'call.takenBack': z.strictObject({ callId }),
  'call.gone': z.strictObject({ callId }),
  'mise.ready': z.strictObject({ itemId: miseItem }),
  'mise.undone': z.strictObject({ itemId: miseItem }),
  'service.closed': z.strictObject({ note: text(500) }),
}
