import type { BatchRow } from '@liquamen/contracts'
import { byStream, lessonsOf, STREAM_KINDS, type BatchState, type GrowingStream } from '@liquamen/core'
import { sql } from 'drizzle-orm'
import { sent, type Tx } from '../db/database'
import { listStreams, readStreams } from './facts.repo'
import { valuesOf, writesLines, type Lines } from './lines.repo'
import { createOpenStreams } from './openStreams'

/** The Log's line of a batch. */
export function summarise(state: BatchState): BatchRow {
  const { id, status, plan, planned, startedAtMs, finishedAtMs, servedPortions, deviations } = state
  const lessons = lessonsOf(state)
  return {
    id,
    status,
    sauceName: planned?.sauceName ?? '',
    formulaId: planned?.formulaId ?? '',
    portions: plan?.portions ?? 0,
    servedPortions,
    plannedMin: plan?.totalMin.value ?? null,
    startedAtMs: startedAtMs ?? null,
    finishedAtMs: finishedAtMs ?? null,
    pickupAtMs: plan?.pickupAtMs ?? null,
    deviations: deviations.length,
    ...(lessons ? { lessons } : {}),
  }
}

const instant = (ms: number) => new Date(ms).toISOString()

/** What the read models say of streams. */
export function linesOf(kitchenId: string, streams: Iterable<GrowingStream>): Lines {
  const lines: Lines = { batches: [], orders: [], lots: [], services: [] }
  for (const stream of streams) {
    const now = stream.state()
    if (!now || now.of === 'kitchen') continue // the catalogue folds it when it is read
    const key = { kitchen_id: kitchenId, id: now.state.id, status: now.state.status }
    if (now.of === 'lot') lines.lots.push(key)
    else if (now.of === 'service') lines.services.push({ ...key, last_at: instant(now.state.lastAtMs) })
    else if (now.of === 'order')
      lines.orders.push({ ...key, pickup_at: now.state.taken ? instant(now.state.taken.pickupAtMs) : null })
    else {
      const { planned, startedAtMs, plannedAtMs, lastAtMs } = now.state
      lines.batches.push({
        ...key,
        summary: summarise(now.state),
        formula_id: planned?.formulaId ?? '',
        day: instant(startedAtMs ?? plannedAtMs ?? lastAtMs),
        last_at: instant(lastAtMs),
      })
    }
  }
  return lines
}

const writes = sent('write_lines', `with ${writesLines('$1', '$2', '$3', '$4')} select 1`)
/** Writes what read models say of streams, in place of what they said. */
export const writeLines = (tx: Tx, lines: Lines): void => writes(tx, ...valuesOf(lines))

const STREAMS_AT_ONCE = 50
/** Folds streams from the log and writes their lines. */
export async function foldStreams(tx: Tx, kitchenId: string, ids: readonly string[]): Promise<void> {
  const read = (from: number) => {
    const facts = readStreams(tx, ids.slice(from, from + STREAMS_AT_ONCE))
    facts.catch(() => undefined) // told where it is waited for
    return facts
  }
  let next = read(0)
  for (let from = 0; from < ids.length; from += STREAMS_AT_ONCE) {
    const some = await next
    next = read(from + STREAMS_AT_ONCE) // the database reads on while these are folded
    const open = createOpenStreams()
    for (const [id, facts] of byStream(some)) open.add(id, facts)
    writeLines(tx, linesOf(kitchenId, open.all()))
  }
}
/** Throws the read models of a kitchen away and folds them from the log. @returns how many streams it has */
export async function rebuildReadModels(tx: Tx, kitchenId: string): Promise<number> {
  await tx.execute(sql`delete from batches`)
  await tx.execute(sql`delete from orders`)
  await tx.execute(sql`delete from lots`)
  await tx.execute(sql`delete from services`)
  const ids: string[] = []
  for (const kind of STREAM_KINDS) ids.push(...(await listStreams(tx, kind)))
  await foldStreams(tx, kitchenId, ids)
  return ids.length
}
