import {
  streamOf,
  type BatchKind,
  type FactKind,
  type KitchenKind,
  type LotKind,
  type OrderKind,
  type Payloads,
  type ServiceKind,
  type StreamKind,
} from './kinds/kinds'

/** Who did it: the device always, the person where one had signed on. */
export interface Actor {
  readonly deviceId: string
  readonly crewId?: string | undefined
}

/** A fact as it was made where it happened. `clockOffsetMs` is what the device added to its own clock. */
export interface Envelope<K extends FactKind = FactKind> {
  readonly id: string
  readonly kitchenId: string
  readonly streamKind: StreamKind
  readonly streamId: string
  readonly kind: K
  readonly v: number
  readonly deviceId: string
  readonly deviceSeq: number
  readonly deviceAtMs: number
  readonly clockOffsetMs: number
  readonly actor: Actor
  readonly payload: Payloads[K]
}

/** A fact with the time it is folded by; `seq` once the server has it. */
export type Fact = {
  [K in FactKind]: Envelope<K> & {
    readonly atMs: number
    readonly seq?: number | undefined
    readonly receivedAtMs?: number | undefined
    readonly clockFlag?: ClockFlag | undefined
  }
}[FactKind]

/** Why a fact's time is not what its device said. */
export type ClockFlag = 'future' | 'unmeasured'

const FUTURE_TOLERANCE_MS = 60_000
const EARLIEST_MS = Date.UTC(2020, 0) // no kitchen of ours is older

/**
 * The time a fact is folded by: the device's, corrected by its measured offset. A time from the future, or from before any kitchen, is put to its
 * receipt and flagged.
 * @param receivedAtMs - the server's clock at receipt; undefined in the browser that made the fact
 */
export function foldTime(
  envelope: Pick<Envelope, 'deviceAtMs' | 'clockOffsetMs'>,
  receivedAtMs?: number,
): { atMs: number; clockFlag?: ClockFlag } {
  const atMs = envelope.deviceAtMs + envelope.clockOffsetMs
  if (receivedAtMs === undefined) return { atMs }
  if (atMs > receivedAtMs + FUTURE_TOLERANCE_MS) return { atMs: receivedAtMs, clockFlag: 'future' }
  return atMs < EARLIEST_MS ? { atMs: receivedAtMs, clockFlag: 'unmeasured' } : { atMs }
}

const compareText = (a: string, b: string) => Number(a > b) - Number(a < b)
/** The one order of facts: time, then device, then the device's own count, then id. */
export function compareFacts(a: Fact, b: Fact): number {
  return (
    a.atMs - b.atMs ||
    compareText(a.deviceId, b.deviceId) ||
    a.deviceSeq - b.deviceSeq ||
    compareText(a.id, b.id)
  )
}

/**
 * Adds facts to a sorted list, each once: the same facts in any order, any batches, any number of times, give the same list.
 *
 * The server's copy of a fact replaces the browser's own, since it carries the settled time.
 */
export function mergeFacts(sorted: readonly Fact[], more: readonly Fact[]): Fact[] {
  const byId = new Map(sorted.map((fact) => [fact.id, fact]))
  for (const fact of more) {
    const known = byId.get(fact.id)
    if (!known || (known.seq === undefined && fact.seq !== undefined)) byId.set(fact.id, fact)
  }
  return [...byId.values()].sort(compareFacts)
}

/** A fact of one stream's own kinds. */
export type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>
interface KindsOf {
  readonly batch: BatchKind
  readonly order: OrderKind
  readonly lot: LotKind
  readonly service: ServiceKind
  readonly kitchen: KitchenKind
}
/** Whether a fact is of a kind that belongs to this stream; what may stand in any (corrections, takings-back) is none. */
export const isOf = <S extends StreamKind>(stream: S, fact: Fact): fact is FactOf<KindsOf[S]> =>
  streamOf(fact.kind) === stream
