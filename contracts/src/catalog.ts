import {
  ACTS,
  ALLERGENS,
  BOWLS,
  CAUTIONS,
  FOOD_CODES,
  HEATERS,
  HOLD_PLACES,
  LIMITS,
  MARKS,
  METALS,
  MOUNT_HEATS,
  MOUNT_MOVES,
  POUR_OVERS,
  POUR_PACES,
  ROLES,
  SPECIES,
  THICKENERS,
  TOOLS,
  VESSEL_KINDS,
  VESSEL_ROLES,
  WHISKS,
  type BathHeat,
  type BowlMaterial,
  type CrewMember,
  type FoodCodeId,
  type Formula,
  type FormulaChange,
  type HeaterKind,
  type Ingredient,
  type KitchenSettings,
  type Pan,
  type Ring,
  type Tool,
  type Well,
  type Whisk,
} from '@liquamen/core'
import { z } from 'zod'
import { dishSchema } from './dish'
import { houseMeasuresSchema } from './houseMeasures'
import { finite, inRange, instantMs, keysOf, slug, text, uuid } from './primitives'

const share = inRange(LIMITS.fraction)
const minutesBand = z
  .strictObject({ low: finite.min(0), value: finite.min(0), high: finite.min(0) })
  .refine((b) => b.low <= b.value && b.value <= b.high, 'low, value and high must rise')
const saltBand = z.strictObject({ low: share, value: share, high: share })

export const vesselProfileSchema = z.discriminatedUnion('shape', [
  z.strictObject({
    shape: z.literal('pan'),
    baseRadiusMm: finite.min(30).max(400),
    rimRadiusMm: finite.min(30).max(400),
    heightMm: inRange(LIMITS.heightMm),
    cornerMm: finite.min(0).max(40),
  }),
  z.strictObject({
    shape: z.literal('bowl'),
    sphereRadiusMm: finite.min(30).max(400),
    heightMm: inRange(LIMITS.heightMm),
  }),
])

export const panSchema = z.strictObject({
  id: slug,
  name: text(60).min(1),
  kind: z.enum(VESSEL_KINDS),
  tareG: inRange(LIMITS.grossG),
  profile: vesselProfileSchema,
  gaugeKPa: finite.min(20).max(200).optional(),
  material: z.enum(keysOf<BowlMaterial>(BOWLS)).optional(),
  metal: z.enum(METALS).optional(),
  footprint: z
    .strictObject({ lengthMm: finite.min(30).max(2000), widthMm: finite.min(30).max(2000) })
    .optional(),
}) satisfies z.ZodType<Pan>

const planPlace = z.strictObject({ xMm: finite.min(0).max(6000), yMm: finite.min(0).max(6000) })

export const wellSchema = z.strictObject({
  id: slug,
  letter: z.string().regex(/^[A-Z]$/),
  row: z.number().int().min(0).max(3),
  column: z.number().int().min(0).max(7),
  waterC: inRange(LIMITS.tempC),
  profile: vesselProfileSchema,
  at: planPlace.optional(),
}) satisfies z.ZodType<Well>

export const rulesSchema = z.strictObject({
  code: z.enum(keysOf<FoodCodeId>(FOOD_CODES)),
  holdLimitH: finite.min(0.5).max(6),
  clockFrom: z.enum(['outOfControl', 'firstEgg']),
})

export const ringSchema = z.strictObject({
  id: slug,
  number: z.number().int().min(1).max(99),
  row: z.number().int().min(0).max(3),
  column: z.number().int().min(0).max(7),
  strength: text(40),
  heater: z.strictObject({
    kind: z.enum(keysOf<HeaterKind>(HEATERS)),
    ratedW: inRange(LIMITS.powerW),
    leastBaseMm: finite.min(0).max(500).optional(),
  }),
  at: planPlace.optional(),
  burnerMm: finite.min(30).max(800).optional(),
  marks: z.number().int().min(2).max(30).optional(),
  withPans: z
    .array(
      z.strictObject({
        panId: slug,
        factor: finite.min(0.1).max(10),
        sdShare: finite.min(0).max(2),
        n: z.number().int().min(1).max(100_000),
        atMs: instantMs,
      }),
    )
    .max(200)
    .optional(),
  measured: z
    .array(
      z.strictObject({
        id: uuid,
        atMs: instantMs,
        position: finite.min(0.02).max(1),
        powerW: inRange(LIMITS.powerW),
        sdShare: finite.min(0).max(2),
        diameterMm: inRange(LIMITS.diameterMm),
      }),
    )
    .max(20)
    .optional(),
}) satisfies z.ZodType<Ring>

export const crewSchema = z.strictObject({
  id: slug,
  name: text(60).min(1),
  role: z.enum(ROLES),
}) satisfies z.ZodType<CrewMember>

