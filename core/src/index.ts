// What the other rooms may use of the core, by room.

// the core itself
export { DomainError, type Range } from './errors'
export { LIMITS, MOST_FACTS_PER_POST } from './limits'
export { onceFor } from './solve/onceFor'
export { mulberry32 } from './solve/random'

// quantity
export { inParts } from './quantity/checkAmounts'
export { type ParsedQuantity, parseQuantity } from './quantity/parseQuantity'
export { readGoods, type ReadGoods, type ReadLine, weighedGood } from './quantity/readGoods'
export { type MeasureSystem } from './quantity/sayQuantity'
export { type HouseMeasures, NO_HOUSE_MEASURES, type WeighedGood, weighSaid } from './quantity/weigh'

// ingredients
export { densityGPerMl } from './ingredients/densityGPerMl'
export { compositionOf, type Ingredient, type Mark, MARKS, THICKENERS } from './ingredients/ingredient'

// allergens
export { type Allergen, type AllergenMark, ALLERGENS } from './allergens/allergens'
export { checkAllergens } from './allergens/checkAllergens'
export { US_ALLERGENS, usAllergensOf } from './allergens/usAllergens'
export { type DecidedFinding, isSettled, usableSources } from './allergens/usableSources'
export { orderFindings } from './allergens/orderFindings'
export { waysAround } from './allergens/waysAround'

// kitchen
export { fitPan, type PanFit } from './kitchen/calibration/pan'
export { correctedC, probeVerdict, wasDropped } from './kitchen/calibration/probe'
export { boilingTest, RING_TEST_MODEL_VERSION, warmingTest } from './kitchen/calibration/ring'
export { LITRE_READS_G, mustZero, scaleFactor } from './kitchen/calibration/scale'
export { foldKitchen } from './kitchen/foldKitchen'
export { heatedBaseMm, knobMark, type NetPower, onRing, type PanOnRing, ringPower } from './kitchen/ringPower'
export {
  type CrewMember,
  houseRules,
  type KitchenCatalog,
  type KitchenSettings,
  kitCount,
  KITS,
  type Kit,
  METALS,
  type Pan,
  type PlanPlace,
  type ProbeCheckKept,
  type LearnedPair,
  type Ring,
  type RingMeasure,
  type ScaleCheckKept,
  VESSEL_KINDS,
  type Well,
} from './kitchen/kitchen'
export {
  DEVICE_KINDS,
  DOINGS,
  PIN_DIGITS,
  ROLES,
  SIGN_ON_HEADER,
  SIGNED_OFF_AFTER_MS,
  whyNot,
  type Caller,
  type DeviceKind,
  type Doing,
  type Role,
  type WhyNot,
} from './kitchen/rights'

// vessel
export {
  capacityMl,
  depthAtVolumeMm,
  radiusAtMm,
  surfaceAreaMm2,
  type VesselProfile,
  volumeAtDepthMl,
} from './vessel/profile'

// heat
export { airPressureKPa } from './heat/atmosphere'
export { boilState, type Lid, LID_FACTOR, massFluxKgPerM2S, surroundings } from './heat/evaporation'
export { CATCHES_MIN, type CatchKind } from './techniques/simmer/visits'
export { type ChainLink, reductionChain } from './techniques/reduce/chain'
export { beatenInShare } from './techniques/simmer/haze'
export { type MassPoint, scaleMasses } from './techniques/reduce/scaleMasses'
export {
  BROWNING_ITEMS,
  BROWNING_STAGES,
  browningPace,
  nextStageMin,
  type BrowningKind,
  type BrowningStage,
  coastingS,
} from './techniques/prepare/browning'
export { cardsOf, isPanSauce, type StepCard } from './techniques/prepare/cards'
export { type Gate, gateOf, isShut } from './techniques/prepare/gates'
export { CROWDS, type CrowdKind } from './techniques/prepare/crowding'
export { PAN_BEFORE, panBefore, type PanBeforeCue } from './techniques/prepare/panBefore'
export { type BrowningPlan } from './techniques/prepare/planBrowning'
export { type BrownMark, BROWN_MARKS } from './techniques/brown/brownButter'
export { type BrownPlan } from './techniques/brown/planBrown'
export { onThePlate, type OnThePlate, type PlateFound } from './techniques/mount/onThePlate'
export { mountNow, type MountNow } from './techniques/mount/mountNow'
export { HOLD_FAMILIES, type HoldFamilyId, type HoldMargin } from './techniques/hold/holdRisk'
export { lastTouched, type HandTool, type Touched } from './safety/lastTouched'
export { HOLD_PLACES, HOLD_WALLS, type HoldPlace, type HoldWall } from './techniques/hold/places'
export { holdFutures, type HeldCourse } from './techniques/hold/holdFutures'
export { type KeepChoice, whereToKeep } from './techniques/hold/whereToKeep'
export { hazardBand, type HouseHazard } from './techniques/hold/houseHazard'
export { isBroken } from './batch/batchState'
export { INHERITED_KINDS, type InheritedFact, type InheritedKind } from './batch/inherit'
export { type Child, childrenOf, type Part, splitBatch } from './batch/splitBatch'
export { type HeldNow } from './techniques/hold/heldNow'
export { type HoldMend } from './techniques/hold/mends'
export { leastJuiceG, quench, QUENCH_MOST_C } from './techniques/brown/quench'
export { reboilS } from './techniques/brown/reboil'
export { nuttyAtFlameMs } from './techniques/brown/watchBrown'
export { type CrowdPlan } from './techniques/prepare/planCrowd'
export { type Insert, stillIn } from './techniques/prepare/takeOut'
export { wantedAtFlameMs } from './techniques/prepare/watchBrowning'
export { type Clarity, clarityOf } from './pan/clarity'
export { HEAT_LEVELS, type HeaterKind, HEATERS, type HeatLevel, netPowerW } from './heat/heater'
export { waterDensityKgPerM3 } from './heat/water'

