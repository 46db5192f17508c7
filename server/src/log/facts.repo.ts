import type { Fact } from '@liquamen/core'
import { and, desc, eq, gte, inArray, or, sql } from 'drizzle-orm'
import { prepared, sent, type Head, type Tx } from '../db/database'
import { batches, events, lots, orders, services } from '../db/schema'
import type { StoredFact } from './chain'
import { valuesOf, writesLines, type Lines } from './lines.repo'

const INSTANT = 'instant'
/** A fact's columns beside its kitchen's, and as what each is sent; an instant in ms. */
const COLUMNS: readonly (readonly [name: keyof StoredFact, column: string, type: string])[] = [
  ['seq', 'seq', 'bigint'],
  ['id', 'id', 'uuid'],
  ['streamKind', 'stream_kind', 'text'],
  ['streamId', 'stream_id', 'uuid'],
  ['kind', 'kind', 'text'],
  ['v', 'v', 'int'],
  ['deviceId', 'device_id', 'uuid'],
  ['deviceSeq', 'device_seq', 'bigint'],
  ['deviceAtMs', 'device_at', INSTANT],
  ['clockOffsetMs', 'clock_offset_ms', 'float8'],
  ['actor', 'actor', 'jsonb'],
  ['payload', 'payload', 'jsonb'],
  ['atMs', 'at', INSTANT],
  ['receivedAtMs', 'received_at', INSTANT],
  ['clockFlag', 'clock_flag', 'text'],
  ['chain', 'chain', 'text'],
]
/** An instant is kept to the millisecond, so that rounding its seconds is exact; as decimals they take the database five times as long. */
const told = ([, column, type]: (typeof COLUMNS)[number]) =>
  `coalesce((${type === INSTANT ? `round(date_part('epoch', ${column}) * 1000)` : column})::text, '')`
const BETWEEN = '\u001f' // in no text of a row: JSON writes it as an escape
/** A row as one text: to read seventeen values of a row takes twice as long as to read one and part it. */
const FACT = `select concat_ws(chr(31), kitchen_id, ${COLUMNS.map(told).join(', ')}) as fact from events`
interface FactRow {
  readonly fact: string
}
/** Column by column and by name: a record is walked fact by fact, and in a loop over its columns that takes a quarter longer. */
function factOf(row: FactRow): StoredFact {
  const texts = row.fact.split(BETWEEN)
  const fact = {
    kitchenId: texts[0]!,
    seq: Number(texts[1]),
    id: texts[2]!,
    streamKind: texts[3]!,
    streamId: texts[4]!,
    kind: texts[5]!,
    v: Number(texts[6]),
    deviceId: texts[7]!,
    deviceSeq: Number(texts[8]),
    deviceAtMs: Number(texts[9]),
    clockOffsetMs: Number(texts[10]),
    actor: JSON.parse(texts[11]!) as unknown,
    payload: JSON.parse(texts[12]!) as unknown,
    atMs: Number(texts[13]),
    receivedAtMs: Number(texts[14]),
    chain: texts[16]!,
  } as StoredFact
  const clockFlag = texts[15]!
  return clockFlag === '' ? fact : ({ ...fact, clockFlag } as StoredFact)
}
const factsOf = (rows: readonly FactRow[]): StoredFact[] => rows.map(factOf)
const HERE = `kitchen_id = current_setting('app.kitchen_id')::uuid`
/** Facts whose id or stream is one of a parameter's, one look into the index for each: left to itself a young table's plan reads all of it. */
const oneOf = (column: 'id' | 'stream_id', parameter: string) =>
  `select f.* from unnest(${parameter}::uuid[]) as one(id)
   cross join lateral (${FACT} where ${HERE} and ${column} = one.id offset 0) f`
const FIRST_LIST = 9 // $1 to $8 are the head, the lines and the news
const names = COLUMNS.map(([, column]) => column).join(', ')
const kept = COLUMNS.map(([, column, type]) => (type === INSTANT ? `to_timestamp(${column} / 1000)` : column))
const lists = COLUMNS.map(([, , type], i) => `$${FIRST_LIST + i}::${type === INSTANT ? 'float8' : type}[]`)
/** New facts, a list for each column, since a row as JSON takes the database four times as long to read. */
const ADDS_FACTS = `insert into events (kitchen_id, ${names}) select $1::uuid, ${kept.join(', ')} from unnest(${lists.join(', ')}) as f (${names})`
const listsOf = (facts: readonly StoredFact[]) => COLUMNS.map(([name]) => facts.map((fact) => fact[name]))

