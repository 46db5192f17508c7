import { growingStream, liftFact, type GrowingStream } from '@liquamen/core'
import type { Head, Tx } from '../db/database'
import { asRecorded, chainLink, type StoredFact } from './chain'
import { readAfter } from './facts.repo'

const MOST_FACTS = 60_000 // some 60 MB
const MOST_TO_FOLLOW = 1000

/**
 * Streams of a kitchen that facts came to lately, folded, so that one more costs one. They stand for one head of the chain, which no other log has:
 * what another process added is taken in, and after a transaction that was given up they are forgotten.
 */
export function createKeptStreams() {
  const streams = new Map<string, GrowingStream>() // the one used last stands last
  let head: Pick<Head, 'lastSeq' | 'chainHead'> = { lastSeq: 0, chainHead: '' }
  let count = 0

  function forgetAll(): void {
    streams.clear()
    count = 0
  }
  function add(id: string, facts: readonly StoredFact[]): GrowingStream {
    const stream = streams.get(id) ?? growingStream(id)
    streams.delete(id)
    streams.set(id, stream)
    count -= stream.facts.length
    stream.merge(facts.map(liftFact)) // the log keeps every fact as it came; a fold knows the newest form
    count += stream.facts.length
    return stream
  }
  /** What came since from elsewhere, if it can be proved to follow. */
  async function follow(tx: Tx, now: Head): Promise<boolean> {
    const isNear = head.lastSeq < now.lastSeq && now.lastSeq - head.lastSeq <= MOST_TO_FOLLOW
    const missed = isNear ? await readAfter(tx, head.lastSeq, MOST_TO_FOLLOW) : []
    if (
      missed[0]?.chain === undefined ||
      chainLink(head.chainHead, asRecorded(missed[0], now.recordId)) !== missed[0].chain
    )
      return false
    for (const fact of missed) if (streams.has(fact.streamId)) add(fact.streamId, [fact])
    return true
  }

  return {
    get: (id: string): GrowingStream | undefined => streams.get(id),
    add,
    /** Makes them those of the head that the locked kitchen has. */
    async standAt(tx: Tx, now: Head): Promise<void> {
      if (now.chainHead !== head.chainHead && !(await follow(tx, now))) forgetAll()
      head = now
    },
    /** Says for which head they will stand, before anything is added for it: should it never be, they stand for none. */
    moveTo(next: Pick<Head, 'lastSeq' | 'chainHead'>): void {
      head = next
    },
    /** Lets go of those that were not used for longest. */
    trim(): void {
      for (const [id, stream] of streams) {
        if (count <= MOST_FACTS) return
        streams.delete(id)
        count -= stream.facts.length
      }
    },
  }
}
export type KeptStreams = ReturnType<typeof createKeptStreams>
