import type { StagePlan } from './batchPlan'
import type { CoolingPlace } from '../cooling/container'
import type { CoolingRemedy, CoolingVerdict } from '../safety/coolingRule'
import type { TempPoint } from '../safety/lethality'
import type { HeatLevel } from '../heat/heater'
import type { HoldClock } from '../safety/holdClock'
import type { CreditBand } from '../safety/lethality'
import type { LiveEmulsion } from '../techniques/eggEmulsion/liveEmulsion'
import type { LiveEstimate } from '../techniques/reduce/liveEstimate'
import type { BrowningKind, BrowningStage } from '../techniques/prepare/browning'
import type { HeldNow } from '../techniques/hold/heldNow'
import type { BrownMark } from '../techniques/brown/brownButter'
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
  /** The chance that it breaks, what it lost, what would help. */
  readonly held: HeldNow | undefined
  /** When its wait is over: it breaks, curdles, or its clock ends. */
  readonly endsAtMs: number
}
/** What a visit to a long simmer is for. */
export type VisitFor = 'look' | 'stir' | 'skim' | 'topUp'
/** A stage of what softens or takes colour: when it was seen, or is thought to come. */
export interface StageLive {
  readonly stage: BrowningStage
  readonly seenAtMs?: number
  /** This or a later stage was seen. */ readonly isPassed: boolean
  /** When it comes, 10–50–90 %; infinite where this flame never gets it there. */
  readonly lowAtMs: number
  readonly atMs: number
  readonly highAtMs: number
}
/** What softens or takes colour, with the cook's taps. */
export interface BrowningLive {
  readonly item: BrowningKind
  readonly wanted: BrowningStage
  readonly panC: number
  /** Its flame, as it was planned or turned since. */ readonly level: HeatLevel | undefined
  /** A pool stands in the pan: nothing browns. */ readonly isPool: boolean
  /** In how many lots it has gone on: 0 as it went in, 1 with half taken out, 2 when the rest is in. */ readonly lots: number
  readonly stages: readonly StageLive[]
  /** From the wanted stage to burnt, s. */ readonly windowS: number
  /** A pool was tapped after a colour. */ readonly contradiction: boolean
}
/** A stage of browned butter: when it was heard, or is thought to come. */
export interface BrownStageLive {
  readonly mark: BrownMark
  readonly seenAtMs?: number
  /** 10–50–90 %; infinite where this flame never gets it there. */
  readonly lowAtMs: number
  readonly atMs: number
  readonly highAtMs: number
}
/** Butter on its way to hazelnut, by what was heard of it. */
export interface BrownLive {
  /** Its flame, as it was planned or turned since. */ readonly level: HeatLevel | undefined
  /** What that gives the butter, W, and how sure that is. */ readonly powerW: number
  readonly sdLnPower: number
  /** How often it was heard, smelled or read. */ readonly heard: number
  readonly stages: readonly BrownStageLive[]
  /** How it stands now, by the middle of the band. */
  readonly tempC: number
  readonly waterG: number
  readonly browned: number
  readonly massG: number
  /** How loud it is from its start on: seconds, and water that boils off, g/s. */
  readonly sound: readonly { readonly s: number; readonly gPerS: number }[]
  /** From hazelnut to burnt, s. */ readonly windowS: number
  /** The flame off then, it comes to hazelnut by itself. */
  readonly offAt: { readonly atMs: number; readonly tempC: number } | undefined
  /** It was poured into a cold bowl: it browns no further. */ readonly stoppedAtMs: number | undefined
  /** It was said to smell of nuts while it still sang. */ readonly isContrary: boolean
}
/** A step with minutes: when it ends, and when to look in between. */
export interface TimedLive {
  readonly kind: 'timed'
  readonly startedAtMs: number
  readonly lowAtMs: number
  readonly endsAtMs: number
  readonly highAtMs: number
  readonly lookAtMs: number | undefined
  /** What that look is for; a plain look where it does not say. */
  readonly lookFor?: VisitFor | undefined
  /** On the full flame until it simmers. */
  readonly simmersAtMs?: number | undefined
  /** Under pressure: when the lid is to hold it, whether the cook said so, and when the flame goes off. */
  readonly pressure?:
    { readonly upAtMs: number; readonly isUp: boolean; readonly offAtMs: number } | undefined
  readonly browning?: BrowningLive | undefined
  readonly brown?: BrownLive | undefined
}
/** A base or sauce on its way through the danger range. */
export interface CoolLive {
  readonly kind: 'cool'
  readonly place: CoolingPlace
  /** The cook has said where it stands. */
  readonly isPlaced: boolean
  readonly aroundC: number
  readonly heatOffAtMs: number
  readonly readings: readonly TempPoint[]
  /** How it cools, and whether its own readings say so. */
  readonly tauMin: number
  readonly tauFrom: 'readings' | 'container'
  readonly verdict: CoolingVerdict
  /** Cold enough by the code, °C. */
  readonly coldC: number
  readonly remedy: CoolingRemedy | undefined
  readonly reheats: number
  /** When each stage is thought to be reached, and at the slow end of the band; undefined where never. */
  readonly forecastMs: readonly (number | undefined)[]
  readonly lateMs: readonly (number | undefined)[]
  readonly readAtMs: number
  /** A probe follows it. */
  readonly isFollowed: boolean
}
/** What is believed of the step that is being worked. */
export type Live = ReduceLive | EggLive | HoldLive | TimedLive | CoolLive
