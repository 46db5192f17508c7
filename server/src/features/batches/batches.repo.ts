import type { BatchQuery, BatchRow } from '@liquamen/contracts'
import { and, desc, eq, gte, lt } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { batches } from '../../db/schema'

const MOST_ROWS = 500

/** Lines of the Log, newest first. */
export async function listBatches(tx: Tx, { fromMs, toMs, formulaId }: BatchQuery): Promise<BatchRow[]> {
  const where = and(
    fromMs === undefined ? undefined : gte(batches.day, new Date(fromMs)),
    toMs === undefined ? undefined : lt(batches.day, new Date(toMs)),
    formulaId ? eq(batches.formulaId, formulaId) : undefined,
  )
  const rows = await tx
    .select({ summary: batches.summary })
    .from(batches)
    .where(where)
    .orderBy(desc(batches.day))
    .limit(MOST_ROWS)
  return rows.map((row) => row.summary)
}
