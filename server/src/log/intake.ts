import { problem, type PostFactsAnswer } from '@liquamen/contracts'
import { byStream, type Envelope, liftFact } from '@liquamen/core'
import type { Database, Head, Tx } from '../db/database'
import { asRecorded, canonicalEnvelope, chainLink, type StoredFact } from './chain'
import { appendFacts, findForIntake } from './facts.repo'
import { createKeptStreams, type KeptStreams } from './keptStreams'
import { linesOf } from './readModels'

export type Result = PostFactsAnswer['results'][number]
/** A fact to be stored: what its device made, and what was settled at its receipt. */
export interface Entry {
  readonly envelope: Envelope
  readonly settled: Pick<StoredFact, 'atMs' | 'receivedAtMs' | 'clockFlag'>
}

const refuse = (id: string, [status, code, title]: [number, string, string]): Result => ({
  id,
  status: 'refused',
  problem: problem(status, code, title),
})
/** What a fact whose id is taken already is: the same one again, or another. Whose it is, the server settled when it came. */
const answerAgain = (before: StoredFact, envelope: Envelope): Result =>
  canonicalEnvelope(liftFact(before) as Envelope) === canonicalEnvelope({ ...envelope, actor: before.actor })
    ? { id: envelope.id, status: 'known', seq: before.seq, atMs: before.atMs }
    : refuse(envelope.id, [409, 'idTaken', 'Another entry already has this id.'])

/** A fact that has its place but no link yet; spelt out, since spreading it costs more than all else that is done with it. */
function storedFact(
  envelope: Envelope,
  settled: Entry['settled'],
  seq: number,
): StoredFact & { chain: string } {
  const fact = {
    id: envelope.id,
    kitchenId: envelope.kitchenId,
    streamKind: envelope.streamKind,
    streamId: envelope.streamId,
    kind: envelope.kind,
    v: envelope.v,
    deviceId: envelope.deviceId,
    deviceSeq: envelope.deviceSeq,
    deviceAtMs: envelope.deviceAtMs,
    clockOffsetMs: envelope.clockOffsetMs,
    actor: envelope.actor,
    payload: envelope.payload,
    atMs: settled.atMs,
    receivedAtMs: settled.receivedAtMs,
    seq,
    chain: '',
  }
  return (settled.clockFlag ? { ...fact, clockFlag: settled.clockFlag } : fact) as StoredFact & {
    chain: string
  }
}

/** Whether a transaction failed since an id was taken. */
export const isTakenId = (error: unknown): boolean => {
  const { code, constraint } = error as { code?: string; constraint?: string }
  return code === '23505' && constraint === 'events_id'
}

/** A transaction of a kitchen that is locked until its end, and where its log stands; no head where there is no such kitchen. */
export interface LockedKitchen {
  readonly tx: Tx
  readonly kitchenId: string
  readonly head: Head | undefined
}
/** What became of entries, one by one, and those that were stored, as they are. */
export interface Taken {
  readonly results: Result[]
  readonly stored: readonly StoredFact[]
}
/**
 * Appends facts in their order, each once; answers one by one.
 *
 * @param isDoubtful - looks every id up; else one that its own kept stream does not know is taken for new, and the transaction fails by `isTakenId`
 * in the rare case that another stream has it
 */
export type Intake = (
  kitchen: LockedKitchen,
  entries: readonly Entry[],
  isDoubtful?: boolean,
) => Promise<Taken>

/** What a service that puts facts on record itself stands on. */
export interface Recorder {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
}

/** The one way by which facts come into the log. */
export function createIntake(): Intake {
  const kept = new Map<string, KeptStreams>()

  return async ({ tx, kitchenId, head }, entries, isDoubtful = true) => {
    if (!head)
      return {
        results: entries.map(({ envelope }) =>
          refuse(envelope.id, [404, 'unknownKitchen', 'This kitchen is not known here.']),
        ),
        stored: [],
      }
    const streams = kept.get(kitchenId) ?? createKeptStreams()
    kept.set(kitchenId, streams)
    await streams.standAt(tx, head)
    const touched = [...new Set(entries.map(({ envelope }) => envelope.streamId))]
    const unread = touched.filter((id) => !streams.get(id))
    const ids = entries.flatMap(({ envelope: { id, streamId } }) =>
      isDoubtful || !streams.get(streamId) ? [id] : [],
    )
    const before = ids.length ? await findForIntake(tx, ids, unread) : []
    const ofStream = byStream(before)
    for (const id of unread) streams.add(id, ofStream.get(id) ?? [])
    const kinds = new Map(touched.map((id) => [id, streams.get(id)?.facts[0]?.streamKind]))
    const known = new Map(before.map((fact) => [fact.id, fact]))
    const stored: StoredFact[] = []
    let { lastSeq: seq, chainHead: chain } = head
    const results = entries.map(({ envelope, settled }): Result => {
      const { id, streamId, streamKind } = envelope
      const sameId = known.get(id) ?? (streams.get(streamId)?.find(id) as StoredFact | undefined)
      if (sameId) return answerAgain(sameId, envelope)
      const kind = kinds.get(streamId) ?? streamKind
      if (kind !== streamKind)
        return refuse(id, [
          409,
          'otherStream',
          `What this entry belongs to is a ${kind}, not a ${streamKind}.`,
        ])
      kinds.set(streamId, kind)
      const fact = storedFact(envelope, settled, ++seq)
      fact.chain = chain = chainLink(chain, asRecorded(fact, head.recordId))
      stored.push(fact)
      known.set(id, fact)
      return { id, status: 'stored', seq, atMs: fact.atMs }
    })
    streams.moveTo({ lastSeq: seq, chainHead: chain })
    const grown = [...byStream(stored)].map(([id, facts]) => streams.add(id, facts))
    appendFacts(tx, kitchenId, stored, linesOf(kitchenId, grown))
    streams.trim()
    return { results, stored }
  }
}