// cooling
export { COOLING_PLACES, type CoolingPlace } from './cooling/container'
export { iceForBathG } from './cooling/iceBath'
export { newtonTempC } from './cooling/newton'
export { type CoolPlan } from './techniques/cool/coolPlan'

// mixture
export { type Composition, massG, saltFrac, solidsFrac, type Species, SPECIES } from './mixture/composition'
export { BLOOM_ML_PER_G } from './mixture/gelatin'
export { PHASE_BANDS, SERVICE_PHASE_FRAC } from './mixture/phases'
export { COAT_GRADES, coatGrade, spoonFilmMm, spoonFilmProfileMm } from './mixture/spoonFilm'
export { HALF_FLOUR, type StarchAgent, viscosityPaS } from './mixture/viscosity'

// formula
export {
  applyChoices,
  type Choices,
  chosenFormula,
  dropStep,
  NO_CHOICES,
  optionOf,
} from './formula/applyChoices'
export { type Caution, CAUTIONS } from './formula/cautions'
export { checkFormula, type FormulaProblem } from './formula/checkFormula'
export { diffFormula, type FormulaDifference } from './formula/diffFormula'
export { type Effort, effortOf } from './formula/effort'
export { type Explained, explainNumber } from './formula/explainNumber'
export {
  type Formula,
  type MinutesBand,
  type FormulaChange,
  type FormulaItem,
  type FormulaStep,
  type School,
  type SchoolOption,
} from './formula/formula'
export { itemMassG } from './formula/itemMassG'
export { kitchenGoods } from './formula/kitchenGoods'
export { type LeftOver, sidesOf, type ToPull } from './formula/leftOvers'
export { rouxSurplusFatG, vesselLimits, type VesselLimits } from './formula/portions'
export { saidContradictions } from './formula/saidContradictions'
export { scaleBy, type ScaleBy, usedMassG } from './formula/scaleBy'
export { checkRounding, type ShowAs, shownItem } from './formula/shownAmounts'
export { splitItem, type StagedPart } from './formula/splitItem'
export { type Substitution, swapsFor } from './formula/substitutions'
export { SPICE_START_SHARE, tastedGoods } from './formula/tastedGoods'
export { saltOnPlateFrac, stockSaltLimit, traceFormula, type TraceStep } from './formula/traceFormula'
export { withMove } from './formula/withMove'
export { yieldContradiction } from './formula/yieldContradiction'

// pan
export { actualEnd, actualSalt, actualWalk, beginStage } from './pan/actualWalk'
export {
  bulkMl,
  type Contents,
  contentsG,
  EMPTY_CONTENTS,
  sauceOf,
  VESSEL_ROLES,
  type VesselRole,
} from './pan/contents'
export { spoonPaS } from './pan/thicknessOf'
export { vesselsOf } from './pan/vesselsOf'
export { type WalkStep } from './pan/walkFormula'

