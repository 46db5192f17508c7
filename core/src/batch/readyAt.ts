import { spanOfPlan } from './takenTimes'
import type { BatchView } from './viewBatch'

const MINUTE_MS = 60_000
const GRACE_MS = MINUTE_MS

/** When the step that is worked is thought to end, ms: by its readings where it has some, else by its minutes. */
export function stepEndsAtMs({ forecast, step, stepStartedAtMs, planned }: BatchView, nowMs: number): number {
  if (forecast) return Math.max(nowMs, forecast.p50AtMs ?? nowMs)
  const minutes = planned?.minutes ?? step?.minutes
  return Math.max(nowMs, (stepStartedAtMs ?? nowMs) + (minutes?.value ?? 0) * MINUTE_MS)
}

/**
 * When a batch will be ready, ms, by the middle forecast of what is left of it, no step sooner than the evening's plan has it; undefined where it is
 * done or was never planned.
 */
export function readyAtMs(view: BatchView, nowMs: number): number | undefined {
  const { state, step, hold, stepStartedAtMs } = view
  const { plan, planned, status } = state
  if (!plan || hold || !step || (status !== 'planned' && status !== 'underWay')) return undefined
  const startOf = new Map((planned?.at ?? []).map((a) => [a.stepId, a.startAtMs]))
  const first = status === 'planned' ? 0 : plan.steps.findIndex((s) => s.stepId === step.id)
  const isBegun = status === 'underWay' && stepStartedAtMs !== undefined
  const fromMs = status === 'planned' ? Math.max(nowMs, spanOfPlan(plan).fromMs) : nowMs
  return plan.steps
    .slice(first + (isBegun ? 1 : 0))
    .reduce(
      (readyMs, { stepId, minutes }) =>
        Math.max(readyMs, startOf.get(stepId) ?? 0) + minutes.value * MINUTE_MS,
      isBegun ? stepEndsAtMs(view, nowMs) : fromMs,
    )
}

/** The moment at which a batch that will miss its pick-up is ready; undefined where it will not. */
export function lateReadyAtMs(view: BatchView, nowMs: number): number | undefined {
  const ready = readyAtMs(view, nowMs)
  const pickup = view.state.plan?.pickupAtMs
  return ready !== undefined && pickup !== undefined && ready > pickup + GRACE_MS ? ready : undefined
}
