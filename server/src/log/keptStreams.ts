import type { Head, Tx } from '../db/database'
import { asRecorded, chainLink } from './chain'
import { readAfter } from './facts.repo'
import { createOpenStreams, MOST_FACTS_HELD } from './openStreams'

const MOST_TO_FOLLOW = 1000

/**
 * Streams of a kitchen that facts came to lately, folded, so that one more costs one. They stand for one head of the chain, which no other log has:
 * what another process added is taken in, and after a transaction that was given up they are forgotten.
 */
export function createKeptStreams() {
  const streams = createOpenStreams()
  let head: Pick<Head, 'lastSeq' | 'chainHead'> = { lastSeq: 0, chainHead: '' }

  /** What came since from elsewhere, if it can be proved to follow. */
  async function follow(tx: Tx, now: Head): Promise<boolean> {
    const isNear = head.lastSeq < now.lastSeq && now.lastSeq - head.lastSeq <= MOST_TO_FOLLOW
    const missed = isNear ? await readAfter(tx, head.lastSeq, MOST_TO_FOLLOW) : []
    if (
      missed[0]?.chain === undefined ||
      chainLink(head.chainHead, asRecorded(missed[0], now.recordId)) !== missed[0].chain
    )
      return false
    for (const fact of missed) if (streams.get(fact.streamId)) streams.add(fact.streamId, [fact])
    return true
  }

  return {
    get: streams.get,
    add: streams.add,
    /** Makes them those of the head that the locked kitchen has. */
    async standAt(tx: Tx, now: Head): Promise<void> {
      if (now.chainHead !== head.chainHead && !(await follow(tx, now))) streams.clear()
      head = now
    },
    /** Says for which head they will stand, before anything is added for it: should it never be, they stand for none. */
    moveTo(next: Pick<Head, 'lastSeq' | 'chainHead'>): void {
      head = next
    },
    /** Lets go of those that were not used for longest. */
    trim: () => void streams.trim(MOST_FACTS_HELD),
  }
}
export type KeptStreams = ReturnType<typeof createKeptStreams>