/** Whether clocks can be told by it. */
function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).format(0) !== ''
  } catch {
    return false
  }
}

const kitCount = z.number().int().min(0).max(20).optional()
export const settingsSchema = z.strictObject({
  name: text(80).min(1),
  altitudeM: inRange(LIMITS.altitudeM),
  roomTempC: finite.min(0).max(60),
  timeZone: text(60).refine(isTimeZone, 'must be a time zone such as UTC or Europe/Berlin'),
  scaleStepG: finite.min(0.1).max(50),
  /** Said by files of earlier releases; it makes no kitchen a demo. */
  isDemo: z.boolean().optional(),
  rules: rulesSchema.optional(),
  measures: houseMeasuresSchema.optional(),
  stove: z
    .strictObject({ widthMm: finite.min(200).max(6000), depthMm: finite.min(200).max(3000) })
    .optional(),
  scaleFactor: finite.min(0.5).max(2).optional(),
  kits: z.strictObject({ sieve: kitCount, blender: kitCount }).optional(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .optional(),
}) satisfies z.ZodType<KitchenSettings>

export const ingredientSchema = z.strictObject({
  id: slug,
  name: text(80).min(1),
  isLiquid: z.boolean(),
  per100G: z
    .strictObject(Object.fromEntries(SPECIES.map((s) => [s, finite.min(0).max(100).optional()])))
    .refine(
      (c) =>
        Math.abs(
          Object.values(c).reduce<number>((sum, g) => sum + (typeof g === 'number' ? g : 0), 0) - 100,
        ) < 2,
      'must add up to 100 g',
    ),
  gives: z
    .strictObject(Object.fromEntries(SPECIES.map((s) => [s, finite.min(0).max(50).optional()])))
    .optional(),
  madeBy: z.strictObject({ formulaId: slug, version: z.number().int().min(1) }).optional(),
  fixedAcid: z.enum(['tartaric', 'citric', 'lactic', 'malic']).optional(),
  group: text(30).optional(),
  trimYield: share.optional(),
  thickens: z.enum(THICKENERS).optional(),
  marks: z.array(z.enum(MARKS)).max(14).readonly().optional(),
  shelfDays: finite.min(0).max(3650).optional(),
  costMinorPerKg: finite.min(0).max(100_000_000).optional(),
  months: z.array(z.number().int().min(1).max(12)).max(12).readonly().optional(),
  emulsionRole: z.enum(['yolk', 'butter']).optional(),
  pieceG: finite.min(0.1).max(5000).optional(),
  bulkGPerMl: finite.min(0.01).max(3).optional(),
  solidInPan: z.strictObject({ massShare: share, volumeMlPerG: finite.min(0.1).max(3) }).optional(),
  allergens: z.partialRecord(z.enum(ALLERGENS), z.enum(['contains', 'mayContain', 'unknownLabel'])),
  source: text(200),
}) satisfies z.ZodType<Ingredient>

const stepFields = {
  id: slug,
  technique: z.enum(ACTS),
  verb: text(30).min(1),
  endsWhen: text(200).min(1),
  minutes: minutesBand.optional(),
  target: text(120).optional(),
  attention: z.enum(['constant', 'often', 'none']).optional(),
  vessel: z.enum(VESSEL_ROLES).optional(),
  aheadKeepsH: finite.min(0).max(10_000).optional(),
  colour: z.enum(['none', 'golden', 'brown']).optional(),
  comesOut: z.array(text(40).min(1)).max(8).readonly().optional(),
  cut: z.enum(['coarse', 'neat', 'fine']).optional(),
  after: z.array(slug).max(8).optional(),
  roux: z.enum(['white', 'blond', 'brown']).optional(),
  lossFrac: share.optional(),
  skims: z.number().int().min(0).max(20).optional(),
  startsHot: z.boolean().optional(),
  arrivesHot: z.boolean().optional(),
  pressFrac: share.optional(),
  yieldFrac: share.optional(),
  heat: z.enum(['low', 'mediumLow', 'medium', 'mediumHigh', 'high']).optional(),
  pourOver: z.enum(POUR_OVERS).optional(),
  mountHeat: z.enum(MOUNT_HEATS).optional(),
  mountBy: z.enum(MOUNT_MOVES).optional(),
  butterC: inRange(LIMITS.tempC).optional(),
  cautions: z.array(z.enum(CAUTIONS)).max(8),
}
const stepSchema = z
  .strictObject(stepFields)
  .refine((s) => s.technique !== 'reduce' || (s.target ?? '') !== '', {
    path: ['target'],
    message: 'a reduction needs a target',
  })

const amountSchema = z.union([
  z.strictObject({ massG: inRange(LIMITS.massG) }),
  z.strictObject({ volumeMl: inRange(LIMITS.volumeMl) }),
])
const itemSchema = z.strictObject({
  id: slug,
  ingredientId: slug,
  sources: z.array(slug).max(8).optional(),
  stepId: slug,
  amount: amountSchema,
})
const methodFields = {
  bath: z.enum(['gentle', 'simmer', 'boil'] satisfies BathHeat[]),
  whisk: z.enum(keysOf<Whisk>(WHISKS)),
  tool: z.enum(keysOf<Tool>(TOOLS)),
  butterC: inRange(LIMITS.tempC),
  pace: z.enum(POUR_PACES).optional(),
  yolkC: z.strictObject({ low: inRange(LIMITS.tempC), high: inRange(LIMITS.tempC) }).optional(),
  holdC: z.strictObject({ low: inRange(LIMITS.tempC), high: inRange(LIMITS.tempC) }),
}
const partial = <S extends z.core.$ZodLooseShape>(fields: S) => z.strictObject(fields).partial()
const keepsFields = {
  place: z.enum(HOLD_PLACES).optional(),
  hotMin: finite.min(0).max(1440),
  chilledDays: finite.min(0).max(365),
  freezes: z.enum(['good', 'fair', 'no']),
}
const changeSchema: z.ZodType<FormulaChange> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('setAmount'), itemId: slug, amount: amountSchema }),
  z.strictObject({ op: z.literal('swap'), itemId: slug, ingredientId: slug, factor: finite.min(0).max(100) }),
  z.strictObject({ op: z.literal('move'), itemId: slug, stepId: slug }),
  z.strictObject({ op: z.literal('drop'), itemId: slug }),
  z.strictObject({ op: z.literal('add'), item: itemSchema }),
  z.strictObject({ op: z.literal('setStep'), stepId: slug, step: partial(stepFields) }),
  z.strictObject({ op: z.literal('dropStep'), stepId: slug }),
  z.strictObject({ op: z.literal('addStep'), afterStepId: slug, step: stepSchema }),
  z.strictObject({ op: z.literal('setMethod'), method: partial(methodFields) }),
  z.strictObject({ op: z.literal('setKeeps'), keeps: partial(keepsFields) }),
])
const schoolSchema = z
  .strictObject({
    id: slug,
    says: text(60),
    defaultId: slug,
    reason: text(200),
    options: z
      .array(z.strictObject({ id: slug, says: text(120), changes: z.array(changeSchema).max(20) }))
      .min(2)
      .max(8),
  })
  .refine((s) => s.options.some((o) => o.id === s.defaultId), {
    path: ['defaultId'],
    message: 'must be one of the options',
  })

