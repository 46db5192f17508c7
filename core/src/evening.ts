// What the other rooms may use of the core's evening: demand, services, the schedule, plates and the pass.

export { platesLate, type PlatesLate } from './service/platesLate'
export {
  batchOfTask,
  eveningInstance,
  taskId,
  type EveningAsked,
  type EveningBatch,
} from './service/eveningInstance'
export { cutsOf, plateThingsOf, type MiseCut, type PlateThing } from './service/mise'
export { eveningOf, type ServiceAsked } from './service/eveningOf'
export { explode, type BaseNeed, type Explosion, type ForWhat, type GoodNeed } from './service/explode'
export {
  countedFrom,
  isInForce,
  peopleOf,
  questionOf,
  startEvening,
  takeApart,
  type EveningPlan,
  type EveningQuestion,
} from './service/planEvening'
export { replanEvening, type Replanned, type ReplanAsked } from './service/replan'
export { beginsAtMs, planChanges, type FeasiblePlan, type PlanChanges } from './service/publishing'
export { coversOn, learnDish, type LearnedDish, type PastService } from './demand/learned'
export { shortagesOf, type Shortage } from './service/shortages'
export { readyFirst } from './techniques/readyFirst'
export { boilsAtC } from './kitchen/boilsAtC'
export { serviceCalls, type PassKnown } from './pass/serviceCalls'
export { sauceGPerMl } from './pass/wishes'
export { isBatchOfCall } from './service/stillToMake'
export { isOfPlan } from './service/tonight'
export { type SauceBatch, type SaucePlan } from './service/sauceBatches'
export { portionsPerPlate, sauceKey, type SauceNeed } from './service/sauceNeeds'
export { closingSheet, type ClosingSheet, type StoredLot } from './service/closingSheet'
export {
  allDayOf,
  earliestMs,
  callIdOf,
  type AllDay,
  type Call,
  type CallCompanion,
  type CallPlates,
  type CallStatus,
  isAhead,
} from './pass/calls'
export {
  companionsFor,
  mayBeAsIs,
  mayHave,
  sauceBar,
  saucesFor,
  type GuestBook,
  type GuestNeeds,
  type GuestSauce,
  type SauceAsked,
  type SauceBar,
} from './pass/guestPlates'
export { drawFrom, isDrawable, servedFrom, type DrawnPart, type Source } from './pass/drawFrom'
export { otherSauces, type OtherSauce } from './pass/otherSauces'
export { handsAhead, type HandsAhead } from './pass/handsAhead'
export { restartOf, type Restart } from './pass/restart'
export { companionTimes, type CompanionActCode } from './pass/companionTimes'
export {
  type CallState,
  PLATES_DECISIONS,
  type Plates,
  type PlateWish,
  type PlatesDecided,
  platesKey,
  type TableOrder,
  type TableState,
} from './pass/tables'
export { foldService, type OfferedDish, type ServiceState } from './service/foldService'
export { sauceAllowance, type SauceAllowance } from './plate/plateSalt'
export { EGG_WISHES, type EggWish } from './companions/poachedEgg'
export { REST_LOSS, SEAR } from './companions/resting'
export { isInSeason, pairings, type PairingReason } from './plate/pairing'
export { sauceKindOf } from './plate/sauceKindOf'
export { COOKING_WAYS, PROTEINS, type CookingWay, type Protein } from './plate/pairing'
export {
  COMPANION_KINDS,
  EGG_WAYS,
  PLACEMENTS,
  PORTION_ML,
  type Companion,
  type CompanionKind,
  type Dish,
  type DishPart,
  type EggWay,
  type Placement,
} from './plate/dish'
export { type Cadence, type CadenceRequest, cadences } from './demand/cadence'
export { COVERS_CV, type Sitting } from './demand/demand'
export { plannedHold, type PlannedHold } from './demand/plannedHold'
export {
  BINDINGS,
  type Binding,
  type FeasibleAnswer,
  type PlacedTask,
  type ScheduleAnswer,
  type SmallestChange,
  type ScheduleInstance,
  type ScheduleTask,
} from './schedule/instance'
export {
  SCHEDULE_MODEL_VERSION,
  scheduleService,
  startSchedule,
  type ScheduleSearch,
} from './schedule/scheduleService'
export { startPlaying, type Played } from './schedule/playPlan'
export { checkAnswer } from './schedule/check/checkAnswer'
export { FAR_S } from './schedule/problem'
