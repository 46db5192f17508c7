import type { Deviation } from '../facts/deviation'
import type { Fact } from '../facts/fact'
import type { BathHeat } from '../techniques/eggEmulsion/yolkBath'
import type { Frozen } from '../facts/kinds/batch'
import type { Payloads } from '../facts/kinds/kinds'
import type { BatchPlan, StagePlan } from './batchPlan'
import type { HouseHazard } from '../techniques/hold/houseHazard'
import type { HoldPlace, HoldWall } from '../techniques/hold/places'
import type { HeatLevel } from '../heat/heater'

/** Kinds that move the live estimate of a stage. */
export type StageFact = Extract<
  Fact,
  {
    kind:
      | 'reading.taken'
      | 'reading.explained'
      | 'addition.made'
      | 'heat.changed'
      | 'pan.lifted'
      | 'pan.returned'
      | 'bath.changed'
      | 'bath.checked'
      | 'butter.read'
      | 'butter.clarified'
      | 'cue.seen'
      | 'pour.started'
      | 'pour.stopped'
      | 'cooling.placed'
      | 'cooling.reheated'
      | 'sauce.broke'
      | 'rescue.ended'
  }
>

/** How far a step is. */
export interface StepState {
  readonly startedAtMs?: number
  readonly finishedAtMs?: number
  readonly finishedBy?: string | undefined
  readonly stage?: StagePlan | undefined
  readonly massG?: number | undefined
}

/** A probe or scale bound to a batch for a stretch of time. */
export type Binding = Payloads['channel.bound'] & { readonly fromMs: number; readonly toMs?: number }

/** A sauce in a well. */
export interface HoldState {
  readonly startedAtMs: number
  /** Null where it stands aside. */
  readonly wellId: string | null
  readonly letter: string
  readonly place?: HoldPlace | undefined
  readonly wall?: HoldWall | undefined
  readonly limits: Payloads['hold.started']['limits']
  readonly portions: number
  readonly onto: Payloads['hold.started']['onto']
  /** Every time it was stirred. */
  readonly stirsAtMs: readonly number[]
  /** What the house knew of its breaking when it was put by. */
  readonly hazard?: HouseHazard | undefined
  readonly goneOn?: { readonly atMs: number; readonly by: string; readonly reason: string }
}

/** A remedy that was tried on a batch. */
export type Rescue = Payloads['rescue.tried'] & {
  readonly id: string
  readonly atMs: number
  readonly isHeld?: boolean
}

/** A batch as its facts tell it. Folded alike in browser and server; holds no physics. */
export interface BatchState {
  readonly id: string
  readonly status:
    'planned' | 'takenOff' | 'underWay' | 'finished' | 'stored' | 'discarded' | 'merged' | 'split' | 'unknown'
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
  /** What went in whole and came out, in order. */
  readonly takenOut: readonly Payloads['insert.takenOut'][]
  /** All salt that was put in, with the share that the last of it made. */
  readonly saltAdded?: Payloads['salt.added']
  /** Tastings that were noted, in order. */
  readonly tastes: readonly (Payloads['taste.noted'] & { readonly atMs: number; readonly id: string })[]
  /** Spoons that were looked at or weighed, in order. */
  readonly spoons: readonly (Payloads['spoon.seen'] & { readonly atMs: number; readonly id: string })[]
  /** Every time it was found broken. */
  readonly brokeAtMs: readonly number[]
  /** Remedies that were begun, in order; one without an outcome is under way. */
  readonly rescues: readonly Rescue[]
  readonly bath: BathHeat
  readonly bindings: readonly Binding[]
  readonly credit?: Payloads['pasteurisation.credited']
  readonly hold?: HoldState
  /** When the sauce first left control; undefined while it has not. Moves earlier through a late fact, never later. */
  readonly clockStartedAtMs?: number | undefined
  readonly servedPortions: number
  readonly servings: readonly {
    readonly atMs: number
    readonly portions: number
    readonly orderId: string | null
    readonly by: string | undefined
  }[]
  /** When a tool that came to it was washed, by the tool. */
  readonly washes: Readonly<Record<string, number>>
  /** Alarms silenced by name: `alarm:stepId` and when; one that falls due later sounds again. */
  readonly silenced: readonly { readonly key: string; readonly atMs: number }[]
  readonly deviations: readonly Deviation[]
  readonly crewIds: readonly string[]
  readonly lastAtMs: number
}

/** A batch nothing is known of. */
export function emptyBatch(id: string): BatchState {
  return {
    id,
    status: 'unknown',
    steps: {},
    weighed: {},
    heat: undefined,
    isPanOff: false,
    bath: 'off',
    bindings: [],
    stageFacts: [],
    forecasts: [],
    takenOut: [],
    spoons: [],
    brokeAtMs: [],
    washes: {},
    rescues: [],
    tastes: [],
    servedPortions: 0,
    servings: [],
    silenced: [],
    deviations: [],
    crewIds: [],
    lastAtMs: 0,
  }
}

/** Whether it is broken as far as anybody has said: found so, and not yet brought back. */
export function isBroken({ brokeAtMs, rescues }: Pick<BatchState, 'brokeAtMs' | 'rescues'>): boolean {
  const lastMs = brokeAtMs.at(-1)
  return lastMs !== undefined && !rescues.some((r) => r.isHeld === true && r.atMs >= lastMs)
}
