import type { Allergen } from '../allergens/allergens'
import type { Choices } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import type { KitchenSettings, Pan, Ring } from '../formula/kitchen'
import type { Ingredient } from '../ingredients/ingredient'
import type { BatchPlan, StagePlan } from '../plan/batchPlan'
import type { BathHeat } from '../emulsion/yolkBath'
import type { HeatLevel } from '../reduction/heater'
import type { HoldLimits } from '../safety/codes'
import type { CreditBand } from '../safety/lethality'

/** What stands on a reading from a probe or scale: which one, and whether it is only a stand-in. */
export interface ChannelStamp {
  readonly channelId: string
  readonly name: string
  readonly isSimulated: boolean
}
/** Where a bound channel measures. */
export const CHANNEL_PLACES = ['bowl', 'well', 'scale'] as const
export type ChannelPlace = (typeof CHANNEL_PLACES)[number]

/** What a cook sees of an egg sauce, in one tap. */
export const CUES = ['foamy', 'trails', 'ribbon', 'grainy', 'oily', 'shineGone', 'split'] as const
export type Cue = (typeof CUES)[number]

/** What a look at the pan can say without measuring. */
export const LOOKS = ['notBoiling', 'simmering', 'boiling', 'boilingHard'] as const
export type Look = (typeof LOOKS)[number]

/** What a reading says of the liquid's mass; worked out when it was taken, so that the record does not change when models do. */
interface ReadMass {
  readonly massG: number
  readonly sigmaG: number
  readonly modelVersion: string
}

/** A reading as it was taken: what was read, and what it means in grams where it means any. */
export type ReadingPayload = { readonly stepId: string } & (
  | ({ readonly how: 'weighing'; readonly grossG: number } & ReadMass)
  | ({ readonly how: 'depth'; readonly depthMm: number } & ReadMass)
  | ({ readonly how: 'level'; readonly depthMm: number } & ReadMass)
  | {
      readonly how: 'temperature'
      readonly tempC: number
      /** The probe it was read from; none where a cook typed it. */ readonly probe?: ChannelStamp | undefined
    }
  | { readonly how: 'look'; readonly look: Look; readonly rateGPerMin: number; readonly sdRateGPerMin: number }
)

/** Answer to "this reading does not fit: what happened?" */
export const EXPLANATIONS = ['mistake', 'right', 'added', 'ladled'] as const
export type Explanation = (typeof EXPLANATIONS)[number]

/** Where a lot is kept. */
export const STORE_PLACES = ['fridge', 'freezer', 'shelf'] as const
export type StorePlace = (typeof STORE_PLACES)[number]

/** What a person decided about an allergy that the sauce meets. */
export const ALLERGEN_DECISIONS = ['labelClear', 'leaveOff', 'goOn'] as const
export type AllergenDecision = (typeof ALLERGEN_DECISIONS)[number]

/** Versions of everything that a batch was started with. */
export interface Frozen {
  readonly formula: Formula
  readonly ingredients: readonly Ingredient[]
  readonly pan: Pan
  readonly ring: Ring
  readonly settings: KitchenSettings
}

