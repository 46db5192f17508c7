import type { MinutesBand } from '../formula/formula'
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

const minutesOf = (steps: readonly { readonly minutes: MinutesBand }[]) =>
  steps.reduce((sum, s) => sum + s.minutes.value, 0)

/** When a batch will be ready, ms, by the middle forecast of what is left of it; undefined where it is done or was never planned. */
export function readyAtMs(view: BatchView, nowMs: number): number | undefined {
  const { state, step } = view
  if (!state.plan || view.hold || !step) return undefined
  if (state.status === 'planned')
    return Math.max(nowMs, spanOfPlan(state.plan).fromMs) + state.plan.totalMin.value * MINUTE_MS
  if (state.status !== 'underWay') return undefined
  const steps = state.plan.steps
  const at = steps.findIndex((s) => s.stepId === step.id)
  const current = steps.slice(at, at + 1)
  const begins =
    view.stepStartedAtMs === undefined ? nowMs + minutesOf(current) * MINUTE_MS : stepEndsAtMs(view, nowMs)
  return begins + minutesOf(steps.slice(at + 1)) * MINUTE_MS
}

/** The moment at which a batch that will miss its pick-up is ready; undefined where it will not. */
export function lateReadyAtMs(view: BatchView, nowMs: number): number | undefined {
  const ready = readyAtMs(view, nowMs)
  const pickup = view.state.plan?.pickupAtMs
  return ready !== undefined && pickup !== undefined && ready > pickup + GRACE_MS ? ready : undefined
}
