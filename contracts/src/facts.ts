import {
  ALLERGEN_DECISIONS,
  ALLERGENS,
  BATHS,
  CHANNEL_PLACES,
  CUES,
  EXPLANATIONS,
  FOOD_CODES,
  HEAT_LEVELS,
  KINDS,
  LIMITS,
  LOOKS,
  SPECIES,
  STORE_PLACES,
  STREAM_KINDS,
  TOOLS,
  WHISKS,
  type BatchPlan,
  type BathHeat,
  type Choices,
  type Composition,
  type EmulsionPlan,
  type FactKind,
  type FoodCodeId,
  type HeatLevel,
  type Payloads,
  type StagePlan,
  type Tool,
  type Whisk,
} from '@liquamen/core'
import { z } from 'zod'
import { formulaSchema, ingredientSchema, panSchema, ringSchema, settingsSchema } from './catalog'
import { finite, inRange, instantMs, keysOf, slug, text, uuid } from './primitives'

const grams = finite.min(0).max(200_000)
const minutesBand = z.strictObject({ low: finite, value: finite, high: finite })
const share = inRange(LIMITS.fraction)
const stepId = slug
const version = text(60)
const heatLevel = z.enum(Object.keys(HEAT_LEVELS) as [HeatLevel, ...HeatLevel[]])
const composition = z.strictObject(
  Object.fromEntries([...SPECIES, 'acidEqFixed'].map((s) => [s, finite.min(0)])),
) as unknown as z.ZodType<Composition>
const shown = z.strictObject({ value: finite, unit: z.enum(['g', 'ml', 'tsp', 'pieces']) })
const reading = z.strictObject({ fractionLeft: finite, volumeMl: finite })
const target = z.strictObject({
  status: z.enum(['ok', 'ask', 'conflict', 'texture']),
  fractionLeft: finite.optional(),
  volumeMl: finite.optional(),
  lowMl: finite.optional(),
  highMl: finite.optional(),
  delta: finite.optional(),
  options: z.array(reading).max(10),
  flags: z
    .array(
      z.enum([
        'loose',
        'by_to_swap',
        'no_preposition',
        'not_a_reduction',
        'empty',
        'need_start',
        'confirm_fold',
        'unit_locale',
        'base',
        'not_understood',
        'need_composition',
      ]),
    )
    .max(10),
})

export const stagePlanSchema: z.ZodType<StagePlan> = z.strictObject({
  stepId,
  phrase: text(120),
  target,
  start: composition,
  startMassG: grams,
  startVolumeMl: finite,
  startDepthMm: finite,
  targetMassG: grams,
  targetVolumeMl: finite,
  targetDepthMm: finite,
  targetGrossG: grams,
  fractionLeft: share,
  inPan: z.strictObject({ massG: grams, volumeMl: finite }),
  tareG: grams,
  curve: z
    .array(z.strictObject({ massG: grams, volumeMl: finite, depthMm: finite }))
    .min(2)
    .max(100),
  boilC: finite,
  startTempC: finite,
  heat: heatLevel,
  powerW: finite,
  regime: z.enum(['boil', 'simmer']),
  rateGPerMin: finite,
  sdRateGPerMin: finite,
  driftPerRootMin: finite,
  minutes: minutesBand,
  warmUpMin: finite,
  ethanolLeftFrac: z.strictObject({ low: finite, high: finite }),
  dryMarginS: finite,
  modelVersion: version,
})

const emulsionPlanSchema: z.ZodType<EmulsionPlan> = z.strictObject({
  method: z.strictObject({
    bath: z.enum(['gentle', 'simmer', 'boil']),
    whisk: z.enum(keysOf<Whisk>(WHISKS)),
    tool: z.enum(keysOf<Tool>(TOOLS)),
    butterC: finite,
    holdC: z.strictObject({ low: finite, high: finite }),
  }),
  yolkG: grams,
  aqueousG: grams,
  lateAqueousG: grams,
  butterG: grams,
  butter: z.strictObject({ fatFrac: share, waterFrac: share, snfFrac: share }),
  butterIngredientId: slug,
  phaseFrac: share,
  band: z.enum(['runny', 'flowing', 'spoonable', 'stiff', 'edge', 'splits']),
  peakPhaseFrac: share,
  roomG: finite,
  waterFirstG: grams,
  ribbonS: minutesBand,
  ribbonC: finite,
  pourS: finite,
  isGrainy: z.boolean(),
  modelVersion: version,
})

