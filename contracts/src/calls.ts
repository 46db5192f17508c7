import { z } from 'zod'
import { saidCrewId } from './crew'
import { SERVICE_SCHEMAS } from './facts/service'

/** Firing a call, or taking that back: only one may. */
export const fireCallSchema = z.strictObject({
  ...(
    SERVICE_SCHEMAS['call.fired'] as unknown as z.ZodObject<{
      callId: z.ZodString
      tableId: z.ZodString
      plates: z.ZodNumber
      fromBatchId: z.ZodNullable<z.ZodString>
    }>
  ).shape,
  crewId: saidCrewId,
})
export type FireCall = z.infer<typeof fireCallSchema>
export const takeBackCallSchema = z.strictObject({
  callId: fireCallSchema.shape.callId,
  crewId: saidCrewId,
})
export type TakeBackCall = z.infer<typeof takeBackCallSchema>

/** How a call stands after it; `isNew` says whether it was this one that fired it. */
export const callAnswerSchema = z.object({ firedAtMs: z.number().nullable(), isNew: z.boolean() })
export type CallAnswer = z.infer<typeof callAnswerSchema>

const moment = z.number().nullable()
/** Orders and calls of a service, for whoever counts them elsewhere. */
export const callsFileSchema = z.object({
  service: z.string(),
  orders: z.array(
    z.object({
      tableId: z.string(),
      table: z.string(),
      orderedAtMs: z.number(),
      pickUpAtMs: z.number(),
      isCancelled: z.boolean(),
      source: z.string(),
      ref: z.string(),
      revision: z.number(),
      plates: z.array(
        z.object({ dish: z.string(), count: z.number(), egg: z.string(), hasGuest: z.boolean() }),
      ),
    }),
  ),
  calls: z.array(
    z.object({
      callId: z.string(),
      table: z.string(),
      sauce: z.string(),
      dishes: z.array(z.string()),
      plates: z.number(),
      volumeMl: z.number(),
      fireAtMs: z.number(),
      landsAtMs: z.number(),
      status: z.string(),
      firedAtMs: moment,
      goneAtMs: moment,
      fromBatchId: z.string().nullable(),
      isForGuest: z.boolean(),
      isWithoutSauce: z.boolean(),
    }),
  ),
})
export type CallsFile = z.infer<typeof callsFileSchema>
