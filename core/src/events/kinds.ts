import type { Allergen } from '../allergens/allergens'
import type { Formula } from '../formula/formula'
import type { KitchenSettings, Pan, Ring } from '../formula/kitchen'
import type { Ingredient } from '../ingredients/ingredient'
import type { BatchPlan, StagePlan } from '../plan/batchPlan'
import type { HeatLevel } from '../reduction/heater'

/** What a look at the pan can say without measuring. */
export const LOOKS = ['notBoiling', 'simmering', 'boiling', 'boilingHard'] as const
export type Look = (typeof LOOKS)[number]

/** What a reading says of the liquid's mass; worked out when it was taken, so that the record does not change when models do. */
interface ReadMass { readonly massG: number; readonly sigmaG: number; readonly modelVersion: string }

/** A reading as it was taken: what was read, and what it means in grams where it means any. */
export type ReadingPayload = { readonly stepId: string } & (
  | ({ readonly how: 'weighing'; readonly grossG: number } & ReadMass)
  | ({ readonly how: 'depth'; readonly depthMm: number } & ReadMass)
  | ({ readonly how: 'level'; readonly depthMm: number } & ReadMass)
  | { readonly how: 'temperature'; readonly tempC: number }
  | { readonly how: 'look'; readonly look: Look; readonly rateGPerMin: number; readonly sdRateGPerMin: number }
)

/** Answer to "this reading does not fit: what happened?" */
export const EXPLANATIONS = ['mistake', 'right', 'added', 'ladled'] as const
export type Explanation = (typeof EXPLANATIONS)[number]

/** What a person decided about an allergy that the sauce meets. */
export const ALLERGEN_DECISIONS = ['labelClear', 'leaveOff', 'goOn'] as const
export type AllergenDecision = (typeof ALLERGEN_DECISIONS)[number]

/** Versions of everything that a batch was started with. */
export interface Frozen { readonly formula: Formula; readonly ingredients: readonly Ingredient[]; readonly pan: Pan; readonly ring: Ring; readonly settings: KitchenSettings }

/** Payload of every kind of fact, in its newest version. */
export interface Payloads {
  'order.taken': { readonly formulaId: string; readonly portions: number; readonly pickupAtMs: number; readonly label: string; readonly detailsId: string | null }
  'order.cancelled': { readonly reason: string }
  'allergen.decided': { readonly allergen: Allergen; readonly ingredientId: string; readonly decision: AllergenDecision }
  'batch.planned': { readonly orderIds: readonly string[]; readonly formulaId: string; readonly sauceName: string; readonly fill: string; readonly panId: string; readonly ringId: string; readonly sources: Readonly<Record<string, string>>; readonly phrases: Readonly<Record<string, string>>; readonly plan: BatchPlan }
  'batch.started': { readonly frozen: Frozen; readonly plan: BatchPlan }
  'batch.finished': { readonly result: 'served' | 'discarded'; readonly reason: string }
  'ingredient.weighed': { readonly itemId: string; readonly ingredientId: string; readonly massG: number }
  'step.started': { readonly stepId: string; readonly stage?: StagePlan | undefined }
  'step.finished': { readonly stepId: string; readonly massG?: number | undefined }
  'reading.taken': ReadingPayload
  'reading.explained': { readonly readingId: string; readonly answer: Explanation }
  'addition.made': { readonly stepId: string; readonly ingredientId: string; readonly massG: number; readonly sdG: number; readonly coolerByK: number }
  'heat.changed': { readonly stepId: string; readonly level: HeatLevel; readonly ratio: number }
  'pan.lifted': { readonly stepId: string }
  'pan.returned': { readonly stepId: string }
  'forecast.shown': { readonly stepId: string; readonly massG: number; readonly targetMassG: number; readonly p10AtMs: number | null; readonly p50AtMs: number | null; readonly p90AtMs: number | null; readonly modelVersion: string }
  'alarm.silenced': { readonly alarm: 'lookSoon' | 'actNow' | 'start'; readonly stepId: string }
  'salt.added': { readonly massG: number; readonly saltFrac: number }
  'portion.served': { readonly portions: number; readonly orderId: string | null }
  'fact.corrected': { readonly factId: string; readonly kind: Exclude<FactKind, 'fact.corrected' | 'fact.voided'>; readonly payload: unknown }
  'fact.voided': { readonly factId: string; readonly reason: string }
}
export type FactKind = keyof Payloads

/** What each kind belongs to, its version, whether a person may change or take it back, and what that means. */
export interface KindRule { readonly stream: StreamKind; readonly v: number; readonly mayPost: 'browser' | 'device'; readonly isCorrectable: boolean; readonly isVoidable: boolean }
export const STREAM_KINDS = ['batch', 'order'] as const
export type StreamKind = (typeof STREAM_KINDS)[number]

const rule = (stream: StreamKind, isCorrectable: boolean, isVoidable: boolean): KindRule => ({ stream, v: 1, mayPost: 'browser', isCorrectable, isVoidable })

/**
 * The rules of every kind. Correcting replaces the payload of the named fact and keeps its time; voiding takes the fact out of the fold,
 * and both stay on the record. Plans and forecasts that were shown cannot be taken back, since they were seen.
 */
export const KINDS: Readonly<Record<FactKind, KindRule>> = {
  'order.taken': rule('order', true, false), 'order.cancelled': rule('order', false, true), 'allergen.decided': rule('order', false, true),
  'batch.planned': rule('batch', false, false), 'batch.started': rule('batch', false, true), 'batch.finished': rule('batch', true, true), 'ingredient.weighed': rule('batch', true, true),
  'step.started': rule('batch', false, true), 'step.finished': rule('batch', true, true), 'reading.taken': rule('batch', true, true), 'reading.explained': rule('batch', false, true),
  'addition.made': rule('batch', true, true), 'heat.changed': rule('batch', true, true), 'pan.lifted': rule('batch', false, true), 'pan.returned': rule('batch', false, true),
  'forecast.shown': rule('batch', false, false), 'alarm.silenced': rule('batch', false, true), 'salt.added': rule('batch', true, true), 'portion.served': rule('batch', true, true),
  'fact.corrected': { ...rule('batch', false, false) }, 'fact.voided': { ...rule('batch', false, true) },
}

/** Kinds that may stand in any stream. */
export const IN_ANY_STREAM: readonly FactKind[] = ['fact.corrected', 'fact.voided']