export const batchPlanSchema: z.ZodType<BatchPlan> = z.strictObject({
  portions: inRange(LIMITS.portions),
  pickupAtMs: instantMs,
  factor: finite,
  weighOut: z
    .array(
      z.strictObject({
        itemId: slug,
        ingredientId: slug,
        name: text(80),
        isLiquid: z.boolean(),
        stepId,
        exactG: finite,
        exactMl: finite,
        shown,
        shownG: finite,
      }),
    )
    .max(80),
  stages: z.array(stagePlanSchema).max(10),
  emulsion: emulsionPlanSchema.optional(),
  steps: z.array(z.strictObject({ stepId, minutes: minutesBand })).max(40),
  salt: z.strictObject({ finalMassG: grams, ownSaltFrac: share, targetFrac: share, addG: grams, addShown: shown }),
  finalVolumeMl: finite,
  yieldPortions: z.number().int(),
  ethanolLeftFrac: z.strictObject({ low: finite, high: finite }),
  totalMin: minutesBand,
  latestStartAtMs: finite,
  sureStartAtMs: finite,
  earliestReadyAtMs: finite,
  isLate: z.boolean(),
  warnings: z
    .array(
      z.union([
        z.strictObject({ code: z.literal('panTooFull'), stepId, shareFull: finite }),
        z.strictObject({ code: z.literal('panTooShallow'), stepId, depthMm: finite }),
        z.strictObject({ code: z.literal('saltyAlready'), saltFrac: finite }),
        z.strictObject({ code: z.literal('waterFirst'), waterG: grams, phaseFrac: share }),
        z.strictObject({ code: z.literal('bowlTooSmall'), shareFull: finite, batches: finite }),
        z.strictObject({ code: z.literal('grainyBath') }),
        z.strictObject({ code: z.literal('linedCopper') }),
        z.strictObject({ code: z.literal('neverReached'), stepId }),
        z.strictObject({ code: z.literal('late'), earliestAtMs: finite }),
      ]),
    )
    .max(20),
  modelVersion: version,
})

const stamp = { channelId: uuid, name: text(60), isSimulated: z.boolean() }
const probe = z.strictObject(stamp).optional()
const readMass = { massG: grams, sigmaG: grams, modelVersion: version }
const atMsOrNull = finite.nullable()

const choicesSchema = z
  .strictObject({
    schools: z.record(slug, slug),
    swaps: z.record(slug, z.strictObject({ ingredientId: slug, factor: finite.min(0).max(100) })),
  })
  .optional() satisfies z.ZodType<Choices | undefined>

