import { problem, type PostFactsAnswer } from '@liquamen/contracts'
import { byStream, type Envelope, liftFact } from '@liquamen/core'
import type { Head, Tx } from '../db/database'
import { canonicalEnvelope, chainLink, type StoredFact } from './chain'
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
/** What a fact whose id is taken already is: the same one again, or another. */
const answerAgain = (before: StoredFact, envelope: Envelope): Result =>
  canonicalEnvelope(liftFact(before) as Envelope) === canonicalEnvelope(envelope)
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

/** A transaction of a kitchen that is locked until its end, and where its log stands; no head where there is no such kitchen. */
export interface LockedKitchen {
  readonly tx: Tx
  readonly kitchenId: string
  readonly head: Head | undefined
}
/** Appends facts in their order, each once; answers one by one. */
export type Intake = (kitchen: LockedKitchen, entries: readonly Entry[]) => Promise<Result[]>

/** The one way by which facts come into the log. */
export function createIntake(): Intake {
  const kept = new Map<string, KeptStreams>()

  return async ({ tx, kitchenId, head }, entries) => {
    if (!head)
      return entries.map(({ envelope }) =>
        refuse(envelope.id, [404, 'unknownKitchen', 'This kitchen is not known here.']),
      )
    const streams = kept.get(kitchenId) ?? createKeptStreams()
    kept.set(kitchenId, streams)
    await streams.standAt(tx, head)
    const ids = entries.map(({ envelope }) => envelope.id)
    const touched = [...new Set(entries.map(({ envelope }) => envelope.streamId))]
    const unread = touched.filter((id) => !streams.has(id))
    const stored = await findForIntake(tx, ids, unread)
    const before = byStream(stored)
    for (const id of unread) streams.add(id, before.get(id) ?? [])
    const kinds = new Map(touched.map((id) => [id, streams.add(id, []).facts[0]?.streamKind]))
    const known = new Map(stored.map((fact) => [fact.id, fact]))
    const fresh: StoredFact[] = []
    let { lastSeq: seq, chainHead: chain } = head
    const results = entries.map(({ envelope, settled }): Result => {
      const { id, streamId, streamKind } = envelope
      const sameId = known.get(id)
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
      fact.chain = chain = chainLink(chain, fact)
      fresh.push(fact)
      known.set(id, fact)
      return { id, status: 'stored', seq, atMs: fact.atMs }
    })
    streams.moveTo({ lastSeq: seq, chainHead: chain })
    const grown = [...byStream(fresh)].map(([id, facts]) => streams.add(id, facts))
    await appendFacts(tx, kitchenId, fresh, linesOf(kitchenId, grown))
    streams.trim()
    return results
  }
}