// techniques
export { ACTS, type TechniqueId } from './techniques/acts'
export { TEXTURES, type Texture, type ToTexture, orderTexture } from './techniques/serve/texture'
export {
  BUBBLE_S,
  FAT_SETS_C,
  MOUNT_HEATS,
  MOUNT_MOVES,
  type MountHeat,
  type MountMove,
  type MountPace,
} from './techniques/mount/mountPace'
export {
  POUR_OVERS,
  POUR_PACES,
  type PacePlan,
  type PourOver,
  type PourPace,
} from './techniques/eggEmulsion/pourPace'
export { DROPS_G_PER_S, FREE_OIL, POUR_WARNS_C, type Tool, TOOLS } from './techniques/eggEmulsion/butterPour'
export { liveEmulsion, pourLeftS, type LiveEmulsion } from './techniques/eggEmulsion/liveEmulsion'
export { EMULSION_MODEL_VERSION } from './techniques/eggEmulsion/planEmulsion'
export { clarifying, type Clarifying } from './techniques/eggEmulsion/clarifying'
export { clarifyPlan, type ClarifyPlan } from './techniques/eggEmulsion/clarify'
export { butterReady, butterWindowC, type ButterReady } from './techniques/eggEmulsion/butterReady'
export { bathSetup, type BathSetup } from './techniques/eggEmulsion/bathSetup'
export { GRAINS_FROM_C, POUR_BETWEEN_C } from './techniques/eggEmulsion/bathRules'
export {
  startYolkBath,
  stepYolkBath,
  yolkBathSlope,
  type BathHeat,
  BATHS,
  type BowlMaterial,
  BOWLS,
  type Whisk,
  WHISKS,
} from './techniques/eggEmulsion/yolkBath'
export { changeHeat as changeHeatBelief, startBelief, takeReading } from './techniques/reduce/estimator'
export { forecast, minutesToTarget } from './techniques/reduce/forecast'
export { readCurve } from './techniques/reduce/levelCurve'
export { liveEstimate, type LiveEstimate } from './techniques/reduce/liveEstimate'
export { overshootFixes } from './techniques/reduce/overshoot'
export { flameAdvice, flameChoices, inferredFlame } from './techniques/reduce/flame'
export { panSurroundings, TargetUnclear } from './techniques/reduce/planStage'
export {
  depthReading,
  heatRatio,
  levelReading,
  lookReading,
  temperatureReading,
  weighingReading,
} from './techniques/reduce/readings'
export { TEXTURE_STOPS } from './techniques/reduce/textureStop'
export { techniqueOf } from './techniques/registry'
export {
  type CheckpointId,
  CHECKPOINTS,
  checkpointsOf,
  TASTE_WORDS,
  type TasteWord,
} from './techniques/season/checkpoints'
export { pepperFor } from './techniques/season/pepper'
export { contradictsSum, type TasteRemedy, tasteRemedies } from './techniques/season/remedies'
export { saltSources } from './techniques/season/saltSources'
export { stockOf } from './techniques/season/stockOf'
export { saltRoom } from './techniques/season/saltRoom'
export { SALT_KINDS, SALT_TARGETS, type SaltKind } from './techniques/season/seasoning'
export { acidBandOf, acidOf, type Taste, tasteOf } from './techniques/season/taste'
export { THICKENING_AGENTS } from './techniques/thicken/agents'
export { coatBand, coatVerdict, endsOnSpoon, wantedCoatPaS } from './techniques/thicken/endsOnSpoon'
export { CREAM_PHI, creamEdge } from './techniques/reduce/creamEdge'
export { boilOffG, boilOffMin, letDown } from './techniques/thicken/letDown'
export {
  GRADE_NAMES,
  gradeOf,
  isFarFromSum,
  SPOON_GRADES,
  spoonOfFilm,
  spoonOfGrade,
  type SpoonGrade,
  type SpoonSays,
} from './techniques/thicken/spoonReading'
export { doseOf, type ThickenerDose, thickenerDoses } from './techniques/thicken/thickenerDose'
export {
  type Coat,
  coatContents,
  type CoatContents,
  lastSpoon,
  spoonRecord,
  watchCoat,
} from './techniques/thicken/watchCoat'
export { saysNappe } from './techniques/thinAtNappe'

// facts
export { byStream } from './facts/byStream'
export { looksLikeFact } from './facts/looksLikeFact'
export { type DeviationCode } from './facts/deviation'
export { type Actor, compareFacts, type Envelope, type Fact, foldTime, mergeFacts } from './facts/fact'
export { type Frozen, type OrderShare, type Planned } from './facts/kinds/batch'
export {
  type BatchKind,
  belongsTo,
  type FactKind,
  IN_ANY_STREAM,
  KINDS,
  type KitchenKind,
  type ServiceKind,
  type LotKind,
  type OrderKind,
  type Payloads,
  STREAM_KINDS,
  type StreamKind,
  streamOf,
} from './facts/kinds/kinds'
export {
  ALLERGEN_DECISIONS,
  type AllergenDecision,
  CHANNEL_PLACES,
  type ChannelPlace,
  type ChannelStamp,
  type ClarifyStage,
  type Cue,
  CLARIFY_STAGES,
  CUES,
  type Explanation,
  EXPLANATIONS,
  type Look,
  LOOKS,
  type ReadingPayload,
  STORE_PLACES,
  type StorePlace,
} from './facts/kinds/vocabulary'
export { isReadableVersion, liftFact, upcast } from './facts/upcast'