/** The schema of every kind's newest payload, checked against the core's types. */
export const PAYLOAD_SCHEMAS: { readonly [K in FactKind]: z.ZodType<Payloads[K]> } = {
  'order.taken': z.strictObject({
    formulaId: slug,
    portions: inRange(LIMITS.portions).int(),
    pickupAtMs: instantMs,
    label: text(60),
    detailsId: uuid.nullable(),
    choices: choicesSchema,
  }),
  'lot.stored': z.strictObject({
    ingredientId: slug,
    massG: inRange(LIMITS.massG),
    place: z.enum(STORE_PLACES),
    madeAtMs: instantMs,
    expiresAtMs: instantMs,
  }),
  'lot.counted': z.strictObject({ massG: grams }),
  'lot.emptied': z.strictObject({ reason: text(200) }),
  'order.cancelled': z.strictObject({ reason: text(200) }),
  'allergen.decided': z.strictObject({ allergen: z.enum(ALLERGENS), ingredientId: slug, decision: z.enum(ALLERGEN_DECISIONS) }),
  'batch.planned': z.strictObject({
    orderIds: z.array(uuid).max(50),
    formulaId: slug,
    sauceName: text(80),
    fill: slug,
    panId: slug,
    ringId: slug,
    sources: z.record(slug, slug),
    phrases: z.record(slug, text(120)),
    choices: choicesSchema,
    plan: batchPlanSchema,
  }),
  'batch.started': z.strictObject({
    frozen: z.strictObject({
      formula: formulaSchema,
      ingredients: z.array(ingredientSchema).max(80),
      pan: panSchema,
      ring: ringSchema,
      settings: settingsSchema,
    }),
    plan: batchPlanSchema,
  }),
  'batch.finished': z.strictObject({ result: z.enum(['served', 'discarded', 'merged']), reason: text(300) }),
  'ingredient.weighed': z.strictObject({ itemId: slug, ingredientId: slug, massG: inRange(LIMITS.massG) }),
  'step.started': z.strictObject({ stepId, stage: stagePlanSchema.optional() }),
  'step.finished': z.strictObject({ stepId, massG: grams.optional() }),
  'reading.taken': z.discriminatedUnion('how', [
    z.strictObject({ stepId, how: z.literal('weighing'), grossG: inRange(LIMITS.grossG), ...readMass }),
    z.strictObject({ stepId, how: z.literal('depth'), depthMm: inRange(LIMITS.depthMm), ...readMass }),
    z.strictObject({ stepId, how: z.literal('level'), depthMm: inRange(LIMITS.depthMm), ...readMass }),
    z.strictObject({ stepId, how: z.literal('temperature'), tempC: inRange(LIMITS.tempC), probe }),
    z.strictObject({
      stepId,
      how: z.literal('look'),
      look: z.enum(LOOKS),
      rateGPerMin: finite.min(0).max(1000),
      sdRateGPerMin: finite.min(0).max(1000),
    }),
  ]),
  'reading.explained': z.strictObject({ readingId: uuid, answer: z.enum(EXPLANATIONS) }),
  'channel.bound': z.strictObject({ ...stamp, place: z.enum(CHANNEL_PLACES) }),
  'channel.released': z.strictObject({ channelId: uuid }),
  'bath.changed': z.strictObject({ stepId, bath: z.enum(keysOf<BathHeat>(BATHS)) }),
  'cue.seen': z.strictObject({ stepId, cue: z.enum(CUES) }),
  'pour.started': z.strictObject({ stepId, ingredientId: slug, gPerS: finite.min(0).max(200), tempC: inRange(LIMITS.tempC) }),
  'pour.stopped': z.strictObject({ stepId, ingredientId: slug, massG: inRange(LIMITS.massG), tempC: inRange(LIMITS.tempC), probe }),
  'pasteurisation.credited': z.strictObject({ ...stamp, band: z.enum(['none', 'under5', 'from5to8', 'over8']), modelVersion: version }),
  'control.lost': z.strictObject({ tempC: finite, limitC: inRange(LIMITS.tempC), probe }),
  'hold.started': z.strictObject({
    wellId: slug,
    letter: text(2),
    limits: z.strictObject({
      houseS: inRange(LIMITS.durationS),
      codeS: inRange(LIMITS.durationS),
      hotHoldC: inRange(LIMITS.tempC),
      code: z.enum(keysOf<FoodCodeId>(FOOD_CODES)),
    }),
    portions: inRange({ ...LIMITS.portions, min: 0 }).int(),
    onto: z
      .strictObject({ batchId: uuid, clockStartedAtMs: instantMs, portions: inRange({ ...LIMITS.portions, min: 0 }).int() })
      .nullable(),
  }),
  'hold.stirred': z.strictObject({ stepId }),
  'hold.goneOn': z.strictObject({ reason: text(300) }),
  'addition.made': z.strictObject({
    stepId,
    ingredientId: slug,
    massG: inRange(LIMITS.additionG),
    sdG: grams,
    coolerByK: finite.min(0).max(200),
  }),
  'heat.changed': z.strictObject({ stepId, level: heatLevel, ratio: finite.min(0.001).max(1000) }),
  'pan.lifted': z.strictObject({ stepId }),
  'pan.returned': z.strictObject({ stepId }),
  'forecast.shown': z.strictObject({
    stepId,
    massG: grams,
    targetMassG: grams,
    p10AtMs: atMsOrNull,
    p50AtMs: atMsOrNull,
    p90AtMs: atMsOrNull,
    modelVersion: version,
  }),
  'alarm.silenced': z.strictObject({ alarm: z.enum(['lookSoon', 'actNow', 'start']), stepId }),
  'salt.added': z.strictObject({ massG: inRange(LIMITS.massG), saltFrac: share }),
  'portion.served': z.strictObject({ portions: inRange(LIMITS.portions).int(), orderId: uuid.nullable() }),
  'fact.corrected': z
    .strictObject({
      factId: uuid,
      kind: z.enum(Object.keys(KINDS).filter((k) => k !== 'fact.corrected' && k !== 'fact.voided') as [Payloads['fact.corrected']['kind']]),
      payload: z.unknown(),
    })
    .superRefine((c, ctx) => {
      const found = PAYLOAD_SCHEMAS[c.kind].safeParse(c.payload)
      for (const issue of found.success ? [] : found.error.issues)
        ctx.addIssue({ code: 'custom', path: ['payload', ...issue.path], message: issue.message })
    }) as z.ZodType<Payloads['fact.corrected']>,
  'fact.voided': z.strictObject({ factId: uuid, reason: text(200) }),
}

const FACT_KINDS = Object.keys(KINDS) as [FactKind, ...FactKind[]]

/** The wrapping of a fact, before its payload is looked at. Devices may send kinds' older versions. */
export const envelopeSchema = z.strictObject({
  id: uuid,
  kitchenId: uuid,
  streamKind: z.enum(STREAM_KINDS),
  streamId: uuid,
  kind: z.enum(FACT_KINDS),
  v: z.number().int().min(1).max(1000),
  deviceId: uuid,
  deviceSeq: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
  deviceAtMs: instantMs,
  clockOffsetMs: z.number().int().min(-4e12).max(4e12),
  actor: z.strictObject({ deviceId: uuid, crewId: slug.optional() }),
  payload: z.unknown(),
})

/** A fact as a server sends or a file keeps it. */
export const storedFactSchema = envelopeSchema.extend({
  atMs: instantMs,
  receivedAtMs: instantMs.optional(),
  seq: z.number().int().min(1).optional(),
  clockFlag: z.enum(['future', 'unmeasured']).optional(),
  chain: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
})
