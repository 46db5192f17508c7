import type { BatchRow } from '@liquamen/contracts'

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
  readonly services: {
    readonly kitchen_id: string
    readonly id: string
    readonly status: string
    readonly last_at: string
  }[]
}

/** Parts of a statement that write lines, given as one parameter a table. */
export const writesLines = (
  batches: string,
  orders: string,
  lots: string,
  services: string,
): string => `to_batches as (
    insert into batches select * from json_populate_recordset(null::batches, ${batches}::json)
    on conflict (kitchen_id, id) do update set summary = excluded.summary, formula_id = excluded.formula_id,
      status = excluded.status, day = excluded.day, last_at = excluded.last_at
  ), to_orders as (
    insert into orders select * from json_populate_recordset(null::orders, ${orders}::json)
    on conflict (kitchen_id, id) do update set status = excluded.status, pickup_at = excluded.pickup_at
  ), to_lots as (
    insert into lots select * from json_populate_recordset(null::lots, ${lots}::json)
    on conflict (kitchen_id, id) do update set status = excluded.status
  ), to_services as (
    insert into services select * from json_populate_recordset(null::services, ${services}::json)
    on conflict (kitchen_id, id) do update set status = excluded.status, last_at = excluded.last_at
  )`
/** The values of those parts. */
export const valuesOf = ({ batches, orders, lots, services }: Lines): string[] =>
  [batches, orders, lots, services].map((lines) => JSON.stringify(lines))