export const formulaSchema: z.ZodType<Formula> = z
  .strictObject({
    id: slug,
    version: z.number().int().min(1),
    name: text(80).min(1),
    family: text(60),
    fill: slug,
    basisPortions: inRange(LIMITS.portions),
    portionMl: finite.min(1).max(1000),
    overFrac: share,
    saltTargetFrac: saltBand,
    source: text(400),
    emulsion: z.strictObject(methodFields).optional(),
    schools: z.array(schoolSchema).max(12).optional(),
    motherId: slug.optional(),
    makes: slug.optional(),
    dishes: z.array(text(60)).max(20).optional(),
    keeps: z.strictObject(keepsFields).optional(),
    items: z.array(itemSchema).min(1).max(60),
    steps: z.array(stepSchema).min(1).max(40),
  })
  .superRefine((f, ctx) => {
    const ids = new Set(f.steps.map((s) => s.id))
    f.items.forEach((item, i) => {
      if (!ids.has(item.stepId))
        ctx.addIssue({
          code: 'custom',
          path: ['items', i, 'stepId'],
          message: 'names a step that is not there',
        })
    })
    if (ids.size !== f.steps.length)
      ctx.addIssue({ code: 'custom', path: ['steps'], message: 'two steps have one id' })
  })

/** Everything a kitchen is, in a file or over the wire. */
export const catalogSchema = z.strictObject({
  settings: settingsSchema,
  rings: z.array(ringSchema).max(40),
  pans: z.array(panSchema).max(200),
  wells: z.array(wellSchema).max(40).default([]),
  crew: z.array(crewSchema).max(200),
  probes: z
    .array(
      z.strictObject({
        channelId: uuid,
        name: text(60),
        atMs: instantMs,
        iceReadsC: finite,
        boilReadsC: finite,
        boilsAtC: finite,
      }),
    )
    .max(60)
    .optional(),
  scales: z
    .array(z.strictObject({ name: text(60), atMs: instantMs, factor: finite.min(0.5).max(2) }))
    .max(20)
    .optional(),
  ingredients: z.array(ingredientSchema).max(5000),
  formulas: z.array(formulaSchema).max(1000),
  dishes: z.array(dishSchema).max(500).optional(),
})
