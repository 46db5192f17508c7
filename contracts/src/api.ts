import {
  ALLERGENS,
  DEVICE_KINDS,
  HOLD_FAMILIES,
  LIMITS,
  MOST_FACTS_PER_POST,
  REMEDIES,
  SPOON_GRADES,
  type HoldFamilyId,
  type Lessons,
} from '@liquamen/core'
import { z } from 'zod'
import { catalogSchema } from './catalog'
import { channelSchema } from './channels'
import { saidCrewId, signedOnSchema } from './crew'
import { storedFactSchema } from './facts/facts'
import { inRange, instantMs, keysOf, queryMs, slug, text, uuid } from './primitives'
import { problemSchema } from './problem'

export const postFactsSchema = z.strictObject({ facts: z.array(z.unknown()).min(1).max(MOST_FACTS_PER_POST) })
export const factResultSchema = z.object({
  id: z.string(),
  status: z.enum(['stored', 'known', 'refused']),
  seq: z.number().optional(),
  atMs: z.number().optional(),
  problem: problemSchema.optional(),
  /** Kept without the name that stood in it: nobody of that name had signed on at this device. */
  isNameless: z.boolean().optional(),
})
export const postFactsAnswerSchema = z.object({ results: z.array(factResultSchema), serverNowMs: instantMs })
export type PostFactsAnswer = z.infer<typeof postFactsAnswerSchema>

export const factsPageSchema = z.object({
  facts: z.array(storedFactSchema),
  headSeq: z.number().int(),
  hasMore: z.boolean(),
})

/** A page of facts, each still to be read by itself. */
export const unreadFactsPageSchema = factsPageSchema.extend({ facts: z.array(z.unknown()) })

/** `kind` counts only where no code says which it is. */
export const enrolSchema = z.strictObject({
  name: text(60).min(1),
  code: text(20).optional(),
  kind: z.enum(DEVICE_KINDS).optional(),
})
/** How far a kitchen's clocks are ahead of UTC, min, from one instant until another: clock times of that span are a sum, without a calendar. */
export const zoneClockSchema = z.object({
  fromMs: instantMs,
  untilMs: instantMs,
  utcOffsetMin: z.number().int(),
})
export type ZoneClock = z.infer<typeof zoneClockSchema>
export const sessionSchema = z.object({
  deviceId: uuid,
  deviceName: z.string(),
  deviceKind: z.enum(DEVICE_KINDS),
  kitchenId: uuid,
  /** Whether somebody runs it: until its first admin has a PIN, whoever was let in may do everything. */
  isClaimed: z.boolean(),
  /** What everyone's PIN is in a demo kitchen, to be tried out. */
  demoPin: z.string().optional(),
  headSeq: z.number().int(),
  /** The link of the newest fact: printed on a sheet, it shows later whether the record is still what it was. */
  chainHead: z.string(),
  serverNowMs: instantMs,
  zoneClock: zoneClockSchema,
  catalog: catalogSchema,
})
export type Session = z.infer<typeof sessionSchema>
export const enrolAnswerSchema = z.object({ deviceId: uuid })
/** A browser, probe, scale or till that was enrolled, and since when it may no more. */
export const deviceRowSchema = z.object({
  deviceId: uuid,
  name: z.string(),
  kind: z.enum(DEVICE_KINDS),
  enrolledAtMs: instantMs,
  revokedAtMs: instantMs.nullable(),
})
export type DeviceRow = z.infer<typeof deviceRowSchema>
export const deviceListSchema = z.object({ devices: z.array(deviceRowSchema) })
/** A kitchen for which this browser was enrolled. */
export const kitchenSchema = z.object({ kitchenId: uuid, name: z.string() })
export type Kitchen = z.infer<typeof kitchenSchema>
export const kitchenListSchema = z.object({ kitchens: z.array(kitchenSchema) })
export const switchKitchenSchema = z.strictObject({ kitchenId: uuid })
export const renameDeviceSchema = z.strictObject({ name: text(60).min(1) })
export const askCodeSchema = z.strictObject({ kind: z.enum(DEVICE_KINDS).default('tablet') })
/** Enrols one device of a kind, until then. */
export const enrolCodeSchema = z.object({
  code: z.string(),
  kind: z.enum(DEVICE_KINDS),
  expiresAtMs: instantMs,
})
export type EnrolCode = z.infer<typeof enrolCodeSchema>

