import type { ButterParts } from '../mixture/butterFat'
import type { PhaseBand } from '../mixture/phases'
import type { EmulsionMethod, MinutesBand } from '../formula/formula'
import type { ReductionTarget } from '../language/reductionTarget'
import type { Composition } from '../mixture/composition'
import type { HeatLevel } from '../heat/heater'
import type { SimmerPlan } from '../techniques/simmer/planSimmer'
import type { PacePlan, PourOver } from '../techniques/eggEmulsion/pourPace'
import type { BrownPlan } from '../techniques/brown/planBrown'
import type { MountPace } from '../techniques/mount/mountPace'
import type { BrowningPlan } from '../techniques/prepare/planBrowning'
import type { BrowningWork } from '../techniques/prepare/planPrepared'
import type { CoolPlan } from '../techniques/cool/coolPlan'
import type { VesselRole } from '../pan/contents'
import type { Stand } from '../techniques/technique'
import type { ShownAmount } from '../units/roundAmount'

/** What is weighed out: the exact amount, and what scale, jug or spoon can show. */
export interface WeighOutLine {
  readonly itemId: string
  readonly ingredientId: string
  readonly name: string
  readonly isLiquid: boolean
  readonly stepId: string
  readonly exactG: number
  readonly exactMl: number
  readonly shown: ShownAmount
  readonly shownG: number
}

/** A point on the way down: mass of liquid, its volume at 20 °C, and the depth of everything in the hot pan. */
export interface LevelPoint {
  readonly massG: number
  readonly volumeMl: number
  readonly depthMm: number
}

/** What lies in the liquid and is no part of it: shallots, clear fat. */
export interface InPan {
  readonly massG: number
  readonly volumeMl: number
}

/** One reduction, settled: where it starts, where it stops in every form, and how long it is thought to take. */
export interface StagePlan {
  readonly stepId: string
  readonly phrase: string
  readonly target: ReductionTarget
  readonly start: Composition
  readonly startMassG: number
  readonly startVolumeMl: number
  readonly startDepthMm: number
  readonly targetMassG: number
  readonly targetVolumeMl: number
  readonly targetDepthMm: number
  /** On this scale with this pan and what lies in it. */
  readonly targetGrossG: number
  readonly fractionLeft: number
  readonly inPan: InPan
  readonly tareG: number
  /** Level against mass, from start past the target, falling. */
  readonly curve: readonly LevelPoint[]
  readonly boilC: number
  readonly startTempC: number
  readonly heat: HeatLevel
  readonly powerW: number
  readonly regime: 'boil' | 'simmer'
  readonly rateGPerMin: number
  readonly sdRateGPerMin: number
  readonly driftPerRootMin: number
  readonly minutes: MinutesBand
  readonly warmUpMin: number
  /** Share of the alcohol at the start that is left, if boiling (low) or barely simmering (high). */
  readonly ethanolLeftFrac: { readonly low: number; readonly high: number }
  readonly dryMarginS: number
  readonly modelVersion: string
}

/** A pour as planned. */
export interface PourPlan extends PacePlan {
  readonly over: PourOver
  readonly endC: number
  readonly cookedFrac: number
}

/** An egg and butter sauce, settled: what meets in the bowl, how full of butter it ends, and how long yolk and pour are thought to take. */
export interface EmulsionPlan {
  readonly method: EmulsionMethod
  readonly yolkG: number
  readonly aqueousG: number
  /** Water phase that goes in only after the butter (juice at the end). */
  readonly lateAqueousG: number
  readonly butterG: number
  readonly butter: ButterParts
  readonly butterIngredientId: string
  readonly phaseFrac: number
  readonly band: PhaseBand
  /** φ just before what goes in last. */
  readonly peakPhaseFrac: number
  /** Fat that the tool can hold in drops. */
  readonly phaseLimitFrac: number
  /** Butter that would still go in before the edge; below 0 it is past it. */
  readonly roomG: number
  /** Water to put in before the last of the butter; 0 where none is needed. */
  readonly waterFirstG: number
  /** Over the bath; none where a blender does it without. */
  readonly ribbonS?: MinutesBand | undefined
  readonly ribbonC: number
  readonly pourS: number
  /** How the butter goes in, what is under the bowl meanwhile, and how warm and how far set it ends; none in plans of earlier releases. */
  readonly pour?: PourPlan | undefined
  /** The bath burns the layer at the wall before the ribbon stands. */
  readonly isGrainy: boolean
  readonly modelVersion: string
}

