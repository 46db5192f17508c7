import {
  BATHS,
  CHANNEL_PLACES,
  CHECKPOINTS,
  CLARIFY_STAGES,
  COOLING_PLACES,
  CUES,
  EXPLANATIONS,
  FOOD_CODES,
  HOLD_PLACES,
  HOLD_WALLS,
  LIMITS,
  LOOKS,
  SALT_KINDS,
  SPOON_GRADES,
  TASTE_WORDS,
  VESSEL_ROLES,
  type BatchKind,
  type BathHeat,
  type CoolingPlace,
  type FoodCodeId,
  type Payloads,
  INHERITED_KINDS,
  type InheritedFact,
  REMEDIES,
  upcast,
  SYMPTOMS,
  type SaltKind,
} from '@liquamen/core'
import { z } from 'zod'
import { formulaSchema, ingredientSchema, panSchema, ringSchema, settingsSchema } from '../catalog'
import { finite, inRange, instantMs, keysOf, moment, slug, text, uuid } from '../primitives'
import { choicesSchema } from './choices'
import { batchPlanSchema, grams, heatLevel, share, stagePlanSchema, stepId, version } from './plan'

const stamp = { channelId: uuid, name: text(60), isSimulated: z.boolean() }
const probe = z.strictObject(stamp).optional()
const readMass = { massG: grams, sigmaG: grams, modelVersion: version }
const atMsOrNull = moment.nullable()

/** What a child has from its mother: each checked as the fact that it was. */
const inheritedSchema: z.ZodType<InheritedFact> = z
  .strictObject({
    id: uuid,
    kind: z.enum(INHERITED_KINDS),
    v: z.number().int().min(1),
    atMs: moment,
    payload: z.unknown(),
  })
  .superRefine(({ kind, v, payload }, context) => {
    const read = BATCH_SCHEMAS[kind].safeParse(upcast(kind, v, payload))
    if (!read.success)
      for (const issue of read.error.issues)
        context.addIssue({ code: 'custom', message: issue.message, path: ['payload', ...issue.path] })
  })

