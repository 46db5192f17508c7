import { BATCH_KINDS } from './batch'
import { kind, type KindRule, type PayloadOf } from './kind'
import { KITCHEN_KINDS } from './kitchen'
import { LOT_KINDS } from './lot'
import { ORDER_KINDS } from './order'
import { SERVICE_KINDS } from './service'

export const STREAM_KINDS = ['batch', 'order', 'lot', 'service', 'kitchen'] as const
export type StreamKind = (typeof STREAM_KINDS)[number]

/**
 * Kinds that may stand in any stream. Correcting replaces the payload of the named fact and keeps its time; voiding takes the fact out of the
 * fold, and both stay on the record. Plans and forecasts that were shown cannot be taken back, since they were seen.
 */
const ANY_KINDS = {
  'fact.corrected': kind<{ readonly factId: string; readonly kind: string; readonly payload: unknown }>({
    isVoidable: false,
  }),
  'fact.voided': kind<{ readonly factId: string; readonly reason: string }>(),
} as const

/** Every kind by the stream it belongs to: one entry a kind. */
export const KINDS_OF = {
  batch: BATCH_KINDS,
  order: ORDER_KINDS,
  lot: LOT_KINDS,
  service: SERVICE_KINDS,
  kitchen: KITCHEN_KINDS,
} as const
const ALL = {
  ...BATCH_KINDS,
  ...ORDER_KINDS,
  ...LOT_KINDS,
  ...SERVICE_KINDS,
  ...KITCHEN_KINDS,
  ...ANY_KINDS,
} as const

export type FactKind = keyof typeof ALL
export type BatchKind = keyof typeof BATCH_KINDS
export type OrderKind = keyof typeof ORDER_KINDS
export type LotKind = keyof typeof LOT_KINDS
export type ServiceKind = keyof typeof SERVICE_KINDS
export type KitchenKind = keyof typeof KITCHEN_KINDS
/** Payload of every kind of fact, in its newest version. */
export type Payloads = { readonly [K in FactKind]: PayloadOf<(typeof ALL)[K]> }
/** The rules of every kind. */
export const KINDS: Readonly<Record<FactKind, KindRule>> = ALL
export const IN_ANY_STREAM = Object.keys(ANY_KINDS) as (keyof typeof ANY_KINDS)[]

const STREAM_OF = new Map(
  STREAM_KINDS.flatMap((stream) => Object.keys(KINDS_OF[stream]).map((name) => [name, stream] as const)),
)
/** The stream a kind belongs to; undefined for those that may stand in any. */
export const streamOf = (name: FactKind): StreamKind | undefined => STREAM_OF.get(name)
/** Whether a kind may stand in a stream. */
export const belongsTo = (name: FactKind, stream: StreamKind): boolean =>
  (STREAM_OF.get(name) ?? stream) === stream
