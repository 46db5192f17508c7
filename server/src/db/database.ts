import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { sql } from 'drizzle-orm'
import { Pool } from 'pg'
import * as schema from './schema'

/** A transaction of one kitchen. */
export type Tx = Parameters<Parameters<NodePgDatabase<typeof schema>['transaction']>[0]>[0]

/** Pool and typed handle; the only way to rows is a transaction that names whose they are. */
export interface Database {
  readonly pool: Pool
  /** Runs in a transaction that sees one kitchen. */
  readonly inKitchen: <T>(kitchenId: string, work: (tx: Tx) => Promise<T>) => Promise<T>
  /** Runs in a transaction with other settings of the row policies (token, enrolment code). */
  readonly withSetting: <T>(
    name: 'app.token_hash' | 'app.enrol_code_hash',
    value: string,
    work: (tx: Tx) => Promise<T>,
  ) => Promise<T>
  readonly close: () => Promise<void>
}

const CONNECT_WITHIN_MS = 20_000 // on a machine that is busy building or testing, five seconds were once not enough

/** Opens a pool; nothing is connected until it is used. */
export function openDatabase(url: string, onError: (error: Error) => void): Database {
  const pool = new Pool({ connectionString: url, max: 10, connectionTimeoutMillis: CONNECT_WITHIN_MS })
  pool.on('error', onError) // an idle client dies with the server; the pool makes another
  // one that is in use between two statements has no listener of its own: without this its end would be the process's
  pool.on('connect', (client) => client.on('error', onError))
  const db = drizzle(pool, { schema })
  const withSetting = <T>(name: string, value: string, work: (tx: Tx) => Promise<T>) =>
    db.transaction(async (tx) => {
      await tx.execute(sql`select set_config(${name}, ${value}, true)`)
      return work(tx)
    })
  return {
    pool,
    withSetting,
    inKitchen: (kitchenId, work) => withSetting('app.kitchen_id', kitchenId, work),
    close: () => pool.end(),
  }
}
