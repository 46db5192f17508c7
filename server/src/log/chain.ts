import type { Envelope, Fact } from '@liquamen/core'
import canonicalize from 'canonicalize'
import { hash } from 'node:crypto'

/** A fact as it is stored: settled time, receipt, place in the log and in the chain. */
export type StoredFact = Fact & {
  readonly seq: number
  readonly receivedAtMs: number
  readonly chain: string
}

/** Head of a chain without links. */
export const CHAIN_START = '0'.repeat(64)

/**
 * The canonical JSON (RFC 8785) of the part of a fact that its device made. Its own keys stand here in their order, its ids and numbers as JSON writes
 * them; what is nested is put in order.
 */
export const canonicalEnvelope = (fact: Envelope): string =>
  `{"actor":${canonicalize(fact.actor)},"clockOffsetMs":${fact.clockOffsetMs},"deviceAtMs":${fact.deviceAtMs},"deviceId":"${fact.deviceId}",` +
  `"deviceSeq":${fact.deviceSeq},"id":"${fact.id}","kind":${JSON.stringify(fact.kind)},"kitchenId":"${fact.kitchenId}",` +
  `"payload":${canonicalize(fact.payload)},"streamId":"${fact.streamId}","streamKind":${JSON.stringify(fact.streamKind)},"v":${fact.v}}`

/** A fact as the record has it, wherever it was brought to: by the name of the kitchen whose record it is. */
export const asRecorded = <F extends Pick<Fact, 'kitchenId' | 'streamId'>>(fact: F, recordId: string): F =>
  fact.kitchenId === recordId
    ? fact
    : { ...fact, kitchenId: recordId, streamId: fact.streamId === fact.kitchenId ? recordId : fact.streamId }

/** The chain's next head: a digest over the last head and the whole of this fact. */
export function chainLink(previous: string, fact: Omit<StoredFact, 'chain'>): string {
  const { atMs, clockFlag = null, receivedAtMs, seq } = fact
  const flag = clockFlag === null ? 'null' : JSON.stringify(clockFlag)
  const own = `{"atMs":${atMs},"clockFlag":${flag},"receivedAtMs":${receivedAtMs},"seq":${seq}}` // keys in their canonical order
  return hash('sha256', `${previous}\n${canonicalEnvelope(fact as Envelope)}\n${own}`)
}
