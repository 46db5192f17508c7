import { foldBatch } from './batch/foldBatch'
import { viewBatch, type BatchView } from './batch/viewBatch'
import { larchwaterGoods, larchwaterTest } from './demoKitchen.test-helper'
import { compareFacts, type Fact } from './facts/fact'
import { followPlan, type Truth } from './practice/followPlan'
import { readyBatch, type ReadyBatch } from './practice/readyBatch'
import { rehearsalRecord } from './practice/rehearsalRecord'
import { once } from './solve/once'

/** When a rehearsed batch is lit. */
export const LIT_AT_MS = Date.UTC(2026, 10, 28, 16)
const BATCH_ID = 'b'

/** How far a batch is worked, with what truth, and from when. */
export interface Rehearsed {
  readonly untilStepId?: string
  readonly truth?: Truth
  readonly pickupAtMs?: number
}

/** What every file of a worker begins with is worked out once. */
const kept = new Map<string, ReadyBatch>()
/** A formula of the demo's book with its place, ready to be lit for a pick-up. */
export function readyFor(formulaId: string, pickupAtMs: number): ReadyBatch {
  return once(kept, `${formulaId} ${pickupAtMs}`, () => {
    const formula = larchwaterTest.formulas.find((f) => f.id === formulaId)!
    return readyBatch(formula, larchwaterTest, larchwaterGoods, { nowMs: LIT_AT_MS, pickupAtMs })
  })
}

/** A batch of the demo's book, placed, planned and worked by a made-up cook. */
export function rehearse(
  formulaId: string,
  { untilStepId, truth, pickupAtMs = LIT_AT_MS + 36e6 }: Rehearsed = {},
) {
  const { placed, planned, frozen } = readyFor(formulaId, pickupAtMs)
  const { facts, put } = rehearsalRecord(BATCH_ID)
  const endsAtMs = followPlan({
    batchId: BATCH_ID,
    planned,
    frozen,
    startAtMs: LIT_AT_MS,
    put,
    ...(untilStepId ? { untilStepId } : {}),
    ...(truth ? { truth } : {}),
    well: { id: larchwaterTest.wells[0]!.id, letter: larchwaterTest.wells[0]!.letter },
  })
  const fold = (more: readonly Fact[] = []) => foldBatch(BATCH_ID, [...facts, ...more].sort(compareFacts))
  return {
    placed,
    facts,
    put,
    endsAtMs,
    fold,
    viewAt: (nowMs: number): BatchView => viewBatch(fold(), larchwaterTest, nowMs)!,
  }
}
