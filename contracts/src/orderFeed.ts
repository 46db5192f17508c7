import { ALLERGENS, EGG_WISHES } from '@liquamen/core'
import { z } from 'zod'
import { deviceMs, finite, slug, text } from './primitives'

/** What a guest of a plate must not have, as the floor was told it. */
const feedGuestSchema = z.strictObject({
  allergies: z.array(z.enum(ALLERGENS)).max(14).default([]),
  noLightlyCookedEgg: z.boolean().default(false),
  note: text(400).default(''),
})
/** A table's order as the floor sends it, whole each time it changes. */
export const feedOrderSchema = z.strictObject({
  /** The floor's own name for it, the same each time. */
  ref: text(120).min(1),
  /** Grows with each change: an older one that comes later changes nothing. */
  revision: z.number().int().min(0).max(1_000_000),
  state: z.enum(['ordered', 'cancelled']).default('ordered'),
  table: text(40).min(1),
  /** When its plates go, by the floor's clock. */
  pickUpAtMs: deviceMs,
  plates: z
    .array(
      z.strictObject({
        /** An id of the evening's card. */
        dish: slug,
        count: z.number().int().min(1).max(400),
        egg: z.enum(EGG_WISHES).optional(),
        lessSalt: z.literal(true).optional(),
        meatCoreC: finite.min(20).max(95).optional(),
        guest: feedGuestSchema.optional(),
      }),
    )
    .min(1)
    .max(60),
})
export type FeedOrder = z.infer<typeof feedOrderSchema>
/** Orders as they come from the floor, or all that waited while the line was down. */
export const feedPostSchema = z.strictObject({
  source: text(60).min(1),
  /** The floor's clock as this is sent: more than two seconds off, its times are moved by the difference. */
  sentAtMs: deviceMs,
  orders: z.array(feedOrderSchema).min(1).max(500),
})
export type FeedPost = z.input<typeof feedPostSchema>

/** What became of an order: `known` was there already, `older` came after a newer one of the same. */
export const FEED_RESULTS = ['taken', 'changed', 'cancelled', 'known', 'older', 'refused'] as const
export const feedAnswerSchema = z.object({
  results: z.array(
    z.object({
      ref: z.string(),
      revision: z.number(),
      status: z.enum(FEED_RESULTS),
      /** Something of it was fired before. */
      isFired: z.boolean(),
      /** The earliest at which all of it can go, where that is later than asked. */
      earliestAtMs: z.number().optional(),
      code: z.string().optional(),
      message: z.string().optional(),
    }),
  ),
})
export type FeedAnswer = z.infer<typeof feedAnswerSchema>

/** What the floor may sell tonight, and when guests sit down. */
export const feedCardSchema = z.object({
  service: z.string(),
  dishes: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      perCover: z.number(),
      delayMin: z.number(),
      isOff: z.boolean(),
    }),
  ),
  sittings: z.array(
    z.object({ name: z.string(), startsAtMs: z.number(), covers: z.number(), spreadMin: z.number() }),
  ),
})
export type FeedCard = z.infer<typeof feedCardSchema>
