import { COUNT_BACK_SPARE, type BatchView } from '@liquamen/core'

/** A stretch of time in which a ring or a vessel is taken, and by what. */
export interface Taken {
  readonly fromMs: number
  readonly toMs: number
  readonly view: BatchView
}

const MINUTE_MS = 60_000

/** When a batch has its ring and vessels: from now or its latest start, for as long as its steps last; a sauce that is put by has left them. */
export function takenBy(view: BatchView, nowMs: number): Taken | undefined {
  const { state } = view
  if (!state.plan || view.hold) return undefined
  const spanMs = state.plan.totalMin.value * COUNT_BACK_SPARE * MINUTE_MS
  const fromMs = state.startedAtMs ?? Math.max(nowMs, state.plan.latestStartAtMs)
  return { fromMs, toMs: Math.max(fromMs + spanMs, nowMs + MINUTE_MS), view }
}

/** The earliest moment from which a stretch of so many minutes finds a thing free. */
export function freeFrom(taken: readonly Taken[], nowMs: number, spanMs: number): number {
  let at = nowMs
  for (const t of [...taken].sort((a, b) => a.fromMs - b.fromMs)) if (t.fromMs < at + spanMs && t.toMs > at) at = t.toMs
  return at
}

/** What of these stretches meets the one from a moment on. */
export const meets = (taken: readonly Taken[], fromMs: number, toMs: number): Taken[] =>
  taken.filter((t) => t.fromMs < toMs && t.toMs > fromMs)
