import type { BatchPlan, StagePlan } from '../../batch/batchPlan'
import type { Inheritance } from '../../batch/inherit'
import type { Choices } from '../../formula/applyChoices'
import type { Formula } from '../../formula/formula'
import type { CoolingPlace } from '../../cooling/container'
import type { HeatLevel } from '../../heat/heater'
import type { Ingredient } from '../../ingredients/ingredient'
import type { KitchenSettings, Pan, Ring } from '../../kitchen/kitchen'
import type { VesselRole } from '../../pan/contents'
import type { HoldLimits } from '../../safety/codes'
import type { CreditBand } from '../../safety/lethality'
import type { SpoonGrade } from '../../techniques/thicken/spoonReading'
import type { CheckpointId, TasteWord } from '../../techniques/season/checkpoints'
import type { SaltKind } from '../../techniques/season/seasoning'
import type { BathHeat } from '../../techniques/eggEmulsion/yolkBath'
import type { RemedyId } from '../../rescue/remedies'
import type { Symptom } from '../../rescue/symptoms'
import type { HouseHazard } from '../../techniques/hold/houseHazard'
import type { HoldPlace, HoldWall } from '../../techniques/hold/places'
import { kind } from './kind'
import type { ChannelPlace, ChannelStamp, ClarifyStage, Cue, Explanation, ReadingPayload } from './vocabulary'

/** Versions of everything that a batch was started with. */
export interface Frozen {
  readonly formula: Formula
  readonly ingredients: readonly Ingredient[]
  readonly vessels: Readonly<Partial<Record<VesselRole, Pan>>>
  readonly ring: Ring
  readonly settings: KitchenSettings
}

/** How much of a batch is for which order. */
export interface OrderShare {
  readonly orderId: string
  readonly portions: number
}

/** Where a step stands in the evening's plan, and when. */
export interface PlannedStep {
  readonly stepId: string
  readonly startAtMs: number
  readonly endAtMs: number
  readonly ringId?: string | undefined
  readonly wellId?: string | undefined
}
/** The evening that a batch is made for, and the stretch of it in which it is served; none of a base. */
export interface PlannedService {
  readonly serviceId: string
  /** Names the batch among the evening's. */
  readonly key: string
  readonly fromAtMs?: number | undefined
  readonly toAtMs?: number | undefined
}

/** What a plan fixes of a batch. */
export interface Planned {
  readonly shares: readonly OrderShare[]
  readonly formulaId: string
  readonly sauceName: string
  readonly fill: string
  readonly vessels: Readonly<Partial<Record<VesselRole, string>>>
  readonly ringId: string
  readonly sources: Readonly<Record<string, string>>
  readonly phrases: Readonly<Record<string, string>>
  readonly choices?: Choices | undefined
  /** The step at which it goes on in a smaller pan, where the reduction wants it. */
  readonly movesAtStepId?: string | undefined
  /** Its steps in the evening's plan; one after the other on its ring where absent. */
  readonly at?: readonly PlannedStep[] | undefined
  readonly service?: PlannedService | undefined
  readonly plan: BatchPlan
}

const SEEN = { isVoidable: false } as const // shown to somebody: it cannot be unseen
const MEASURED = { isCorrectable: true } as const

