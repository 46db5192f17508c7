import type { BatchPlan } from './batchPlan'
import { COUNT_BACK_SPARE } from './planBatch'
import type { BatchView } from './viewBatch'

const MINUTE_MS = 60_000
const ON_FLAME: readonly string[] = ['ring', 'bath']

/** A stretch of time in which a ring and vessels are taken, and by which batch. */
export interface Taken {
  readonly fromMs: number
  readonly toMs: number
  readonly ringId: string
  readonly panIds: readonly string[]
  readonly batchId: string
  /** Under way, not only planned. */
  readonly isLit: boolean
}

/** When a plan has its ring and vessels: counted back from the pick-up; a late one from when it could begin. */
export function spanOfPlan({ totalMin, isLate, earliestReadyAtMs, latestStartAtMs }: BatchPlan): {
  fromMs: number
  toMs: number
} {
  const spareMs = totalMin.value * COUNT_BACK_SPARE * MINUTE_MS
  const fromMs = isLate ? earliestReadyAtMs - spareMs : latestStartAtMs
  return { fromMs, toMs: fromMs + spareMs }
}

/** Whether any step that is still to do stands on the flame: a sauce put by, or one that only cools or is served, has left its ring. */
export function needsRing({ state, step, hold }: BatchView): boolean {
  if (hold) return false
  const steps = state.plan?.steps ?? []
  const at = steps.findIndex((s) => s.stepId === step?.id)
  return steps.slice(Math.max(0, at)).some((s) => ON_FLAME.includes(s.stand))
}

/** When a batch has its ring and vessels, planned or under way; one that is put by, or only cools, has left them. */
export function takenBy(view: BatchView, nowMs: number): Taken | undefined {
  const { state, ring, vessels } = view
  if (!state.plan || !needsRing(view)) return undefined
  const span = spanOfPlan(state.plan)
  const lengthMs = span.toMs - span.fromMs
  const fromMs = state.startedAtMs ?? Math.max(nowMs, span.fromMs)
  const toMs = Math.max(fromMs + lengthMs, nowMs + MINUTE_MS)
  return {
    fromMs,
    toMs,
    ringId: ring.id,
    panIds: Object.values(vessels).map((p) => p.id),
    batchId: state.id,
    isLit: state.status === 'underWay',
  }
}

/** The earliest moment from which a stretch of so many ms finds the thing free. */
export function freeFrom(taken: readonly Taken[], fromMs: number, lengthMs: number): number {
  let at = fromMs
  for (const t of [...taken].sort((a, b) => a.fromMs - b.fromMs))
    if (t.fromMs < at + lengthMs && t.toMs > at) at = t.toMs
  return at
}

/** What of these stretches meets the one from a moment to another. */
export const meets = (taken: readonly Taken[], fromMs: number, toMs: number): Taken[] =>
  taken.filter((t) => t.fromMs < toMs && t.toMs > fromMs)
