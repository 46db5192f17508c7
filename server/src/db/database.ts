import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { escapeLiteral, Pool, type PoolClient } from 'pg'
import * as schema from './schema'

/** A transaction of one kitchen. */
export type Tx = NodePgDatabase<typeof schema> & { readonly $client: PoolClient }

/**
 * A statement that every connection reads and plans once, for what is asked all day.
 * @param name - of its own
 * @returns asks it with values for $1, $2 …; answers its rows
 */
export const prepared =
  <T extends object>(name: string, text: string) =>
  async (tx: Tx, ...values: unknown[]): Promise<T[]> =>
    (await tx.$client.query<T>({ name, text, values })).rows

/** Pool and typed handle; the only way to rows is a transaction that names whose they are. */
export interface Database {
  readonly pool: Pool
  /** Runs in a transaction that sees one kitchen. */
  readonly inKitchen: <T>(kitchenId: string, work: (tx: Tx) => Promise<T>) => Promise<T>
  /**
   * As `inKitchen`, with the kitchen's row locked until the end: nobody else gives out numbers meanwhile, so no reader sees 2 before 1.
   * `head` is none where there is no such kitchen.
   */
  readonly inLockedKitchen: <T>(
    kitchenId: string,
    work: (tx: Tx, head: Head | undefined) => Promise<T>,
  ) => Promise<T>
  /** As `inKitchen`, seeing all through what was there at its beginning, however long it takes. */
  readonly inSnapshot: <T>(kitchenId: string, work: (tx: Tx) => Promise<T>) => Promise<T>
  /** Runs in a transaction with other settings of the row policies (token, enrolment code). */
  readonly withSetting: <T>(
    name: 'app.enrol_code_hash',
    value: string,
    work: (tx: Tx) => Promise<T>,
  ) => Promise<T>
  /** Asks one question without parameters under a setting, in one way there and back: every request asks who sends it. */
  readonly ask: <T extends object>(name: 'app.token_hash', value: string, question: string) => Promise<T[]>
  readonly close: () => Promise<void>
}

const CONNECT_WITHIN_MS = 20_000 // on a machine that is busy building or testing, five seconds were once not enough

const unanswered = new WeakMap<PoolClient, Promise<unknown>[]>()
/** A statement that is sent and not waited for: what comes after it, the commit too, follows on the same line, and if it fails the transaction does. */
export const sent =
  (name: string, text: string) =>
  (tx: Tx, ...values: unknown[]): void => {
    const answer = tx.$client.query({ name, text, values })
    answer.catch(() => undefined) // told by the commit
    unanswered.set(tx.$client, [...(unanswered.get(tx.$client) ?? []), answer])
  }

/** Where a kitchen's log stands: the number and the digest of its newest fact. */
export interface Head {
  /** Whose record it is, which the chain names. */
  readonly recordId: string
  readonly lastSeq: number
  readonly chainHead: string
}
const LOCK = `select last_seq::float8 as "lastSeq", chain_head as "chainHead", record_id as "recordId" from kitchens
  where id = current_setting('app.kitchen_id')::uuid for update`

const setConfig = (name: string, value: string) =>
  `select set_config(${escapeLiteral(name)}, ${escapeLiteral(value)}, true)`
/** A kitchen begins empty: a plan that is made then and kept would read whole tables for as long as the connection lasts. */
const PLANNED_ANEW = '-c plan_cache_mode=force_custom_plan'

/** Opens a pool; nothing is connected until it is used. */
export function openDatabase(url: string, onError: (error: Error) => void): Database {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: CONNECT_WITHIN_MS,
    options: PLANNED_ANEW,
    pipeline: true,
  })
  pool.on('error', onError) // an idle client dies with the server; the pool makes another
  // one that is in use between two statements has no listener of its own: without this its end would be the process's
  pool.on('connect', (client) => client.on('error', onError))
  const handles = new WeakMap<PoolClient, Tx>() // one a connection: making it costs more than most queries
  const handleOf = (client: PoolClient): Tx => {
    const handle = handles.get(client) ?? drizzle(client, { schema })
    handles.set(client, handle)
    return handle
  }
  /** @param how - `first`: a question without parameters that is asked with the beginning, in one way there and back; its first row is given to `work` */
  async function withSetting<T, Row extends object = never>(
    name: string,
    value: string,
    work: (tx: Tx, row: Row | undefined) => Promise<T>,
    { begin = 'begin', first = '' } = {},
  ): Promise<T> {
    const client = await pool.connect()
    try {
      const begun = (await client.query(`${begin}; ${setConfig(name, value)}; ${first}`)) as unknown as {
        rows: Row[]
      }[]
      const result = await work(handleOf(client), begun[2]?.rows[0])
      await Promise.all([...(unanswered.get(client) ?? []), client.query('commit')])
      client.release()
      return result
    } catch (error) {
      const isGone = await client.query('rollback').then(
        () => false,
        () => true,
      )
      client.release(isGone)
      throw error
    } finally {
      unanswered.delete(client)
    }
  }
  return {
    pool,
    withSetting,
    async ask<T extends object>(name: string, value: string, question: string) {
      const results = (await pool.query(`${setConfig(name, value)}; ${question}`)) as unknown as {
        rows: T[]
      }[] // statements sent together are one transaction
      return results[1]?.rows ?? []
    },
    inKitchen: (kitchenId, work) => withSetting('app.kitchen_id', kitchenId, work),
    inSnapshot: (kitchenId, work) =>
      withSetting('app.kitchen_id', kitchenId, work, {
        begin: 'begin isolation level repeatable read read only',
      }),
    inLockedKitchen: (kitchenId, work) => withSetting('app.kitchen_id', kitchenId, work, { first: LOCK }),
    close: () => pool.end(),
  }
}
