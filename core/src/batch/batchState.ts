import type { Deviation } from '../events/effectiveFacts'
import type { Fact } from '../events/fact'
import type { Frozen, Payloads } from '../events/kinds'
import type { BatchPlan, StagePlan } from '../plan/batchPlan'
import type { HeatLevel } from '../reduction/heater'

/** Kinds that move the live estimate of a stage. */
export type StageFact = Extract<Fact, { kind: 'reading.taken' | 'reading.explained' | 'addition.made' | 'heat.changed' | 'pan.lifted' | 'pan.returned' }>

/** How far a step is. */
export interface StepState { readonly startedAtMs?: number; readonly finishedAtMs?: number; readonly finishedBy?: string | undefined; readonly stage?: StagePlan | undefined; readonly massG?: number | undefined }

/** A batch as its facts tell it. Folded alike in browser and server; holds no physics. */
export interface BatchState {
  readonly id: string
  readonly status: 'planned' | 'underWay' | 'finished' | 'discarded' | 'unknown'
  readonly planned?: Payloads['batch.planned']
  readonly plan?: BatchPlan
  readonly frozen?: Frozen
  readonly plannedAtMs?: number
  readonly startedAtMs?: number
  readonly finishedAtMs?: number
  readonly reason?: string
  readonly steps: Readonly<Record<string, StepState>>
  readonly currentStepId?: string | undefined
  readonly weighed: Readonly<Record<string, number>>
  readonly heat: HeatLevel | undefined
  readonly isPanOff: boolean
  readonly stageFacts: readonly StageFact[]
  readonly forecasts: readonly (Payloads['forecast.shown'] & { readonly atMs: number; readonly id: string })[]
  readonly saltAdded?: Payloads['salt.added']
  readonly servedPortions: number
  readonly servings: readonly { readonly atMs: number; readonly portions: number; readonly orderId: string | null; readonly by: string | undefined }[]
  /** Alarms silenced by name: `alarm:stepId` and when; one that falls due later sounds again. */
  readonly silenced: readonly { readonly key: string; readonly atMs: number }[]
  readonly deviations: readonly Deviation[]
  readonly crewIds: readonly string[]
  readonly lastAtMs: number
}

/** A batch nothing is known of. */
export function emptyBatch(id: string): BatchState {
  return { id, status: 'unknown', steps: {}, weighed: {}, heat: undefined, isPanOff: false, stageFacts: [], forecasts: [], servedPortions: 0, servings: [], silenced: [], deviations: [], crewIds: [], lastAtMs: 0 }
}
