import type { BatchRow } from '@liquamen/contracts'
import {
  compareFacts,
  foldBatch,
  foldLot,
  foldOrder,
  liftFact,
  STREAM_KINDS,
  type BatchState,
} from '@liquamen/core'
import { sql } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { batches, lots, orders } from '../db/schema'
import type { StoredFact } from './chain'
import { listStreams, readStreams } from './facts.repo'

/** The Log's line of a batch. */
export function summarise(state: BatchState): BatchRow {
  const { id, status, plan, planned, startedAtMs, finishedAtMs, servedPortions, deviations } = state
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
  }
}

/** Folds the named streams anew and writes their lines; called in the transaction that added facts, and by the rebuild. */
export async function refreshReadModels(
  tx: Tx,
  kitchenId: string,
  streamIds: readonly string[],
): Promise<void> {
  const byStream = new Map<string, StoredFact[]>()
  for (const fact of await readStreams(tx, streamIds))
    byStream.set(fact.streamId, [...(byStream.get(fact.streamId) ?? []), fact])
  for (const [id, facts] of byStream) await refreshStream(tx, kitchenId, id, [...facts].sort(compareFacts))
}

async function refreshStream(tx: Tx, kitchenId: string, id: string, stored: StoredFact[]): Promise<void> {
  const sorted = stored.map(liftFact) // the log keeps every fact as it came; a fold knows the newest form
  if (sorted[0]?.streamKind === 'order') {
    const state = foldOrder(id, sorted)
    const row = { status: state.status, pickupAt: state.taken ? new Date(state.taken.pickupAtMs) : null }
    await tx
      .insert(orders)
      .values({ kitchenId, id, ...row })
      .onConflictDoUpdate({ target: [orders.kitchenId, orders.id], set: row })
    return
  }
  if (sorted[0]?.streamKind === 'lot') {
    const row = { status: foldLot(id, sorted).status }
    await tx
      .insert(lots)
      .values({ kitchenId, id, ...row })
      .onConflictDoUpdate({ target: [lots.kitchenId, lots.id], set: row })
    return
  }
  const state = foldBatch(id, sorted)
  const row = {
    summary: summarise(state),
    formulaId: state.planned?.formulaId ?? '',
    status: state.status,
    day: new Date(state.startedAtMs ?? state.plannedAtMs ?? state.lastAtMs),
    lastAt: new Date(state.lastAtMs),
  }
  await tx
    .insert(batches)
    .values({ kitchenId, id, ...row })
    .onConflictDoUpdate({ target: [batches.kitchenId, batches.id], set: row })
}

/** Throws the read models of a kitchen away and folds them from the log. */
export async function rebuildReadModels(tx: Tx, kitchenId: string): Promise<number> {
  await tx.execute(sql`delete from batches`)
  await tx.execute(sql`delete from orders`)
  await tx.execute(sql`delete from lots`)
  const ids: string[] = []
  for (const kind of STREAM_KINDS) ids.push(...(await listStreams(tx, kind)))
  await refreshReadModels(tx, kitchenId, ids)
  return ids.length
}
