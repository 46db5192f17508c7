import type { BatchState } from '@liquamen/core'
import type { BatchView } from './batchView'

/** A moment somebody must act: absolute, the same on every device. */
export interface Deadline {
  readonly id: string
  readonly batchId: string
  readonly stepId: string
  readonly kind: 'lookSoon' | 'actNow' | 'start' | 'step'
  readonly atMs: number
  readonly verb: string
  readonly sauce: string
  readonly ring: number
  readonly isSilenced: boolean
}

const silencedAt = (state: BatchState, key: string) => state.silenced.reduce((last, s) => (s.key === key ? Math.max(last, s.atMs) : last), 0)

/** The deadlines of a batch, soonest first. */
export function deadlinesOf(view: BatchView): Deadline[] {
  const { state, step, live } = view
  if (!step) return []
  const base = { batchId: state.id, stepId: step.id, sauce: view.formula.name, ring: view.ring.number }
  const make = (kind: Deadline['kind'], atMs: number | undefined, verb: string): Deadline[] => (atMs === undefined ? [] : [{ ...base, kind, atMs, verb, id: `${state.id}:${step.id}:${kind}`, isSilenced: kind !== 'step' && silencedAt(state, `${kind}:${step.id}`) >= atMs }])
  if (state.status === 'planned') return make('start', state.plan?.latestStartAtMs, `light ${view.ring.number}`)
  if (live) return [...make('lookSoon', live.clock.lookAtMs, 'look'), ...make('actNow', live.clock.targetAtMs, 'stop')].sort((a, b) => a.atMs - b.atMs)
  if (view.stepStartedAtMs !== undefined && step.minutes) return make('step', view.stepStartedAtMs + step.minutes.value * 60_000, step.verb)
  return []
}

/** How urgent a batch is at a moment. */
export function urgencyOf(view: BatchView, nowMs: number): 'steady' | 'lookSoon' | 'actNow' {
  const due = deadlinesOf(view).filter((d) => d.atMs <= nowMs && (d.kind === 'lookSoon' || d.kind === 'actNow'))
  if (due.some((d) => d.kind === 'actNow')) return 'actNow'
  return due.length ? 'lookSoon' : 'steady'
}
