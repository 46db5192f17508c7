import type { Envelope, Fact } from '@liquamen/core'
import canonicalize from 'canonicalize'
import { createHash } from 'node:crypto'

/** A fact as it is stored: settled time, receipt, place in the log and in the chain. */
export type StoredFact = Fact & {
  readonly seq: number
  readonly receivedAtMs: number
  readonly chain: string
}

/** Head of a chain without links. */
export const CHAIN_START = '0'.repeat(64)

const MADE_BY_ITS_DEVICE = [
  'id',
  'kitchenId',
  'streamKind',
  'streamId',
  'kind',
  'v',
  'deviceId',
  'deviceSeq',
  'deviceAtMs',
  'clockOffsetMs',
  'actor',
  'payload',
] as const satisfies readonly (keyof Envelope)[]

/** The canonical JSON (RFC 8785) of the part of a fact that its device made. */
export function canonicalEnvelope(fact: Envelope): string {
  return canonicalize(Object.fromEntries(MADE_BY_ITS_DEVICE.map((key) => [key, fact[key]]))) ?? ''
}

/** The chain's next head: a digest over the last head and the whole of this fact. */
export function chainLink(previous: string, fact: Omit<StoredFact, 'chain'>): string {
  const own = canonicalize({
    atMs: fact.atMs,
    receivedAtMs: fact.receivedAtMs,
    seq: fact.seq,
    clockFlag: fact.clockFlag ?? null,
  })
  return createHash('sha256')
    .update(`${previous}\n${canonicalEnvelope(fact as Envelope)}\n${own ?? ''}`)
    .digest('hex')
}