/** What a technique works out for its step beyond minutes and level. */
export type StepWork =
  | { readonly kind: 'plain' }
  | { readonly kind: 'reduce'; readonly stage: StagePlan }
  | { readonly kind: 'eggEmulsion'; readonly emulsion: EmulsionPlan }
  | {
      readonly kind: 'mount'
      readonly butterG: number
      readonly phaseFrac: number
      readonly phaseLimitFrac: number
      readonly window: { readonly lowC: number; readonly highC: number }
      /** How it goes in; none in plans of earlier releases. */
      readonly pace?: MountPace | undefined
    }
  | {
      readonly kind: 'thicken'
      /** As a film on a spoon before it and when it is done, Pa·s. */
      readonly fromPaS: number
      readonly toPaS: number
      /** Colour of a roux. */ readonly browning?: BrowningPlan | undefined
    }
  | SimmerPlan
  | {
      readonly kind: 'brown'
      readonly butterG: number
      readonly yieldG: number
      /** What it gives up to brown, and the heat that its flame gives it; none where nothing was worked out of it. */
      readonly browns?: BrownPlan | undefined
    }
  | CoolPlan
  | BrowningWork

/** What stands in the vessel: when the goods are in, and when the step ends. */
export interface StepLevel {
  readonly startG: number
  readonly endG: number
  readonly startMl: number
  readonly endMl: number
  readonly startMm: number
  readonly endMm: number
}

/** A step as planned: its vessel and place, its minutes, its share of a cook, and what its technique worked out. */
export interface StepPlan {
  readonly stepId: string
  readonly minutes: MinutesBand
  readonly vessel: VesselRole
  /** The real vessel; null where the kitchen has none of the kind. */
  readonly panId: string | null
  readonly stand: Stand
  /** Share of a pair of hands, 0..2. */
  readonly hands: number
  readonly after: readonly string[]
  readonly level?: StepLevel | undefined
  readonly work: StepWork
}

/** Codes of what the plan wants said; the texts are the catalogue's. */
export type PlanWarning =
  | { readonly code: 'panTooFull'; readonly stepId: string; readonly shareFull: number }
  | { readonly code: 'panTooShallow'; readonly stepId: string; readonly depthMm: number }
  | { readonly code: 'saltyAlready'; readonly saltFrac: number }
  | { readonly code: 'waterFirst'; readonly waterG: number; readonly phaseFrac: number }
  | {
      readonly code: 'splits'
      readonly stepId: string
      readonly phaseFrac: number
      readonly limitFrac: number
    }
  | {
      readonly code: 'bowlTooSmall'
      readonly shareFull: number
      /** As earlier releases counted them. */ readonly batches?: number | undefined
    }
  | { readonly code: 'grainyBath' }
  | { readonly code: 'grainyPour' | 'coldPour'; readonly stepId: string; readonly tempC: number }
  | { readonly code: 'setsOffHeat' | 'bubbleBreaks'; readonly stepId: string }
  | { readonly code: 'linedCopper' }
  | { readonly code: 'metalTaints'; readonly metal: string }
  | { readonly code: 'baseTooSmall'; readonly baseMm: number; readonly leastMm: number }
  | {
      readonly code: 'thinAtNappe'
      readonly stepId: string
      readonly paS: number
      readonly wantedPaS: number
    }
  | { readonly code: 'tooManyForOne'; readonly batches: number }
  | { readonly code: 'creamOils'; readonly stepId: string; readonly phi: number; readonly waterG: number }
  | { readonly code: 'neverReached'; readonly stepId: string }
  | { readonly code: 'steams'; readonly stepId: string; readonly lots: number }
  | { readonly code: 'noPressureCooker' | 'boundUnderPressure'; readonly stepId: string }
  | { readonly code: 'late'; readonly earliestAtMs: number }

/** Salt of the finished sauce before any is added, and what may be. */
export interface SaltPlan {
  readonly finalMassG: number
  readonly ownSaltFrac: number
  readonly targetFrac: number
  readonly addG: number
  readonly addShown: ShownAmount
}

/** The arithmetic of one batch, whole. */
export interface BatchPlan {
  readonly portions: number
  readonly pickupAtMs: number
  readonly factor: number
  readonly weighOut: readonly WeighOutLine[]
  readonly steps: readonly StepPlan[]
  readonly salt: SaltPlan
  readonly finalVolumeMl: number
  readonly yieldPortions: number
  readonly ethanolLeftFrac: { readonly low: number; readonly high: number }
  readonly totalMin: MinutesBand
  /** Start by then and the middle forecast, with a fifth to spare, meets the pick-up. */
  readonly latestStartAtMs: number
  /** Start by then and nine in ten meet it. */
  readonly sureStartAtMs: number
  readonly earliestReadyAtMs: number
  readonly isLate: boolean
  readonly warnings: readonly PlanWarning[]
  readonly modelVersion: string
}

/** The reductions of a plan, in order. */
export const stagesOf = (plan: Pick<BatchPlan, 'steps'>): StagePlan[] =>
  plan.steps.flatMap(({ work }) => (work.kind === 'reduce' ? [work.stage] : []))
/** The egg and butter emulsion of a plan; undefined where it is none. */
export function emulsionOf(plan: Pick<BatchPlan, 'steps'>): EmulsionPlan | undefined {
  for (const { work } of plan.steps) if (work.kind === 'eggEmulsion') return work.emulsion
  return undefined
}
