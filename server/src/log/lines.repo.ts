import type { BatchRow } from '@liquamen/contracts'
import { sql, type SQL } from 'drizzle-orm'
import type { Tx } from '../db/database'

/** Lines of the read models, named as their tables' columns are; of each stream one. */
export interface Lines {
  readonly batches: {
    readonly kitchen_id: string
    readonly id: string
    readonly summary: BatchRow
    readonly formula_id: string
    readonly status: string
    readonly day: string
    readonly last_at: string
  }[]
  readonly orders: {
    readonly kitchen_id: string
    readonly id: string
    readonly status: string
    readonly pickup_at: string | null
  }[]
  readonly lots: { readonly kitchen_id: string; readonly id: string; readonly status: string }[]
}

const CHANGING = {
  batches: ['summary', 'formula_id', 'status', 'day', 'last_at'],
  orders: ['status', 'pickup_at'],
  lots: ['status'],
} as const

const writeOf = (table: keyof Lines, lines: Lines): SQL => {
  const set = CHANGING[table].map((column) => `${column} = excluded.${column}`).join(', ')
  return sql`${sql.identifier(`to_${table}`)} as (
      insert into ${sql.identifier(table)}
      select * from json_populate_recordset(null::${sql.identifier(table)}, ${JSON.stringify(lines[table])}::json)
      on conflict (kitchen_id, id) do update set ${sql.raw(set)}
    )`
}

/** What writes lines, as parts of a statement: those of the tables that there is something for. */
export const writesOf = (lines: Lines): SQL =>
  sql.join(
    (['batches', 'orders', 'lots'] as const)
      .filter((table) => lines[table].length > 0)
      .map((table) => writeOf(table, lines)),
    sql`, `,
  )

/** Writes lines by themselves. */
export async function writeLines(tx: Tx, lines: Lines): Promise<void> {
  if (lines.batches.length + lines.orders.length + lines.lots.length > 0)
    await tx.execute(sql`with ${writesOf(lines)} select 1`)
}
