import type { Fact } from '@liquamen/core'
import { and, asc, eq, gt, gte, inArray, or, sql } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { batches, events, kitchens, lots, orders } from '../db/schema'
import type { StoredFact } from './chain'

const toFact = (row: typeof events.$inferSelect): StoredFact =>
  ({
    id: row.id,
    kitchenId: row.kitchenId,
    streamKind: row.streamKind,
    streamId: row.streamId,
    kind: row.kind,
    v: row.v,
    deviceId: row.deviceId,
    deviceSeq: row.deviceSeq,
    deviceAtMs: row.deviceAt.getTime(),
    clockOffsetMs: row.clockOffsetMs,
    actor: row.actor,
    payload: row.payload,
    atMs: row.at.getTime(),
    receivedAtMs: row.receivedAt.getTime(),
    seq: row.seq,
    chain: row.chain,
    ...(row.clockFlag ? { clockFlag: row.clockFlag } : {}),
  }) as StoredFact

const toRow = (fact: StoredFact): typeof events.$inferInsert => ({
  kitchenId: fact.kitchenId,
  seq: fact.seq,
  id: fact.id,
  streamKind: fact.streamKind,
  streamId: fact.streamId,
  kind: fact.kind,
  v: fact.v,
  deviceId: fact.deviceId,
  deviceSeq: fact.deviceSeq,
  deviceAt: new Date(fact.deviceAtMs),
  clockOffsetMs: fact.clockOffsetMs,
  clockFlag: fact.clockFlag ?? null,
  actor: fact.actor,
  payload: fact.payload,
  at: new Date(fact.atMs),
  receivedAt: new Date(fact.receivedAtMs),
  chain: fact.chain,
})

/** Locks a kitchen's row until the transaction ends: nobody else gives out numbers meanwhile, so no reader sees 2 before 1. */
export async function lockKitchen(
  tx: Tx,
  kitchenId: string,
): Promise<{ lastSeq: number; chainHead: string } | undefined> {
  const [row] = await tx
    .select({ lastSeq: kitchens.lastSeq, chainHead: kitchens.chainHead })
    .from(kitchens)
    .where(eq(kitchens.id, kitchenId))
    .for('update')
  return row
}

/** Number and digest of a kitchen's newest fact. */
export async function readHead(tx: Tx, kitchenId: string): Promise<{ lastSeq: number; chainHead: string }> {
  const [row] = await tx
    .select({ lastSeq: kitchens.lastSeq, chainHead: kitchens.chainHead })
    .from(kitchens)
    .where(eq(kitchens.id, kitchenId))
  return row ?? { lastSeq: 0, chainHead: '' }
}

/** Facts by id. */
export async function findFacts(tx: Tx, ids: readonly string[]): Promise<StoredFact[]> {
  return ids.length
    ? (
        await tx
          .select()
          .from(events)
          .where(inArray(events.id, [...ids]))
      ).map(toFact)
    : []
}

const ROWS_PER_INSERT = 500 // 17 parameters each, under PostgreSQL's 65,535

/** Appends facts, moves the kitchen's head and tells every server process. */
export async function appendFacts(tx: Tx, kitchenId: string, facts: readonly StoredFact[]): Promise<void> {
  const last = facts.at(-1)
  if (!last) return
  for (let i = 0; i < facts.length; i += ROWS_PER_INSERT)
    await tx.insert(events).values(facts.slice(i, i + ROWS_PER_INSERT).map(toRow))
  await tx
    .update(kitchens)
    .set({ lastSeq: last.seq, chainHead: last.chain })
    .where(eq(kitchens.id, kitchenId))
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, seq: last.seq })})`)
}

/** All facts of some streams, in receipt order. */
export async function readStreams(tx: Tx, streamIds: readonly string[]): Promise<StoredFact[]> {
  return streamIds.length
    ? (
        await tx
          .select()
          .from(events)
          .where(inArray(events.streamId, [...streamIds]))
          .orderBy(asc(events.seq))
      ).map(toFact)
    : []
}

/** Facts after a number, in receipt order. */
export async function readAfter(tx: Tx, seq: number, limit: number): Promise<StoredFact[]> {
  return (
    await tx.select().from(events).where(gt(events.seq, seq)).orderBy(asc(events.seq)).limit(limit)
  ).map(toFact)
}

/** Facts of every batch and order that is open or was touched since a moment: what a browser needs to stand beside the stove. */
export async function readCurrent(tx: Tx, sinceMs: number): Promise<StoredFact[]> {
  const since = new Date(sinceMs)
  const current = await tx
    .select({ id: batches.id })
    .from(batches)
    .where(or(inArray(batches.status, ['planned', 'underWay']), gte(batches.lastAt, since)))
  const open = await tx
    .select({ id: orders.id })
    .from(orders)
    .where(or(gte(orders.pickupAt, since), and(eq(orders.status, 'open'), sql`${orders.pickupAt} is null`)))
  const held = await tx.select({ id: lots.id }).from(lots).where(eq(lots.status, 'held'))
  return readStreams(
    tx,
    [...current, ...open, ...held].map((row) => row.id),
  )
}

/** Of which kind each of these streams is; none for one that has no facts yet. */
export async function streamKinds(
  tx: Tx,
  streamIds: readonly string[],
): Promise<Map<string, Fact['streamKind']>> {
  const rows = await tx
    .selectDistinctOn([events.streamId], { id: events.streamId, kind: events.streamKind })
    .from(events)
    .where(inArray(events.streamId, [...new Set(streamIds)]))
    .orderBy(asc(events.streamId), asc(events.seq))
  return new Map(rows.map((row) => [row.id, row.kind as Fact['streamKind']]))
}

/** Ids of all streams of a kind. */
export async function listStreams(tx: Tx, kind: Fact['streamKind']): Promise<string[]> {
  return (
    await tx.selectDistinct({ id: events.streamId }).from(events).where(eq(events.streamKind, kind))
  ).map((row) => row.id)
}
