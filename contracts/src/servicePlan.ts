import { PLAN_CAUSES } from '@liquamen/core'
import { z } from 'zod'
import { saidCrewId } from './crew'
import { BATCH_SCHEMAS } from './facts/batch'
import { ORDER_SCHEMAS } from './facts/order'
import { planToldFields } from './facts/service'
import { instantMs, text, uuid } from './primitives'
import { placedTaskSchema } from './schedule'

/** A plan that is to be in force: the one that follows the plan it was made from, with the batches that it puts on the stove or takes off it. */
export const publishPlanSchema = z.strictObject({
  /** One more than the plan that it follows. */
  number: z.number().int().min(1).max(1_000_000),
  cause: z.enum(PLAN_CAUSES),
  zeroAtMs: instantMs,
  tasks: z.array(placedTaskSchema).max(2000),
  modelVersion: text(40).min(1),
  ...planToldFields,
  planned: z.array(z.strictObject({ batchId: uuid, planned: BATCH_SCHEMAS['batch.planned'] })).max(200),
  takenOff: z.array(uuid).max(200),
  /** By which guests' own sauces are made; one that was taken before stays as it is. */
  orders: z
    .array(z.strictObject({ orderId: uuid, taken: ORDER_SCHEMAS['order.taken'] }))
    .max(200)
    .optional(),
  /** Orders of guests whose sauces are wanted no more. */
  ordersOff: z.array(uuid).max(200).optional(),
  crewId: saidCrewId,
})
export type PublishPlan = z.infer<typeof publishPlanSchema>

/** The plan in force after it. */
export const publishPlanAnswerSchema = z.object({
  number: z.number(),
  /** Batches that were begun meanwhile: they stay as they are. */
  begun: z.array(uuid),
})
export type PublishPlanAnswer = z.infer<typeof publishPlanAnswerSchema>
