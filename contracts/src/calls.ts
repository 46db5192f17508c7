import { z } from 'zod'
import { SERVICE_SCHEMAS } from './facts/service'
import { slug } from './primitives'

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
  crewId: slug.optional(),
})
export type FireCall = z.infer<typeof fireCallSchema>
export const takeBackCallSchema = z.strictObject({
  callId: fireCallSchema.shape.callId,
  crewId: slug.optional(),
})
export type TakeBackCall = z.infer<typeof takeBackCallSchema>

/** How a call stands after it; `isNew` says whether it was this one that fired it. */
export const callAnswerSchema = z.object({ firedAtMs: z.number().nullable(), isNew: z.boolean() })
export type CallAnswer = z.infer<typeof callAnswerSchema>