const head = prepared<Head>(
  'read_head',
  `select last_seq::float8 as "lastSeq", chain_head as "chainHead", record_id as "recordId" from kitchens where id = $1`,
)
/** Number and digest of a kitchen's newest fact. */
export async function readHead(tx: Tx, kitchenId: string): Promise<Head> {
  const [row] = await head(tx, kitchenId)
  return row ?? { lastSeq: 0, chainHead: '', recordId: kitchenId }
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

const append = sent(
  'append_facts',
  `with added as (${ADDS_FACTS}),
   moved as (update kitchens set last_seq = $2, chain_head = $3 where id = $1),
   ${writesLines('$4', '$5', '$6', '$7')}
   select pg_notify('liquamen', $8)`,
)
/**
 * Appends facts with the lines they make in the read models, moves the kitchen's head and tells every server process, in one statement that goes on
 * its way with the commit.
 */
export function appendFacts(tx: Tx, kitchenId: string, facts: readonly StoredFact[], lines: Lines): void {
  const last = facts.at(-1)
  if (!last) return
  const news = JSON.stringify({ kitchenId, seq: last.seq })
  append(tx, kitchenId, last.seq, last.chain, ...valuesOf(lines), news, ...listsOf(facts))
}

const ofStreams = prepared<FactRow>('read_streams', `${FACT} where stream_id = any($1::uuid[]) order by seq`)
/** All facts of some streams, in receipt order. */
export const readStreams = async (tx: Tx, streamIds: readonly string[]): Promise<StoredFact[]> =>
  streamIds.length ? factsOf(await ofStreams(tx, streamIds)) : []

const afterSeq = prepared<FactRow>('read_after', `${FACT} where ${HERE} and seq > $1 order by seq limit $2`)
/** Facts after a number, in receipt order. */
export const readAfter = async (tx: Tx, seq: number, limit: number): Promise<StoredFact[]> =>
  factsOf(await afterSeq(tx, seq, limit))

const WALK_PAGE = 1000
/** All facts of the kitchen in receipt order, a page at a time: the database fetches the next while one is worked on. */
export async function* walkFacts(tx: Tx): AsyncGenerator<StoredFact[]> {
  const client = tx.$client
  await client.query(`declare walk no scroll cursor for ${FACT} where ${HERE} order by seq`)
  const fetch = () => client.query<FactRow>(`fetch ${WALK_PAGE} from walk`)
  let next = fetch()
  try {
    for (let page = await next; page.rows.length > 0; page = await next) {
      next = fetch()
      yield factsOf(page.rows)
    }
  } finally {
    await next.then(() => client.query('close walk')).catch(() => undefined) // a transaction that failed has closed it
  }
}

/** Services that are open, by id. */
export const listOpenServices = async (tx: Tx): Promise<string[]> =>
  (await tx.select({ id: services.id }).from(services).where(eq(services.status, 'open'))).map((s) => s.id)

const plannedServices = prepared<{ id: string }>(
  'planned_services',
  `select s.id from services s where s.kitchen_id = current_setting('app.kitchen_id')::uuid and s.status = 'open' and exists
   (select 1 from events e where e.kitchen_id = s.kitchen_id and e.stream_id = s.id and e.kind = 'plan.published')`,
)
/** Open services that have a plan in force, by id. */
export const listPlannedServices = async (tx: Tx): Promise<string[]> =>
  (await plannedServices(tx)).map((s) => s.id)

/** Services that are closed, by id, the newest first. */
export const listClosedServices = async (tx: Tx, most: number): Promise<string[]> =>
  (
    await tx
      .select({ id: services.id })
      .from(services)
      .where(eq(services.status, 'closed'))
      .orderBy(desc(services.lastAt))
      .limit(most)
  ).map((s) => s.id)

/** Facts of every batch, order and service that is open or was touched since a moment: what a browser needs to stand beside the stove; of the kitchen's own, those since that moment. */
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
  const evenings = await tx
    .select({ id: services.id })
    .from(services)
    .where(or(eq(services.status, 'open'), gte(services.lastAt, since)))
  const ofKitchen = (await readKitchenFacts(tx)).filter((fact) => fact.atMs >= sinceMs)
  return [
    ...(await readStreams(
      tx,
      [...current, ...open, ...held, ...evenings].map((row) => row.id),
    )),
    ...ofKitchen,
  ]
}

const ofKitchen = prepared<FactRow>(
  'read_kitchen',
  `${FACT} where ${HERE} and stream_id = nullif(current_setting('app.kitchen_id', true), '')::uuid order by seq`,
)
/** Facts of the kitchen's own stream, which has its id, in receipt order. */
export const readKitchenFacts = async (tx: Tx): Promise<StoredFact[]> => factsOf(await ofKitchen(tx))

/** Ids of all streams of a kind. */
export async function listStreams(tx: Tx, kind: Fact['streamKind']): Promise<string[]> {
  return (
    await tx.selectDistinct({ id: events.streamId }).from(events).where(eq(events.streamKind, kind))
  ).map((row) => row.id)
}