/** Names, notes and allergies: rows that can be erased, pointed to by facts. */
export const guestDetailsSchema = z.strictObject({
  id: uuid,
  note: text(400),
  allergies: z.array(z.enum(ALLERGENS)).max(14),
  noLightlyCookedEgg: z.boolean().default(false),
})
export type GuestDetails = z.infer<typeof guestDetailsSchema>
/** What a browser opens with: who it is, what the kitchen holds, what is current there, what guests said, what is measured. */
export const openedSchema = z.object({
  session: sessionSchema,
  current: unreadFactsPageSchema,
  details: z.array(guestDetailsSchema),
  channels: z.array(channelSchema),
  /** Who stands at a browser that a demo kitchen has just let in. */
  signedOn: signedOnSchema.optional(),
})
export type Opened = z.infer<typeof openedSchema>
export const guestDetailsListSchema = z.object({ details: z.array(guestDetailsSchema) })

const minutesSchema = z.object({ low: z.number(), value: z.number(), high: z.number() })
/** What a closed batch teaches: minutes of its steps, its reductions against their forecasts, its sieves, its spoons. */
export const lessonsSchema = z.object({
  steps: z.array(z.object({ stepId: z.string(), saidMin: z.number(), tookMin: z.number() })).readonly(),
  reductions: z
    .array(
      z.object({
        stepId: z.string(),
        ringId: z.string(),
        panId: z.string(),
        ratioLn: z.number(),
        foretoldMin: minutesSchema,
        tookMin: z.number(),
      }),
    )
    .readonly(),
  sieves: z
    .array(z.object({ stepId: z.string(), foretoldFrac: z.number(), weighedFrac: z.number() }))
    .readonly(),
  spoons: z
    .array(
      z.object({
        stepId: z.string(),
        grade: z.union(SPOON_GRADES.map((g) => z.literal(g))),
        paS: z.number(),
        expectedPaS: z.number(),
      }),
    )
    .readonly()
    .optional(),
  holds: z
    .array(
      z.object({
        family: z.enum(keysOf<HoldFamilyId>(HOLD_FAMILIES)),
        exposure: z.number(),
        isBroken: z.boolean(),
      }),
    )
    .readonly()
    .optional(),
  rescues: z
    .array(z.object({ remedy: z.enum(REMEDIES), isHeld: z.boolean() }))
    .readonly()
    .optional(),
}) satisfies z.ZodType<Lessons>
export const lessonListSchema = z.object({
  rows: z.array(z.object({ batchId: uuid, formulaId: z.string(), atMs: z.number(), lessons: lessonsSchema })),
})
export const lessonQuerySchema = z.object({ formulaId: slug.optional() })
export const batchRowSchema = z.object({
  id: uuid,
  sauceName: z.string(),
  formulaId: z.string(),
  status: z.enum([
    'planned',
    'takenOff',
    'underWay',
    'finished',
    'stored',
    'discarded',
    'merged',
    'split',
    'unknown',
  ]),
  portions: z.number(),
  servedPortions: z.number(),
  plannedMin: z.number().nullable(),
  startedAtMs: z.number().nullable(),
  finishedAtMs: z.number().nullable(),
  pickupAtMs: z.number().nullable(),
  deviations: z.number().int(),
  /** Of a closed batch; those of earlier releases have none. */
  lessons: lessonsSchema.optional(),
})
export type BatchRow = z.infer<typeof batchRowSchema>
export const batchListSchema = z.object({ batches: z.array(batchRowSchema) })
export const batchQuerySchema = z.object({
  fromMs: queryMs.optional(),
  toMs: queryMs.optional(),
  formulaId: slug.optional(),
})
export type BatchQuery = z.infer<typeof batchQuerySchema>

/** A batch takes of what the kitchen made: of which good, how much, for which item of its weigh-out. */
export const takeFromLarderSchema = z.strictObject({
  batchId: uuid,
  itemId: slug,
  ingredientId: slug,
  massG: inRange(LIMITS.massG),
  crewId: saidCrewId,
})
export type TakeFromLarder = z.infer<typeof takeFromLarderSchema>
export const takeFromLarderAnswerSchema = z.object({
  taken: z.array(z.object({ lotId: uuid, massG: z.number() })),
  missingG: z.number(),
})
export type TakeFromLarderAnswer = z.infer<typeof takeFromLarderAnswerSchema>
export const batchFactsSchema = z.object({ facts: z.array(storedFactSchema) })
/** As `batchFactsSchema`, each fact still to be read by itself. */
export const unreadBatchSchema = z.object({ facts: z.array(z.unknown()) })
export const importAnswerSchema = z.object({
  facts: z.number().int(),
  batches: z.number().int(),
  formulas: z.number().int(),
})
export const computeAnswerSchema = z.object({
  value: z.number().nullable(),
  low: z.number().nullable(),
  high: z.number().nullable(),
  unit: z.string(),
  coverage: z.number(),
  modelVersion: z.string(),
  warnings: z.array(z.string()),
  also: z.record(z.string(), z.object({ value: z.number().nullable(), unit: z.string() })),
})
