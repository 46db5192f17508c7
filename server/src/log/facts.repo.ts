import type { Fact } from '@liquamen/core'
import { and, eq, gte, inArray, or, sql } from 'drizzle-orm'
import { prepared, type Tx } from '../db/database'
import { batches, events, lots, orders } from '../db/schema'
import type { Head, StoredFact } from './chain'
import { valuesOf, WRITES_LINES, type Lines } from './lines.repo'

/** A fact's columns in its own words: what a row says needs no second reading. */
const FACT = `select kitchen_id as "kitchenId", seq::float8 as seq, id, stream_kind as "streamKind", stream_id as "streamId", kind, v,
  device_id as "deviceId", device_seq::float8 as "deviceSeq", (extract(epoch from device_at) * 1000)::float8 as "deviceAtMs",
  clock_offset_ms as "clockOffsetMs", actor, payload, (extract(epoch from at) * 1000)::float8 as "atMs",
  (extract(epoch from received_at) * 1000)::float8 as "receivedAtMs", clock_flag as "clockFlag", chain from events`
const HERE = `kitchen_id = current_setting('app.kitchen_id')::uuid`
/** Facts whose id or stream is one of a parameter's, one look into the index for each: left to itself a young table's plan reads all of it. */
const oneOf = (column: 'id' | 'stream_id', parameter: string) =>
  `select f.* from unnest(${parameter}::uuid[]) as one(id)
   cross join lateral (${FACT} where ${HERE} and ${column} = one.id offset 0) f`
type FactRow = Omit<StoredFact, 'clockFlag'> & { clockFlag?: string | null }
/** Facts as rows are; a flag that is not there is left out. */
const factsOf = (rows: FactRow[]): StoredFact[] => {
  for (const row of rows) if (row.clockFlag === null) delete row.clockFlag
  return rows as StoredFact[]
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

const headForUpdate = prepared<Head>(
  'lock_kitchen',
  `select last_seq::float8 as "lastSeq", chain_head as "chainHead" from kitchens where id = $1 for update`,
)
/** Locks a kitchen's row until the transaction ends: nobody else gives out numbers meanwhile, so no reader sees 2 before 1. */
export async function lockKitchen(tx: Tx, kitchenId: string): Promise<Head | undefined> {
  const [row] = await headForUpdate(tx, kitchenId)
  return row
}

const head = prepared<Head>(
  'read_head',
  `select last_seq::float8 as "lastSeq", chain_head as "chainHead" from kitchens where id = $1`,
)
/** Number and digest of a kitchen's newest fact. */
export async function readHead(tx: Tx, kitchenId: string): Promise<Head> {
  const [row] = await head(tx, kitchenId)
  return row ?? { lastSeq: 0, chainHead: '' }
}

const knownOrOfStreams = prepared<FactRow>(
  'find_for_intake',
  `${oneOf('id', '$1')} union ${oneOf('stream_id', '$2')}`,
)
/** What an intake must know, in any order: the facts of these ids, and all facts of these streams. */
export const findForIntake = async (
  tx: Tx,
  ids: readonly string[],
  streamIds: readonly string[],
): Promise<StoredFact[]> => factsOf(await knownOrOfStreams(tx, ids, streamIds))

const append = prepared(
  'append_facts',
  `with added as (insert into events select * from json_populate_recordset(null::events, $1::json)),
   moved as (update kitchens set last_seq = $2, chain_head = $3 where id = $4),
   ${WRITES_LINES}
   select pg_notify('liquamen', $8)`,
)
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
  const news = JSON.stringify({ kitchenId, seq: last.seq })
  await append(tx, rows, last.seq, last.chain, kitchenId, ...valuesOf(lines), news)
}

const ofStreams = prepared<FactRow>('read_streams', `${FACT} where stream_id = any($1::uuid[]) order by seq`)
/** All facts of some streams, in receipt order. */
export const readStreams = async (tx: Tx, streamIds: readonly string[]): Promise<StoredFact[]> =>
  streamIds.length ? factsOf(await ofStreams(tx, streamIds)) : []

const afterSeq = prepared<FactRow>('read_after', `${FACT} where ${HERE} and seq > $1 order by seq limit $2`)
/** Facts after a number, in receipt order. */
export const readAfter = async (tx: Tx, seq: number, limit: number): Promise<StoredFact[]> =>
  factsOf(await afterSeq(tx, seq, limit))

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
