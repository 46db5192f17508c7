import { eq, sql } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { kitchens } from '../../db/schema'

/** How far a kitchen's clock was set ahead, ms. */
export async function readAheadMs(tx: Tx, kitchenId: string): Promise<number> {
  const [row] = await tx
    .select({ aheadMs: kitchens.aheadMs })
    .from(kitchens)
    .where(eq(kitchens.id, kitchenId))
  return row?.aheadMs ?? 0
}

/** Keeps it, never back, and tells every process that serves the kitchen. */
export async function keepAheadMs(tx: Tx, kitchenId: string, aheadMs: number): Promise<void> {
  await tx
    .update(kitchens)
    .set({ aheadMs: sql`greatest(${kitchens.aheadMs}, ${aheadMs})` })
    .where(eq(kitchens.id, kitchenId))
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, aheadMs })})`)
}