/** Payloads of a batch's facts, checked against the core's types. */
export const BATCH_SCHEMAS: { readonly [K in BatchKind]: z.ZodType<Payloads[K]> } = {
  'batch.planned': z.strictObject({
    shares: z
      .array(z.strictObject({ orderId: uuid, portions: inRange({ ...LIMITS.portions, min: 0 }).int() }))
      .max(50),
    formulaId: slug,
    sauceName: text(80),
    fill: slug,
    vessels: z.partialRecord(z.enum(VESSEL_ROLES), slug),
    ringId: slug,
    sources: z.record(slug, slug),
    phrases: z.record(slug, text(120)),
    choices: choicesSchema,
    movesAtStepId: stepId.optional(),
    at: z
      .array(
        z.strictObject({
          stepId,
          startAtMs: instantMs,
          endAtMs: instantMs,
          ringId: slug.optional(),
          wellId: slug.optional(),
        }),
      )
      .max(200)
      .optional(),
    service: z
      .strictObject({
        serviceId: uuid,
        key: text(420),
        fromAtMs: instantMs.optional(),
        toAtMs: instantMs.optional(),
      })
      .optional(),
    plan: batchPlanSchema,
  }),
  'batch.takenOff': z.strictObject({ reason: text(300) }),
  'batch.started': z.strictObject({
    frozen: z.strictObject({
      formula: formulaSchema,
      ingredients: z.array(ingredientSchema).max(80),
      vessels: z.partialRecord(z.enum(VESSEL_ROLES), panSchema),
      ring: ringSchema,
      settings: settingsSchema,
    }),
    plan: batchPlanSchema,
    inherits: z
      .strictObject({
        batchId: uuid,
        share: share,
        facts: z.array(inheritedSchema).max(2000),
      })
      .optional(),
  }),
  'batch.finished': z.strictObject({
    result: z.enum(['served', 'stored', 'discarded', 'merged', 'split']),
    reason: text(300),
  }),
  'ingredient.weighed': z.strictObject({ itemId: slug, ingredientId: slug, massG: inRange(LIMITS.massG) }),
  'step.started': z.strictObject({ stepId, stage: stagePlanSchema.optional() }),
  'step.finished': z.strictObject({ stepId, massG: grams.optional() }),
  'reading.taken': z.discriminatedUnion('how', [
    z.strictObject({
      stepId,
      how: z.literal('weighing'),
      grossG: inRange(LIMITS.grossG),
      scale: probe,
      ...readMass,
    }),
    z.strictObject({
      stepId,
      how: z.literal('depth'),
      depthMm: inRange(LIMITS.depthMm),
      wallMm: inRange(LIMITS.depthMm).optional(),
      ...readMass,
    }),
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
  'butter.clarified': z.strictObject({ stepId, stage: z.enum(CLARIFY_STAGES) }),
  'butter.read': z.strictObject({ stepId, tempC: inRange(LIMITS.tempC) }),
  'bath.checked': z.strictObject({ stepId, isClear: z.boolean(), isSnug: z.boolean() }),
  'bath.changed': z.strictObject({ stepId, bath: z.enum(keysOf<BathHeat>(BATHS)) }),
  'cue.seen': z.strictObject({ stepId, cue: z.enum(CUES) }),
  'pour.started': z.strictObject({
    stepId,
    ingredientId: slug,
    gPerS: finite.min(0).max(200),
    tempC: inRange(LIMITS.tempC),
  }),
  'pour.stopped': z.strictObject({
    stepId,
    ingredientId: slug,
    massG: inRange(LIMITS.massG),
    tempC: inRange(LIMITS.tempC),
    probe,
  }),
  'pasteurisation.credited': z.strictObject({
    ...stamp,
    band: z.enum(['none', 'under5', 'from5to8', 'over8']),
    modelVersion: version,
  }),
  'control.lost': z.strictObject({ tempC: finite, limitC: inRange(LIMITS.tempC), probe }),
  'hold.started': z.strictObject({
    wellId: slug.nullable(),
    letter: text(2),
    place: z.enum(HOLD_PLACES).optional(),
    wall: z.enum(HOLD_WALLS).optional(),
    limits: z.strictObject({
      houseS: inRange(LIMITS.durationS),
      codeS: inRange(LIMITS.durationS),
      hotHoldC: inRange(LIMITS.tempC),
      code: z.enum(keysOf<FoodCodeId>(FOOD_CODES)),
    }),
    portions: inRange({ ...LIMITS.portions, min: 0 }).int(),
    onto: z
      .strictObject({
        batchId: uuid,
        clockStartedAtMs: instantMs,
        portions: inRange({ ...LIMITS.portions, min: 0 }).int(),
      })
      .nullable(),
    hazard: z
      .strictObject({ shape: finite.positive().max(1e6), rate: finite.positive().max(1e6) })
      .optional(),
  }),
  'sauce.broke': z.strictObject({ stepId }),
  'rescue.tried': z.strictObject({ stepId, symptom: z.enum(SYMPTOMS), remedy: z.enum(REMEDIES) }),
  'rescue.ended': z.strictObject({ stepId, triedId: uuid, isHeld: z.boolean() }),
  'hold.stirred': z.strictObject({ stepId }),
  'tool.washed': z.strictObject({ tool: text(80).min(1) }),
  'hold.goneOn': z.strictObject({ reason: text(300) }),
  'insert.takenOut': z.strictObject({ stepId, what: text(40).min(1) }),
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
  'alarm.silenced': z.strictObject({ alarm: z.enum(['lookSoon', 'actNow', 'start', 'step']), stepId }),
  'cooling.placed': z.strictObject({ stepId, place: z.enum(keysOf<CoolingPlace>(COOLING_PLACES)) }),
  'cooling.reheated': z.strictObject({ stepId, tempC: inRange(LIMITS.tempC) }),
  'spoon.seen': z.strictObject({
    stepId,
    grade: z.union(SPOON_GRADES.map((g) => z.literal(g))),
    paS: finite.min(1e-4).max(1e6),
    sdLn: finite.min(0.01).max(3),
    expectedPaS: finite.min(1e-4).max(1e6),
    filmG: finite.min(0.05).max(30).optional(),
    modelVersion: version,
  }),
  'taste.noted': z.strictObject({
    stepId,
    checkpoint: z.enum(CHECKPOINTS),
    word: z.enum(TASTE_WORDS),
    saltFrac: share,
    acidFrac: share,
  }),
  'salt.added': z.strictObject({
    massG: inRange(LIMITS.massG),
    saltFrac: share,
    salt: z.enum(keysOf<SaltKind>(SALT_KINDS)).optional(),
  }),
  'portion.served': z.strictObject({ portions: inRange(LIMITS.portions).int(), orderId: uuid.nullable() }),
}