/** A batch: planned, made, held, served. */
export const BATCH_KINDS = {
  'batch.planned': kind<Planned>({ v: 2, ...SEEN }),
  'batch.takenOff': kind<{ readonly reason: string }>(),
  'batch.started': kind<{
    readonly frozen: Frozen
    readonly plan: BatchPlan
    /** Of a child: what it has from its mother. */
    readonly inherits?: Inheritance | undefined
  }>({ v: 2 }),
  'batch.finished': kind<{
    readonly result: 'served' | 'stored' | 'discarded' | 'merged' | 'split'
    readonly reason: string
  }>({ v: 2, ...MEASURED }),
  'ingredient.weighed': kind<{
    readonly itemId: string
    readonly ingredientId: string
    readonly massG: number
  }>(MEASURED),
  'step.started': kind<{ readonly stepId: string; readonly stage?: StagePlan | undefined }>(),
  'step.finished': kind<{ readonly stepId: string; readonly massG?: number | undefined }>(MEASURED),
  'reading.taken': kind<ReadingPayload>(MEASURED),
  'reading.explained': kind<{ readonly readingId: string; readonly answer: Explanation }>(),
  'addition.made': kind<{
    readonly stepId: string
    readonly ingredientId: string
    readonly massG: number
    readonly sdG: number
    readonly coolerByK: number
  }>(MEASURED),
  'heat.changed': kind<{ readonly stepId: string; readonly level: HeatLevel; readonly ratio: number }>(
    MEASURED,
  ),
  'pan.lifted': kind<{ readonly stepId: string }>(),
  'pan.returned': kind<{ readonly stepId: string }>(),
  'forecast.shown': kind<{
    readonly stepId: string
    readonly massG: number
    readonly targetMassG: number
    readonly p10AtMs: number | null
    readonly p50AtMs: number | null
    readonly p90AtMs: number | null
    readonly modelVersion: string
  }>(SEEN),
  'alarm.silenced': kind<{
    readonly alarm: 'lookSoon' | 'actNow' | 'start' | 'step'
    readonly stepId: string
  }>({ v: 2 }),
  'channel.bound': kind<ChannelStamp & { readonly place: ChannelPlace }>(SEEN),
  'channel.released': kind<{ readonly channelId: string }>(SEEN),
  /** Butter that is clarified, beside what is worked: on the flame, melted and left still, poured off. */
  'butter.clarified': kind<{ readonly stepId: string; readonly stage: ClarifyStage }>(),
  /** Melted butter before it goes in. */
  'butter.read': kind<{ readonly stepId: string; readonly tempC: number }>(),
  /** The bath as it was looked at before the yolks go over it: the bowl clear of the water, its rim closed on the pot's. */
  'bath.checked': kind<{ readonly stepId: string; readonly isClear: boolean; readonly isSnug: boolean }>(),
  'bath.changed': kind<{ readonly stepId: string; readonly bath: BathHeat }>(),
  'cue.seen': kind<{ readonly stepId: string; readonly cue: Cue }>(),
  'pour.started': kind<{
    readonly stepId: string
    readonly ingredientId: string
    readonly gPerS: number
    readonly tempC: number
  }>(),
  'pour.stopped': kind<{
    readonly stepId: string
    readonly ingredientId: string
    readonly massG: number
    readonly tempC: number
    readonly probe?: ChannelStamp | undefined
  }>(MEASURED),
  'pasteurisation.credited': kind<
    ChannelStamp & { readonly band: CreditBand; readonly modelVersion: string }
  >(SEEN),
  'control.lost': kind<{
    readonly tempC: number
    readonly limitC: number
    readonly probe?: ChannelStamp | undefined
  }>(SEEN),
  'hold.started': kind<{
    /** Null where it stands aside, in no well. */
    readonly wellId: string | null
    readonly letter: string
    readonly limits: HoldLimits
    readonly portions: number
    /** The older sauce it went onto: its clock counts. */
    readonly onto: {
      readonly batchId: string
      readonly clockStartedAtMs: number
      readonly portions: number
    } | null
    /** Where, and in what, it stands; unknown to earlier releases beyond its well. */
    readonly place?: HoldPlace | undefined
    readonly wall?: HoldWall | undefined
    /** What the house knew then of how soon its sauces break; the table's where it knew nothing. */
    readonly hazard?: HouseHazard | undefined
  }>({ v: 2, ...SEEN }),
  'hold.stirred': kind<{ readonly stepId: string }>(),
  'hold.goneOn': kind<{ readonly reason: string }>({ ...SEEN, doing: 'passHouseLimit' }),
  /** What came from another vessel was washed and sanitised before it went in. */
  'tool.washed': kind<{ readonly tool: string }>(),
  /** It was found broken: in its well, in its pan, at its pour. */
  'sauce.broke': kind<{ readonly stepId: string }>(),
  /** A remedy that was begun; what went in for it is on record beside it. */
  'rescue.tried': kind<{ readonly stepId: string; readonly symptom: Symptom; readonly remedy: RemedyId }>(),
  /** Whether it held. */
  'rescue.ended': kind<{ readonly stepId: string; readonly triedId: string; readonly isHeld: boolean }>(),
  /** Where a base stands to cool, and in what. */
  'cooling.placed': kind<{ readonly stepId: string; readonly place: CoolingPlace }>(),
  /** A missed stage put right, once: brought to the boil and cooled anew. */
  'cooling.reheated': kind<{ readonly stepId: string; readonly tempC: number }>(MEASURED),
  /** What went in whole came out: bay, string, spice bag. */
  'insert.takenOut': kind<{ readonly stepId: string; readonly what: string }>(),
  /** What the spoon said at a step, and what was computed for it then. */
  'spoon.seen': kind<{
    readonly stepId: string
    /** House scale of five: 1 jus film to 5 paste. */ readonly grade: SpoonGrade
    readonly paS: number
    readonly sdLn: number
    readonly expectedPaS: number
    /** The film that was weighed on it; none where it was looked at. */ readonly filmG?: number | undefined
    readonly modelVersion: string
  }>(MEASURED),
  /** A tasting in its order: the word, and what the sum said then, shares of the sauce. */
  'taste.noted': kind<{
    readonly stepId: string
    readonly checkpoint: CheckpointId
    readonly word: TasteWord
    readonly saltFrac: number
    readonly acidFrac: number
  }>(MEASURED),
  'salt.added': kind<{
    readonly massG: number
    readonly saltFrac: number
    /** Which salt the spoons were of. */ readonly salt?: SaltKind | undefined
  }>(MEASURED),
  'portion.served': kind<{ readonly portions: number; readonly orderId: string | null }>(MEASURED),
} as const
