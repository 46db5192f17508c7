import {
  BROWNING_ITEMS,
  BROWNING_STAGES,
  CATCHES_MIN,
  CROWDS,
  COOLING_PLACES,
  HEAT_LEVELS,
  LIMITS,
  POUR_OVERS,
  POUR_PACES,
  MOUNT_HEATS,
  MOUNT_MOVES,
  SPECIES,
  TOOLS,
  VESSEL_ROLES,
  WHISKS,
  type BatchPlan,
  type Composition,
  LID_FACTOR,
  type BrowningKind,
  type BrownPlan,
  type BrowningPlan,
  type CatchKind,
  type CrowdKind,
  type CrowdPlan,
  type CoolingPlace,
  type Lid,
  type EmulsionPlan,
  type HeatLevel,
  type StagePlan,
  type StepPlan,
  type StepWork,
  type Tool,
  type Whisk,
} from '@liquamen/core'
import { z } from 'zod'
import { finite, inRange, instantMs, keysOf, moment, slug, text } from '../primitives'

export const grams = finite.min(0).max(200_000)
const minutesBand = z.strictObject({ low: finite, value: finite, high: finite })
export const share = inRange(LIMITS.fraction)
export const stepId = slug
export const version = text(60)
export const heatLevel = z.enum(Object.keys(HEAT_LEVELS) as [HeatLevel, ...HeatLevel[]])
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
    pace: z.enum(POUR_PACES).optional(),
    yolkC: z.strictObject({ low: finite, high: finite }).optional(),
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
  phaseLimitFrac: share,
  roomG: finite,
  waterFirstG: grams,
  ribbonS: minutesBand.optional(),
  ribbonC: finite,
  pourS: finite,
  pour: z
    .strictObject({
      pace: z.enum(POUR_PACES),
      ratesGPerS: z.array(finite).max(3).readonly(),
      doseG: finite.optional(),
      everyS: finite.optional(),
      seconds: finite,
      peakFreeOil: finite,
      over: z.enum(POUR_OVERS),
      endC: finite,
      cookedFrac: finite,
    })
    .optional(),
  isGrainy: z.boolean(),
  modelVersion: version,
})

const lid = z.enum(keysOf<Lid>(LID_FACTOR))
const crowdSchema: z.ZodType<CrowdPlan> = z.strictObject({
  food: z.enum(keysOf<CrowdKind>(CROWDS)),
  massKg: finite,
  powerW: finite,
  verdict: z.enum(['browns', 'wetFirst', 'steams']),
  number: finite,
  criticalKg: finite,
  wetS: finite,
  poolG: finite,
  layers: finite.nullable(),
  lots: z.number().int().min(1).max(10_000),
  modelVersion: version,
})
const brownSchema: z.ZodType<BrownPlan> = z.strictObject({
  massG: grams,
  butter: z.strictObject({ fatFrac: share, waterFrac: share, snfFrac: finite }),
  powerW: finite,
  sdLnPower: finite,
  panJPerK: finite,
  heat: heatLevel,
  modelVersion: version,
})
const browningSchema: z.ZodType<BrowningPlan> = z.strictObject({
  item: z.enum(keysOf<BrowningKind>(BROWNING_ITEMS)),
  wanted: z.enum(BROWNING_STAGES),
  panC: finite,
  stagesMin: z.partialRecord(z.enum(BROWNING_STAGES), finite),
  saidMin: finite.optional(),
  modelVersion: version,
})
const workSchema: z.ZodType<StepWork> = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('plain') }),
  z.strictObject({ kind: z.literal('reduce'), stage: stagePlanSchema }),
  z.strictObject({ kind: z.literal('eggEmulsion'), emulsion: emulsionPlanSchema }),
  z.strictObject({
    kind: z.literal('mount'),
    butterG: grams,
    phaseFrac: share,
    phaseLimitFrac: share,
    window: z.strictObject({ lowC: finite, highC: finite }),
    pace: z
      .strictObject({
        heat: z.enum(MOUNT_HEATS),
        by: z.enum(MOUNT_MOVES),
        butterC: finite,
        uptakeS: finite,
        powerW: finite,
        heatJ: finite,
        heatS: finite,
        offHeatC: finite,
        bearsBubble: z.boolean(),
      })
      .optional(),
  }),
  z.strictObject({
    kind: z.literal('thicken'),
    fromPaS: finite,
    toPaS: finite,
    browning: browningSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('simmer'),
    lossG: finite,
    endMassG: grams,
    tempC: finite.optional(),
    comeUpMin: finite.optional(),
    pressure: z
      .strictObject({ gaugeKPa: finite, holdMin: finite, releaseMin: finite, openMin: finite })
      .optional(),
    clarity: z
      .strictObject({ grade: z.enum(['clear', 'hazy', 'cloudy']), scumGPerL: finite, fatGPerL: finite })
      .optional(),
    losses: z
      .array(z.strictObject({ lid, lossG: finite }))
      .max(3)
      .optional(),
    lid: lid.optional(),
    rateGPerMin: finite.optional(),
    catches: z.enum(keysOf<CatchKind>(CATCHES_MIN)).optional(),
    stirEveryMin: finite.nullable().optional(),
    skimAtMin: z.array(finite).max(20).optional(),
    drawnFrac: share.optional(),
    bareAfterMin: finite.nullable().optional(),
    topUpMl: finite.optional(),
    modelVersion: version,
  }),
  z.strictObject({
    kind: z.literal('browning'),
    browning: browningSchema.nullable(),
    crowd: crowdSchema.nullable(),
  }),
  z.strictObject({
    kind: z.literal('brown'),
    butterG: grams,
    yieldG: grams,
    browns: brownSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('cool'),
    massG: grams,
    heatJPerK: finite,
    isThick: z.boolean(),
    options: z
      .array(
        z.strictObject({
          place: z.enum(keysOf<CoolingPlace>(COOLING_PLACES)),
          depthMm: finite,
          stageMin: z.array(finite.nullable()).max(4),
          isInTime: z.boolean(),
          tauMin: finite,
        }),
      )
      .max(8),
    deepestMm: finite,
    vessels: finite,
    modelVersion: version,
  }),
])

