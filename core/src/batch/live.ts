import type { StagePlan } from './batchPlan'
import type { HoldClock } from '../safety/holdClock'
import type { CreditBand } from '../safety/lethality'
import type { LiveEmulsion } from '../techniques/eggEmulsion/liveEmulsion'
import type { LiveEstimate } from '../techniques/reduce/liveEstimate'
import type { StageClock } from '../techniques/reduce/stageClock'

/** A reduction under way: what is believed of its pan, and its clock. */
export interface ReduceLive {
  readonly kind: 'reduce'
  readonly stage: StagePlan
  readonly startedAtMs: number
  readonly estimate: LiveEstimate
  readonly clock: StageClock
  readonly depthMm: number
  readonly volumeMl: number
  readonly sdMm: number
}
/** Yolk over its bath, or butter going into it. */
export interface EggLive {
  readonly kind: 'eggEmulsion'
  readonly bowl: LiveEmulsion
  /** What the probe's log has earned so far. */
  readonly credit: CreditBand
}
/** A sauce put by: in a well, or aside. */
export interface HoldLive {
  readonly kind: 'hold'
  readonly wellId: string | null
  readonly letter: string
  readonly clock: HoldClock
  readonly portionsLeft: number
  readonly tempC: number | undefined
  readonly tempFrom: 'probe' | 'spot' | undefined
  readonly readAtMs: number | undefined
  readonly stirAtMs: number
}
/** A step with minutes: when it ends, and when to look in between. */
export interface TimedLive {
  readonly kind: 'timed'
  readonly startedAtMs: number
  readonly lowAtMs: number
  readonly endsAtMs: number
  readonly highAtMs: number
  readonly lookAtMs: number | undefined
}
/** What is believed of the step that is being worked. */
export type Live = ReduceLive | EggLive | HoldLive | TimedLive
