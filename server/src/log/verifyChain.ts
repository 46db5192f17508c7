import type { Tx } from '../db/database'
import { asRecorded, CHAIN_START, chainLink } from './chain'
import { readAfter, readHead } from './facts.repo'

const PAGE = 1000

/** What a walk along the chain found. */
export type ChainReport =
  | { readonly status: 'whole'; readonly facts: number; readonly head: string }
  | { readonly status: 'broken'; readonly atSeq: number; readonly why: 'missing' | 'changed' | 'tailCut' }

/** Recomputes every link of a kitchen's chain: a changed fact, a missing one and a cut tail all show. */
export async function verifyChain(tx: Tx, kitchenId: string): Promise<ChainReport> {
  const kitchen = await readHead(tx, kitchenId)
  let head = CHAIN_START
  let seq = 0
  for (let page = await readAfter(tx, 0, PAGE); page.length > 0; page = await readAfter(tx, seq, PAGE)) {
    for (const fact of page) {
      if (fact.seq !== seq + 1) return { status: 'broken', atSeq: seq + 1, why: 'missing' }
      head = chainLink(head, asRecorded(fact, kitchen.recordId))
      if (head !== fact.chain) return { status: 'broken', atSeq: fact.seq, why: 'changed' }
      seq = fact.seq
    }
  }
  return seq === kitchen.lastSeq && head === kitchen.chainHead
    ? { status: 'whole', facts: seq, head }
    : { status: 'broken', atSeq: seq + 1, why: 'tailCut' }
}