const stepPlanSchema: z.ZodType<StepPlan> = z.strictObject({
  stepId,
  minutes: minutesBand,
  vessel: z.enum(VESSEL_ROLES),
  panId: slug.nullable(),
  stand: z.enum(['ring', 'bath', 'well', 'aside']),
  hands: finite.min(0).max(4),
  after: z.array(stepId).max(8),
  level: z
    .strictObject({
      startG: grams,
      endG: grams,
      startMl: finite,
      endMl: finite,
      startMm: finite,
      endMm: finite,
    })
    .optional(),
  work: workSchema,
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
  steps: z.array(stepPlanSchema).max(40),
  salt: z.strictObject({
    finalMassG: grams,
    ownSaltFrac: share,
    targetFrac: share,
    addG: grams,
    addShown: shown,
  }),
  finalVolumeMl: finite,
  yieldPortions: z.number().int(),
  ethanolLeftFrac: z.strictObject({ low: finite, high: finite }),
  totalMin: minutesBand,
  latestStartAtMs: moment,
  sureStartAtMs: moment,
  earliestReadyAtMs: moment,
  isLate: z.boolean(),
  warnings: z
    .array(
      z.union([
        z.strictObject({ code: z.literal('steams'), stepId, lots: z.number().int().min(1).max(10_000) }),
        z.strictObject({ code: z.enum(['noPressureCooker', 'boundUnderPressure']), stepId }),
        z.strictObject({ code: z.literal('panTooFull'), stepId, shareFull: finite }),
        z.strictObject({ code: z.literal('panTooShallow'), stepId, depthMm: finite }),
        z.strictObject({ code: z.literal('saltyAlready'), saltFrac: finite }),
        z.strictObject({ code: z.literal('waterFirst'), waterG: grams, phaseFrac: share }),
        z.strictObject({ code: z.literal('bowlTooSmall'), shareFull: finite, batches: finite.optional() }),
        z.strictObject({ code: z.literal('splits'), stepId, phaseFrac: share, limitFrac: share }),
        z.strictObject({ code: z.literal('metalTaints'), metal: text(30) }),
        z.strictObject({ code: z.literal('baseTooSmall'), baseMm: finite, leastMm: finite }),
        z.strictObject({ code: z.literal('thinAtNappe'), stepId, paS: finite, wantedPaS: finite }),
        z.strictObject({ code: z.literal('tooManyForOne'), batches: finite }),
        z.strictObject({ code: z.literal('grainyBath') }),
        z.strictObject({ code: z.enum(['grainyPour', 'coldPour']), stepId, tempC: finite }),
        z.strictObject({ code: z.enum(['setsOffHeat', 'bubbleBreaks']), stepId }),
        z.strictObject({ code: z.literal('linedCopper') }),
        z.strictObject({ code: z.literal('neverReached'), stepId }),
        z.strictObject({ code: z.literal('creamOils'), stepId, phi: share, waterG: grams }),
        z.strictObject({ code: z.literal('late'), earliestAtMs: moment }),
      ]),
    )
    .max(20),
  modelVersion: version,
})
