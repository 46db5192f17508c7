import type { BatchQuery, BatchRow } from '@liquamen/contracts'
import type { LessonRow } from '@liquamen/core'
import { and, desc, eq, gte, lt, sql } from 'drizzle-orm'
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

const MOST_LESSONS = 400 // beliefs hardly move after so many, and an old stove is not this one
/** What the newest closed batches teach. */
export async function listLessons(tx: Tx, formulaId?: string): Promise<LessonRow[]> {
  const rows = await tx
    .select({ summary: batches.summary })
    .from(batches)
    .where(
      and(
        formulaId ? eq(batches.formulaId, formulaId) : undefined,
        sql`${batches.summary} -> 'lessons' is not null`,
      ),
    )
    .orderBy(desc(batches.day))
    .limit(MOST_LESSONS)
  return rows.flatMap(({ summary: { id, formulaId: of, finishedAtMs, lessons } }) =>
    lessons && finishedAtMs !== null ? [{ batchId: id, formulaId: of, atMs: finishedAtMs, lessons }] : [],
  )
}
