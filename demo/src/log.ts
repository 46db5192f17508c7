import type { ExportFile } from '@liquamen/contracts'
import { KINDS, streamOf, type Envelope, type Fact, type FactKind, type Payloads } from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'

const SPACE = '6f2f4c39-58f5-4d4c-9d0a-3a3ad9a4f0c1'
/** The moment the demo is told at; an import moves it to now. */
export const ANCHOR_MS = Date.UTC(2026, 0, 10, 18, 30)
export const MINUTE = 60_000
export const DAY = 24 * 60 * MINUTE
/** The same id for the same name, every time the demo is made. */
export const idOf = (name: string): string => uuidv5(name, SPACE)
export const kitchenId = idOf('kitchen')
const deviceId = idOf('tablet by the stove')

/** The demo's log as it grows. */
export const facts: Fact[] = []
export const guestDetails: ExportFile['guestDetails'] = []

/** Puts a fact on the demo's record. */
export function add<K extends FactKind>(
  kind: K,
  streamId: string,
  atMs: number,
  payload: Payloads[K],
  crewId = 'ilse',
): Fact {
  const seq = facts.length + 1
  const envelope: Envelope<K> = {
    id: idOf(`fact ${seq}`),
    kitchenId,
    streamKind: streamOf(kind) ?? 'batch',
    streamId,
    kind,
    v: KINDS[kind].v,
    deviceId,
    deviceSeq: seq,
    deviceAtMs: Math.round(atMs),
    clockOffsetMs: 0,
    actor: { deviceId, crewId },
    payload: JSON.parse(JSON.stringify(payload)) as Payloads[K],
  }
  const fact = { ...envelope, atMs: Math.round(atMs) } as unknown as Fact
  facts.push(fact)
  return fact
}
