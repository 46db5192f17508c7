import type { BatchState } from '../batch/batchState'
import { isAhead, type Call } from './calls'

const MINUTE_MS = 60_000

/** Whether a sauce that breaks now could still be there for those who wait for it. */
export interface Restart {
  /** The next plates that would be drawn from it. */
  readonly nextAtMs: number
  readonly label: string
  /** Minutes in which nine of ten batches are made anew. */
  readonly makeMin: number
  /** Begun anew by then, it is there for them. */
  readonly latestMs: number
}

/**
 * The latest restart of a live batch that still makes its next plates, by its own plan's minutes at their high; undefined where nobody waits for it.
 * `SERVICE 3: restart feasibility`
 */
export function restartOf({ plan }: Pick<BatchState, 'plan'>, calls: readonly Call[]): Restart | undefined {
  const waiting = calls.filter((c) => isAhead(c) && !c.isWithout)
  const next = waiting.sort((a, b) => a.drawAtMs - b.drawAtMs)[0]
  if (!plan || !next) return undefined
  const makeMin = plan.totalMin.high
  return {
    nextAtMs: next.drawAtMs,
    label: next.label,
    makeMin,
    latestMs: next.drawAtMs - makeMin * MINUTE_MS,
  }
}