// batch
export {
  type BatchPlan,
  emulsionOf,
  type EmulsionPlan,
  type PlanWarning,
  type StagePlan,
  stagesOf,
  type StepPlan,
  type StepWork,
  type WeighOutLine,
} from './batch/batchPlan'
export { type BatchState, type StageFact, type StepState } from './batch/batchState'
export { chooseVessels, type VesselTrouble, type VesselTry } from './batch/chooseVessels'
export {
  type AlarmName,
  alarmOf,
  type Deadline,
  type DeadlineCode,
  type DeadlineKind,
} from './batch/deadline'
export { foldBatch } from './batch/foldBatch'
export { growingStream, type GrowingStream, type StreamState } from './batch/growingStream'
export { keptIn } from './ingredients/keptIn'
export {
  COVERS_BASES,
  PLAN_CAUSES,
  PLAN_CHANGES,
  type CoversBasis,
  type PlanCause,
  type PlanChange,
  type PlannedSitting,
} from './facts/kinds/service'
export { foldOrder, type OrderState } from './batch/foldOrder'
export {
  type BrowningLive,
  type BrownLive,
  type CoolLive,
  type ReduceLive,
  type StageLive,
} from './batch/live'
export { placeBatch, placeBatches, type PlacedBatch } from './batch/placeBatch'
export { planAgain, plannedAt } from './batch/planAgain'
export { stepTemps, tempsRead } from './batch/stepTemps'
export { frozenAt, LET_DOWN_WITH } from './batch/frozenAt'
export { findPlace, planBatch, COUNT_BACK_SPARE } from './batch/planBatch'
export { KEPT_SAMPLES_MS, measuredIn } from './batch/measuredIn'
export { lateReadyAtMs } from './batch/readyAt'
export { dealShares } from './batch/shares'
export { needsRing, freeFrom, spanOfPlan, type Taken, takenBy } from './batch/takenTimes'
export { recordDue } from './batch/recordDue'
export {
  type BatchView,
  type MassesOf,
  type Measured,
  type ReadingsOf,
  urgencyOf,
  viewBatch,
} from './batch/viewBatch'

// learning
export {
  foretoldAgainst,
  type Foretold,
  type ForetoldAgainst,
  houseMinutes,
  type HouseMinutes,
  housePairs,
  houseShare,
  type HouseShare,
  type LessonRow,
  OFFERED_FROM,
  spoonLastTime,
  HAZARD_SAYS_FROM,
  hazardFor,
  houseHolds,
  type HouseHold,
  houseTries,
} from './learning/house'
export { type Lessons, lessonsOf } from './learning/lessons'

// larder
export { derivativesOf } from './larder/derivatives'
export { foldLot, type Holding, type LotState, storeHoldings, takeFromLots } from './larder/foldLot'
export { chilledLimit, daysAfterMove, keptUntil, larderDays } from './larder/larderDays'
export { CELLS_ML, cubesFrom, dilution } from './larder/cubes'
export { FREEZERS, phamMin, PHAM_SHARE, STOCK_FREEZES } from './cooling/freezing'

// safety
export { type FoodCode, foodCode, FOOD_CODES, type FoodCodeId, holdLimits } from './safety/codes'
export { holdClock } from './safety/holdClock'
export { type TempPoint } from './safety/lethality'
export { hasLightEgg } from './safety/lightEgg'

// models
export { type Model, type ModelAnswer, type PlainInput, runModel } from './models/model'
export type { Values } from './models/values'
export { findModel, MODELS } from './models/registry'

// practice
export { followPlan, type Put, type Truth } from './practice/followPlan'
export { readyBatch } from './practice/readyBatch'
export { rehearsalRecord } from './practice/rehearsalRecord'
// rescue
export {
  needsOf,
  rescueNow,
  type HouseTries,
  type Need,
  type RescueNow,
  type RescueOffer,
} from './rescue/rescueNow'
export { type Cause } from './rescue/cause'
export { type RemedyId, REMEDIES } from './rescue/remedies'
export {
  BROKEN,
  LOST,
  rescueFamily,
  type RescueFamily,
  type Symptom,
  SYMPTOMS,
  SYMPTOMS_OF,
} from './rescue/symptoms'
export { AFRESH_HOLDS, oddsOf, type Odds, type Tries } from './rescue/odds'

// the evening: what is asked for, what of it is made when, and the pass
export * from './evening'
