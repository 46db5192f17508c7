import type { Fact } from '@liquamen/core'
import { and, eq, gte, inArray, or, sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { batches, events, kitchens, lots, orders } from '../db/schema'
import type { StoredFact } from './chain'
import { writesOf, type Lines } from './lines.repo'

/** A fact's columns in its own words: what a row says needs no second reading. */
const FACT =
  sql.raw(`kitchen_id as "kitchenId", seq::float8 as seq, id, stream_kind as "streamKind", stream_id as "streamId", kind, v,
  device_id as "deviceId", device_seq::float8 as "deviceSeq", (extract(epoch from device_at) * 1000)::float8 as "deviceAtMs",
  clock_offset_ms as "clockOffsetMs", actor, payload, (extract(epoch from at) * 1000)::float8 as "atMs",
  (extract(epoch from received_at) * 1000)::float8 as "receivedAtMs", clock_flag as "clockFlag", chain`)

async function select(tx: Tx, where: SQL): Promise<StoredFact[]> {
  const { rows } = await tx.execute(sql`select ${FACT} from events where ${where}`)
  return rows.map((row) => {
    if (row.clockFlag === null) delete row.clockFlag
    return row as unknown as StoredFact
  })
}

const instant = (ms: number) => new Date(ms).toISOString()
const toRow = (fact: StoredFact) => ({
  kitchen_id: fact.kitchenId,
  seq: fact.seq,
  id: fact.id,
  stream_kind: fact.streamKind,
  stream_id: fact.streamId,
  kind: fact.kind,
  v: fact.v,
  device_id: fact.deviceId,
  device_seq: fact.deviceSeq,
  device_at: instant(fact.deviceAtMs),
  clock_offset_ms: fact.clockOffsetMs,
  clock_flag: fact.clockFlag ?? null,
  actor: fact.actor,
  payload: fact.payload,
  at: instant(fact.atMs),
  received_at: instant(fact.receivedAtMs),
  chain: fact.chain,
})

const isOneOf = (column: 'id' | 'stream_id', ids: readonly string[]): SQL =>
  sql`${sql.identifier(column)} = any(${sql.param(ids)}::uuid[])`

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

/** What an intake must know: the facts of these ids, and all facts of these streams; in receipt order. */
export function findForIntake(
  tx: Tx,
  ids: readonly string[],
  streamIds: readonly string[],
): Promise<StoredFact[]> {
  const [isKnown, isOfThese] = [isOneOf('id', ids), isOneOf('stream_id', streamIds)]
  return select(tx, streamIds.length ? sql`${isKnown} or ${isOfThese} order by seq` : isKnown)
}

/** Appends facts with the lines they make in the read models, moves the kitchen's head and tells every server process, in one statement. */
export async function appendFacts(
  tx: Tx,
  kitchenId: string,
  facts: readonly StoredFact[],
  lines: Lines,
): Promise<void> {
  const last = facts.at(-1)
  if (!last) return
  const rows = JSON.stringify(facts.map(toRow))
  await tx.execute(sql`with added as (
      insert into events select * from json_populate_recordset(null::events, ${rows}::json)
    ), moved as (
      update kitchens set last_seq = ${last.seq}, chain_head = ${last.chain} where id = ${kitchenId}
    ), ${writesOf(lines)}
    select pg_notify('liquamen', ${JSON.stringify({ kitchenId, seq: last.seq })})`)
}

/** All facts of some streams, in receipt order. */
export async function readStreams(tx: Tx, streamIds: readonly string[]): Promise<StoredFact[]> {
  return streamIds.length ? select(tx, sql`${isOneOf('stream_id', streamIds)} order by seq`) : []
}

/** Facts after a number, in receipt order. */
export function readAfter(tx: Tx, seq: number, limit: number): Promise<StoredFact[]> {
  return select(tx, sql`seq > ${seq} order by seq limit ${limit}`)
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

/** Ids of all streams of a kind. */
export async function listStreams(tx: Tx, kind: Fact['streamKind']): Promise<string[]> {
  return (
    await tx.selectDistinct({ id: events.streamId }).from(events).where(eq(events.streamKind, kind))
  ).map((row) => row.id)
}
