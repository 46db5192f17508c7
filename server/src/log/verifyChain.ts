import type { Tx } from '../db/database'
import { asRecorded, CHAIN_START, chainLink } from './chain'
import { readGroupsAfter, readSampleHeads } from './channels.repo'
import { readHead, walkFacts } from './facts.repo'
import { samplesLink } from './samplesChain'

const PAGE = 1000

/** Where a record once stood, by a sheet, a backup or an export: so many facts, and the link of the last. A sheet has its first digits only. */
export interface Anchor {
  readonly seq: number
  readonly chain: string
  /** Where the readings of its probes and scales stood, where that is said. */
  readonly channels?:
    | readonly { readonly channelId: string; readonly lastSeq: number; readonly chainHead: string }[]
    | undefined
}
/** What a walk along the chain found. `rewritten`: it holds together, but it is not what it was. */
export type ChainReport =
  | { readonly status: 'whole'; readonly facts: number; readonly head: string; readonly readings: number }
  | {
      readonly status: 'broken'
      readonly atSeq: number
      readonly why: 'missing' | 'changed' | 'tailCut' | 'rewritten' | 'readings'
    }
const broken = (atSeq: number, why: Extract<ChainReport, { status: 'broken' }>['why']): ChainReport => ({
  status: 'broken',
  atSeq,
  why,
})

/** Recomputes every link of a kitchen's facts: a changed fact, a missing one and a cut tail show; beside anchors a rewritten chain too. */
export async function verifyChain(
  tx: Tx,
  kitchenId: string,
  anchors: readonly Anchor[] = [],
): Promise<ChainReport> {
  const kitchen = await readHead(tx, kitchenId)
  const known = new Map<number, string[]>()
  for (const { seq, chain } of anchors) known.set(seq, [...(known.get(seq) ?? []), chain])
  const isOther = (seq: number, head: string) =>
    known.get(seq)?.some((chain) => !head.startsWith(chain)) ?? false
  let head = CHAIN_START
  let seq = 0
  for await (const page of walkFacts(tx)) {
    for (const fact of page) {
      if (fact.seq !== seq + 1) return broken(seq + 1, 'missing')
      head = chainLink(head, asRecorded(fact, kitchen.recordId))
      if (head !== fact.chain) return broken(fact.seq, 'changed')
      if (isOther(fact.seq, head)) return broken(fact.seq, 'rewritten')
      seq = fact.seq
    }
  }
  const isCut =
    seq !== kitchen.lastSeq || head !== kitchen.chainHead || anchors.some((anchor) => anchor.seq > seq)
  return isCut ? broken(seq + 1, 'tailCut') : { status: 'whole', facts: seq, head, readings: 0 }
}

/** As `verifyChain`, and every link of what its probes and scales read. */
export async function verifyKitchen(
  tx: Tx,
  kitchenId: string,
  anchors: readonly Anchor[] = [],
): Promise<ChainReport> {
  const report = await verifyChain(tx, kitchenId, anchors)
  if (report.status === 'broken') return report
  let readings = 0
  const told = anchors.flatMap((anchor) => anchor.channels ?? []).filter((c) => c.lastSeq > 0)
  const heads = await readSampleHeads(tx)
  if (told.some((c) => !heads.some((h) => h.channelId === c.channelId && h.lastSeq >= c.lastSeq)))
    return broken(0, 'readings')
  for (const { channelId, lastSeq, chainHead } of heads) {
    const was = new Map(told.filter((c) => c.channelId === channelId).map((c) => [c.lastSeq, c.chainHead]))
    let head = ''
    let seq = 0
    for (
      let page = await readGroupsAfter(tx, channelId, { seq, limit: PAGE });
      page.length > 0;
      page = await readGroupsAfter(tx, channelId, { seq, limit: PAGE })
    )
      for (const group of page) {
        head = samplesLink(head, group)
        if (group.seq !== seq + 1 || group.chain !== head || (was.get(group.seq) ?? head) !== head)
          return broken(seq + 1, 'readings')
        seq = group.seq
        readings += group.samples.length
      }
    if (seq !== lastSeq || head !== chainHead) return broken(seq + 1, 'readings')
  }
  const unchained = await tx.$client.query<{ n: number }>(
    `select count(*)::int as n from samples s where kitchen_id = $1 and not exists
      (select 1 from sample_groups g where g.kitchen_id = s.kitchen_id and g.group_id = s.group_id and g.channel_id = s.channel_id)`,
    [kitchenId],
  )
  return unchained.rows[0]!.n > 0 ? broken(0, 'readings') : { ...report, readings }
}
