import type { ButterParts } from '../emulsion/butterFat'
import type { PhaseBand } from '../emulsion/phases'
import type { EmulsionMethod, MinutesBand } from '../formula/formula'
import type { ReductionTarget } from '../language/reductionTarget'
import type { Composition } from '../mixture/composition'
import type { HeatLevel } from '../reduction/heater'
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
  /** Butter that would still go in before the edge. */
  readonly roomG: number
  /** Water to put in before the last of the butter; 0 where none is needed. */
  readonly waterFirstG: number
  readonly ribbonS: { readonly low: number; readonly value: number; readonly high: number }
  readonly ribbonC: number
  readonly pourS: number
  /** The bath burns the layer at the wall before the ribbon stands. */
  readonly isGrainy: boolean
  readonly modelVersion: string
}

/** Codes of what the plan wants said; the texts are the catalogue's. */
export type PlanWarning =
  | { readonly code: 'panTooFull'; readonly stepId: string; readonly shareFull: number }
  | { readonly code: 'panTooShallow'; readonly stepId: string; readonly depthMm: number }
  | { readonly code: 'saltyAlready'; readonly saltFrac: number }
  | { readonly code: 'waterFirst'; readonly waterG: number; readonly phaseFrac: number }
  | { readonly code: 'bowlTooSmall'; readonly shareFull: number; readonly batches: number }
  | { readonly code: 'grainyBath' }
  | { readonly code: 'linedCopper' }
  | { readonly code: 'neverReached'; readonly stepId: string }
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
  readonly stages: readonly StagePlan[]
  readonly emulsion?: EmulsionPlan | undefined
  readonly steps: readonly { readonly stepId: string; readonly minutes: MinutesBand }[]
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
