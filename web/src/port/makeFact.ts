import { PAYLOAD_SCHEMAS, schemaProblem } from '@liquamen/contracts'
import {
  foldTime,
  KINDS,
  streamOf,
  type Actor,
  type Fact,
  type FactKind,
  type Payloads,
  type StreamKind,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { Refusal } from './api'

/** One entry of a tap: what happened, and to which batch, order or lot. */
export type Entry = {
  readonly [K in FactKind]: {
    readonly kind: K
    readonly streamId: string
    readonly payload: Payloads[K]
    /** Only where the kind itself does not say it. */
    readonly streamKind?: StreamKind | undefined
  }
}[FactKind]

/** Who makes a fact, where, and how far the device's clock is off, ms. */
export interface Maker {
  readonly kitchenId: string
  readonly deviceId: string
  readonly crewId: string | undefined
  readonly clockOffsetMs: number
}

/**
 * An entry as it will be stored. What the server would refuse is refused here, before anyone believes it kept.
 *
 * @throws Refusal where the server would never take it
 */
export function checked<E extends Entry>(entry: E): E {
  const plain: unknown = JSON.parse(JSON.stringify(entry.payload))
  const read = PAYLOAD_SCHEMAS[entry.kind].safeParse(plain)
  if (!read.success)
    throw new Refusal(schemaProblem(read.error, 'This entry has numbers or words that cannot be used.'))
  return { ...entry, payload: plain }
}

/** A fact made here and now, with the device's next number. */
export function makeFact({ kind, streamId, payload, streamKind }: Entry, by: Maker, deviceSeq: number): Fact {
  const actor: Actor = { deviceId: by.deviceId, ...(by.crewId ? { crewId: by.crewId } : {}) }
  const envelope = {
    id: uuidv7(),
    kitchenId: by.kitchenId,
    streamKind: streamKind ?? streamOf(kind) ?? 'batch',
    streamId,
    kind,
    v: KINDS[kind].v,
    deviceId: by.deviceId,
    deviceSeq,
    deviceAtMs: Date.now(),
    clockOffsetMs: by.clockOffsetMs,
    actor,
    payload,
  }
  return { ...envelope, ...foldTime(envelope) } as unknown as Fact
}
