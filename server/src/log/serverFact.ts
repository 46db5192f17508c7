import { KINDS, streamOf, type Envelope, type FactKind, type Payloads } from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import type { Author } from '../http/sender'

const SPACE = 'c1b0c6a2-1f0b-4a7e-9a53-6a5f1c7d2e90'

/** Who asked for a command, and when it was taken. */
export interface CommandedBy {
  readonly sender: Author
  readonly atMs: number
}

/**
 * A fact that a command makes. Its id follows from its name: the same command makes the same fact, however often it is sent and whichever process
 * takes it.
 */
export const serverFact = <K extends FactKind>(
  { sender: { kitchenId, deviceId, person }, atMs }: CommandedBy,
  name: string,
  kind: K,
  of: { readonly streamId: string; readonly payload: Payloads[K] },
): Envelope<K> => ({
  id: uuidv5(`${kind} ${name}`, SPACE),
  kitchenId,
  streamKind: streamOf(kind)!,
  streamId: of.streamId,
  kind,
  v: KINDS[kind].v,
  deviceId,
  deviceSeq: 0,
  deviceAtMs: atMs,
  clockOffsetMs: 0,
  actor: { deviceId, ...(person ? { crewId: person.crewId } : {}) },
  payload: of.payload,
})