/** Payload of every kind of fact, in its newest version. */
export interface Payloads {
  'order.taken': {
    readonly formulaId: string
    readonly portions: number
    readonly pickupAtMs: number
    readonly label: string
    readonly detailsId: string | null
    /** Schools and swaps it was asked with; as written where absent. */
    readonly choices?: Choices | undefined
  }
  'order.cancelled': { readonly reason: string }
  'allergen.decided': { readonly allergen: Allergen; readonly ingredientId: string; readonly decision: AllergenDecision }
  'batch.planned': {
    readonly orderIds: readonly string[]
    readonly formulaId: string
    readonly sauceName: string
    readonly fill: string
    readonly panId: string
    readonly ringId: string
    readonly sources: Readonly<Record<string, string>>
    readonly phrases: Readonly<Record<string, string>>
    readonly choices?: Choices | undefined
    readonly plan: BatchPlan
  }
  'batch.started': { readonly frozen: Frozen; readonly plan: BatchPlan }
  'batch.finished': { readonly result: 'served' | 'discarded' | 'merged'; readonly reason: string }
  'ingredient.weighed': { readonly itemId: string; readonly ingredientId: string; readonly massG: number }
  'step.started': { readonly stepId: string; readonly stage?: StagePlan | undefined }
  'step.finished': { readonly stepId: string; readonly massG?: number | undefined }
  'reading.taken': ReadingPayload
  'reading.explained': { readonly readingId: string; readonly answer: Explanation }
  'addition.made': {
    readonly stepId: string
    readonly ingredientId: string
    readonly massG: number
    readonly sdG: number
    readonly coolerByK: number
  }
  'heat.changed': { readonly stepId: string; readonly level: HeatLevel; readonly ratio: number }
  'pan.lifted': { readonly stepId: string }
  'pan.returned': { readonly stepId: string }
  'forecast.shown': {
    readonly stepId: string
    readonly massG: number
    readonly targetMassG: number
    readonly p10AtMs: number | null
    readonly p50AtMs: number | null
    readonly p90AtMs: number | null
    readonly modelVersion: string
  }
  'alarm.silenced': { readonly alarm: 'lookSoon' | 'actNow' | 'start'; readonly stepId: string }
  'channel.bound': ChannelStamp & { readonly place: ChannelPlace }
  'channel.released': { readonly channelId: string }
  'bath.changed': { readonly stepId: string; readonly bath: BathHeat }
  'cue.seen': { readonly stepId: string; readonly cue: Cue }
  'pour.started': { readonly stepId: string; readonly ingredientId: string; readonly gPerS: number; readonly tempC: number }
  'pour.stopped': {
    readonly stepId: string
    readonly ingredientId: string
    readonly massG: number
    readonly tempC: number
    readonly probe?: ChannelStamp | undefined
  }
  'pasteurisation.credited': ChannelStamp & { readonly band: CreditBand; readonly modelVersion: string }
  'control.lost': { readonly tempC: number; readonly limitC: number; readonly probe?: ChannelStamp | undefined }
  'hold.started': {
    readonly wellId: string
    readonly letter: string
    readonly limits: HoldLimits
    readonly portions: number
    /** The older sauce it went onto: its clock counts. */ readonly onto: {
      readonly batchId: string
      readonly clockStartedAtMs: number
      readonly portions: number
    } | null
  }
  'hold.stirred': { readonly stepId: string }
  'hold.goneOn': { readonly reason: string }
  'salt.added': { readonly massG: number; readonly saltFrac: number }
  'portion.served': { readonly portions: number; readonly orderId: string | null }
  'lot.stored': {
    readonly ingredientId: string
    readonly massG: number
    readonly place: StorePlace
    readonly madeAtMs: number
    readonly expiresAtMs: number
  }
  /** What is there now, as it was weighed or measured. */
  'lot.counted': { readonly massG: number }
  'lot.emptied': { readonly reason: string }
  'fact.corrected': {
    readonly factId: string
    readonly kind: Exclude<FactKind, 'fact.corrected' | 'fact.voided'>
    readonly payload: unknown
  }
  'fact.voided': { readonly factId: string; readonly reason: string }
}
export type FactKind = keyof Payloads

/** What each kind belongs to, its version, whether a person may change or take it back, and what that means. */
export interface KindRule {
  readonly stream: StreamKind
  readonly v: number
  readonly mayPost: 'browser' | 'device'
  readonly isCorrectable: boolean
  readonly isVoidable: boolean
}
export const STREAM_KINDS = ['batch', 'order', 'lot'] as const
export type StreamKind = (typeof STREAM_KINDS)[number]

const rule = (stream: StreamKind, isCorrectable: boolean, isVoidable: boolean): KindRule => ({
  stream,
  v: 1,
  mayPost: 'browser',
  isCorrectable,
  isVoidable,
})

/**
 * The rules of every kind. Correcting replaces the payload of the named fact and keeps its time; voiding takes the fact out of the fold,
 * and both stay on the record. Plans and forecasts that were shown cannot be taken back, since they were seen.
 */
export const KINDS: Readonly<Record<FactKind, KindRule>> = {
  'lot.stored': rule('lot', false, true),
  'lot.counted': rule('lot', true, true),
  'lot.emptied': rule('lot', false, true),
  'order.taken': rule('order', true, false),
  'order.cancelled': rule('order', false, true),
  'allergen.decided': rule('order', false, true),
  'batch.planned': rule('batch', false, false),
  'batch.started': rule('batch', false, true),
  'batch.finished': rule('batch', true, true),
  'ingredient.weighed': rule('batch', true, true),
  'step.started': rule('batch', false, true),
  'step.finished': rule('batch', true, true),
  'reading.taken': rule('batch', true, true),
  'reading.explained': rule('batch', false, true),
  'addition.made': rule('batch', true, true),
  'heat.changed': rule('batch', true, true),
  'pan.lifted': rule('batch', false, true),
  'pan.returned': rule('batch', false, true),
  'forecast.shown': rule('batch', false, false),
  'alarm.silenced': rule('batch', false, true),
  'salt.added': rule('batch', true, true),
  'channel.bound': rule('batch', false, false),
  'channel.released': rule('batch', false, false),
  'bath.changed': rule('batch', false, true),
  'cue.seen': rule('batch', false, true),
  'pour.started': rule('batch', false, true),
  'pour.stopped': rule('batch', true, true),
  'pasteurisation.credited': rule('batch', false, false),
  'control.lost': rule('batch', false, false),
  'hold.started': rule('batch', false, false),
  'hold.stirred': rule('batch', false, true),
  'hold.goneOn': rule('batch', false, false),
  'portion.served': rule('batch', true, true),
  'fact.corrected': { ...rule('batch', false, false) },
  'fact.voided': { ...rule('batch', false, true) },
}

/** Kinds that may stand in any stream. */
export const IN_ANY_STREAM: readonly FactKind[] = ['fact.corrected', 'fact.voided']
