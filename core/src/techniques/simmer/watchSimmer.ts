import { silencedAt, type Due } from '../../batch/deadline'
import type { TimedLive, VisitFor } from '../../batch/live'
import type { LiveContext, Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import type { SimmerPlan } from './planSimmer'
import { warmUpDeadMin } from '../reduce/estimator'
import { LOOK_AFTER_SKIMS_MIN } from './scum'

const MINUTE_MS = 60_000
const NOT_BEFORE_END_MS = 2 * MINUTE_MS
const ASK_AGAIN_MS = 10 * MINUTE_MS // bones that stay bare are said again
/** What is asked of a cook first where two things fall due together. */
const RANK: readonly VisitFor[] = ['topUp', 'skim', 'stir', 'look']

interface Visit {
  readonly atMs: number
  readonly for: VisitFor
}

/** When it begins to simmer. */
const simmersAt = ({ startedAtMs }: LiveContext, work: SimmerPlan): number =>
  startedAtMs + (work.comeUpMin ?? 0) * MINUTE_MS

const COLD_FROM_K = 30
const LEAST_RATE_G_PER_MIN = 3 // a flame that is turned up again brings it back at least so fast

/** Cold liquid stops the simmer; what scum and fat gather meanwhile are taken off at the end of that, before it bubbles. `kitchen:§3` */
function afterColdMs({ state, step }: LiveContext, work: SimmerPlan): number | undefined {
  const cold = state.stageFacts.findLast(
    (f) =>
      f.kind === 'addition.made' &&
      f.payload.stepId === step.id &&
      f.payload.massG > 0 &&
      f.payload.coolerByK >= COLD_FROM_K,
  )
  if (cold?.kind !== 'addition.made' || work.catches !== 'clearStock') return undefined
  const { massG, coolerByK } = cold.payload
  const rate = Math.max(LEAST_RATE_G_PER_MIN, work.rateGPerMin ?? 0)
  return cold.atMs + warmUpDeadMin(massG, coolerByK, rate) * MINUTE_MS
}

/** When it was last topped up, or began. */
function filledMs({ state, step }: LiveContext, simmersAtMs: number): number {
  const fills = state.stageFacts.flatMap((f) =>
    f.kind === 'addition.made' && f.payload.stepId === step.id && f.payload.massG > 0 ? [f.atMs] : [],
  )
  return Math.max(simmersAtMs, ...fills)
}

/** The next visit: water before its bones fall bare, a skim while scum rises, a stir before it catches, else a look. */
function nextVisit(context: LiveContext, work: SimmerPlan, endsAtMs: number): Visit | undefined {
  const { state, step } = context
  const simmersAtMs = simmersAt(context, work)
  const lastMs = Math.max(simmersAtMs, silencedAt(state, 'lookSoon', step.id))
  const skimMs = (work.skimAtMin ?? [])
    .map((min) => simmersAtMs + min * MINUTE_MS)
    .find((atMs) => atMs > lastMs)
  const coldMs = afterColdMs(context, work)
  const lookMin = LOOK_AFTER_SKIMS_MIN[work.catches ?? 'clearStock']
  const bareMs =
    work.bareAfterMin == null ? undefined : filledMs(context, simmersAtMs) + work.bareAfterMin * MINUTE_MS
  const visits: Visit[] = [
    ...(bareMs === undefined
      ? []
      : [{ atMs: bareMs > lastMs ? bareMs : lastMs + ASK_AGAIN_MS, for: 'topUp' as const }]),
    ...(coldMs === undefined || coldMs <= lastMs ? [] : [{ atMs: coldMs, for: 'skim' as const }]),
    ...(skimMs === undefined ? [] : [{ atMs: skimMs, for: 'skim' as const }]),
    ...(work.stirEveryMin == null
      ? []
      : [{ atMs: lastMs + Math.min(work.stirEveryMin, lookMin) * MINUTE_MS, for: 'stir' as const }]),
    { atMs: lastMs + lookMin * MINUTE_MS, for: 'look' },
  ]
  return visits
    .filter((v) => v.atMs < endsAtMs - NOT_BEFORE_END_MS && v.atMs > lastMs)
    .sort((a, b) => a.atMs - b.atMs || RANK.indexOf(a.for) - RANK.indexOf(b.for))[0]
}

/** A pot under pressure: up when the cook says so, else when it is thought to be; held, then left to open by itself. */
function underPressure(
  timed: TimedLive,
  { state, step, startedAtMs }: LiveContext,
  work: SimmerPlan,
): TimedLive | undefined {
  if (!work.pressure) return undefined
  const { holdMin, releaseMin } = work.pressure
  const seen = state.stageFacts.findLast(
    (f) => f.kind === 'cue.seen' && f.payload.stepId === step.id && f.payload.cue === 'atPressure',
  )
  const upAtMs = seen?.atMs ?? startedAtMs + (work.comeUpMin ?? 0) * MINUTE_MS
  const offAtMs = upAtMs + holdMin * MINUTE_MS
  const endsAtMs = offAtMs + releaseMin * MINUTE_MS
  const pressure = { upAtMs, isUp: seen !== undefined, offAtMs }
  return {
    ...timed,
    endsAtMs,
    highAtMs: Math.max(endsAtMs, timed.highAtMs),
    lowAtMs: Math.min(endsAtMs, timed.lowAtMs),
    lookAtMs: undefined,
    pressure,
  }
}

/** Under pressure: look whether it is up, turn down; then off the flame, and left alone until it opens. */
function pressureDue({ state, step, nowMs }: LiveContext, live: TimedLive): Due[] {
  const { pressure, endsAtMs } = live
  if (!pressure) return []
  if (!pressure.isUp) return [{ kind: 'lookSoon', code: 'pressureUp', atMs: pressure.upAtMs }]
  const isOff = silencedAt(state, 'actNow', step.id) >= pressure.offAtMs || nowMs >= endsAtMs
  return isOff
    ? [{ kind: 'step', code: 'stepEnds', atMs: endsAtMs }]
    : [{ kind: 'actNow', code: 'pressureOff', atMs: pressure.offAtMs }]
}

/** A simmer lasts its minutes and calls for its visits by name. */
export const watchSimmer: Watch = {
  live(context): TimedLive | undefined {
    const timed = watchMinutes.live(context) as TimedLive | undefined
    const work = context.planned?.work
    if (!timed || work?.kind !== 'simmer') return timed
    const pressed = underPressure(timed, context, work)
    if (pressed) return pressed
    const visit = nextVisit(context, work, timed.endsAtMs)
    return {
      ...timed,
      lookAtMs: visit?.atMs,
      lookFor: visit?.for,
      simmersAtMs: work.comeUpMin ? simmersAt(context, work) : undefined,
    }
  },
  deadlines(live, context): Due[] {
    if (live.kind === 'timed' && live.pressure) return pressureDue(context, live)
    const due = watchMinutes.deadlines(live, context)
    if (live.kind !== 'timed' || live.lookFor === undefined) return due
    const code = live.lookFor
    return due.map((d) => (d.code === 'look' ? { ...d, code } : d))
  },
}
