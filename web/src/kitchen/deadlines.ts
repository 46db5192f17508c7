import type { BatchState } from '@liquamen/core'
import type { BatchView } from './batchView'

/** A moment somebody must act: absolute, the same on every device. */
export interface Deadline {
  readonly id: string
  readonly batchId: string
  readonly stepId: string
  readonly kind: 'lookSoon' | 'actNow' | 'discard' | 'start' | 'step'
  readonly atMs: number
  readonly verb: string
  readonly sauce: string
  readonly ring: number
  /** Letter of the well it stands in, where it is held. */
  readonly well?: string
  readonly isSilenced: boolean
  /** Seconds count: an egg sauce over its bath is called for before anything else. */
  readonly isFragile?: boolean
}

const silencedAt = (state: BatchState, key: string) =>
  state.silenced.reduce((last, s) => (s.key === key ? Math.max(last, s.atMs) : last), 0)

/** The deadlines of a batch, soonest first. */
export function deadlinesOf(view: BatchView): Deadline[] {
  const { state, step, live } = view
  if (!step) return []
  const base = { batchId: state.id, stepId: step.id, sauce: view.formula.name, ring: view.ring.number }
  const make = (kind: Deadline['kind'], atMs: number | undefined, verb: string): Deadline[] =>
    atMs === undefined
      ? []
      : [
          {
            ...base,
            kind,
            atMs,
            verb,
            id: `${state.id}:${step.id}:${kind}`,
            isSilenced: kind !== 'step' && silencedAt(state, `${kind === 'discard' ? 'actNow' : kind}:${step.id}`) >= atMs,
          },
        ]
  if (state.status === 'planned') return make('start', state.plan?.latestStartAtMs, `light ${view.ring.number}`)
  if (view.hold) return holdDeadlines(view, make)
  if (view.bowl) return bowlDeadlines(view, view.bowl, make)
  if (live)
    return [...make('lookSoon', live.clock.lookAtMs, 'look'), ...make('actNow', live.clock.targetAtMs, 'stop')].sort(
      (a, b) => a.atMs - b.atMs,
    )
  if (view.stepStartedAtMs !== undefined && step.minutes) return make('step', view.stepStartedAtMs + step.minutes.value * 60_000, step.verb)
  return []
}

type Make = (kind: Deadline['kind'], atMs: number | undefined, verb: string) => Deadline[]

/** Lift before it grains; put the bath back before the fat sets. */
function bowlDeadlines({ step, stepStartedAtMs }: BatchView, bowl: NonNullable<BatchView['bowl']>, make: Make): Deadline[] {
  if (step?.technique === 'whisk' || step?.technique === 'pour')
    return bowl.isOnBath ? make('actNow', bowl.liftAtMs, 'lift off').map((d) => ({ ...d, isFragile: true })) : []
  return step?.minutes && stepStartedAtMs !== undefined ? make('step', stepStartedAtMs + step.minutes.value * 60_000, step.verb) : []
}

/** A sauce in a well is stirred, and thrown away at its limit. */
function holdDeadlines({ hold }: BatchView, make: Make): Deadline[] {
  if (!hold) return []
  const withWell = (all: Deadline[]) => all.map((d) => ({ ...d, well: hold.letter }))
  const isOver = hold.clock.state === 'pastHouse' || hold.clock.state === 'pastCode'
  return withWell([
    ...(hold.portionsLeft > 0 && !isOver ? make('lookSoon', hold.stirAtMs, 'stir') : []),
    ...make('discard', hold.clock.discardAtMs, 'discard'),
  ]).sort((a, b) => a.atMs - b.atMs)
}

/** How urgent a batch is at a moment. */
export function urgencyOf(view: BatchView, nowMs: number): 'steady' | 'lookSoon' | 'actNow' | 'pastLimit' {
  const due = deadlinesOf(view).filter((d) => d.atMs <= nowMs && d.kind !== 'start' && d.kind !== 'step')
  if (due.some((d) => d.kind === 'discard')) return 'pastLimit'
  if (due.some((d) => d.kind === 'actNow')) return 'actNow'
  return due.length ? 'lookSoon' : 'steady'
}
