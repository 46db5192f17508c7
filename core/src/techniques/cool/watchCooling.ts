import { stepTemps } from '../../batch/stepTemps'
import type { BatchState } from '../../batch/batchState'
import { silencedAt, type Due } from '../../batch/deadline'
import type { CoolLive } from '../../batch/live'
import { COOLING_PLACES, UNMEASURED_SHARE, type CoolingPlace } from '../../cooling/container'
import { tauFromReadingsMin } from '../../cooling/newton'
import { houseRules } from '../../kitchen/kitchen'
import { foodCode } from '../../safety/codes'
import { coolingRemedy, coolingVerdict, stageForecastMs } from '../../safety/coolingRule'
import type { TempPoint } from '../../safety/lethality'
import type { LiveContext, Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import { OFFERED_PLACES } from './coolPlan'

const MINUTE_MS = 60_000
const READ_EVERY_MIN = { first: 15, then: 30 } as const
const FRESH_MS = 2 * MINUTE_MS
const THIN_MS = 20_000 // a probe a second over six hours: one in twenty seconds tells the same
const APART_MS = 4 * MINUTE_MS // two readings nearer than this say little of a time constant
const LEFT_MIN = 10

/** A probe's log and what was typed, in order, thinned. */
function readingsOf({ state, step, probe }: LiveContext, fromMs: number): TempPoint[] {
  const typed = stepTemps(state.stageFacts, step.id)
  const last = probe.at(-1)
  let keptMs = -Infinity
  const thinned = probe.filter((p) => {
    if (p.atMs - keptMs < THIN_MS && p !== last) return false
    keptMs = p.atMs
    return true
  })
  return [...typed, ...thinned].filter((r) => r.atMs >= fromMs).sort((a, b) => a.atMs - b.atMs)
}

/** When the flame went off: the end of the step before, or of its reheating. */
function heatOffMs(state: BatchState, stepId: string, startedAtMs: number): number {
  const before = Object.entries(state.steps).flatMap(([id, s]) =>
    id !== stepId && s.finishedAtMs !== undefined && s.finishedAtMs <= startedAtMs ? [s.finishedAtMs] : [],
  )
  return before.length ? Math.max(...before) : startedAtMs
}

/** How it cools now: by its readings since it stands there, else as such a vessel usually does. */
function tauOf(
  readings: readonly TempPoint[],
  aroundC: number,
  usualMin: number,
): Pick<CoolLive, 'tauMin' | 'tauFrom'> {
  const last = readings.at(-1)
  const first = last && readings.findLast((r) => last.atMs - r.atMs >= 10 * MINUTE_MS) // the newest stretch tells most
  const begin = first ?? readings[0]
  if (last && begin && last.atMs - begin.atMs >= APART_MS && last.tempC > aroundC + 1) {
    const at = (r: TempPoint) => ({ min: r.atMs / MINUTE_MS, tempC: r.tempC })
    const tauMin = tauFromReadingsMin(aroundC, at(begin), at(last))
    if (Number.isFinite(tauMin) && tauMin > 0) return { tauMin, tauFrom: 'readings' }
  }
  return { tauMin: usualMin, tauFrom: 'container' }
}

/** A cooling against the chosen code. The record's own settings hold: those that the batch froze. */
export function liveCooling(context: LiveContext): CoolLive {
  const { state, step, planned, startedAtMs, nowMs } = context
  const rules = state.frozen ? houseRules(state.frozen.settings) : undefined
  const code = foodCode(rules ?? { code: 'usModel', holdLimitH: 2, clockFrom: 'outOfControl' })
  const own = state.stageFacts.filter((f) => 'stepId' in f.payload && f.payload.stepId === step.id)
  const reheats = own.filter((f) => f.kind === 'cooling.reheated')
  const placed = own.findLast((f) => f.kind === 'cooling.placed')
  const place: CoolingPlace = placed?.kind === 'cooling.placed' ? placed.payload.place : OFFERED_PLACES[0]
  const heatOffAtMs = reheats.at(-1)?.atMs ?? heatOffMs(state, step.id, startedAtMs)
  const { aroundC } = COOLING_PLACES[place]
  const readings = readingsOf(context, heatOffAtMs)
  const options = planned?.work.kind === 'cool' ? planned.work.options : []
  const usualMin = options.find((o) => o.place === place)?.tauMin ?? 90
  const { tauMin, tauFrom } = tauOf(
    readings.filter((r) => r.atMs >= (placed?.atMs ?? 0)),
    aroundC,
    usualMin,
  )
  const verdict = coolingVerdict(code, { heatOffAtMs, readings, aroundC }, nowMs)
  const last = readings.at(-1)
  const spread = tauFrom === 'readings' ? 0.1 : UNMEASURED_SHARE
  const forecast = (share: number) =>
    verdict.stages.map(({ stage, reachedAtMs }) => {
      const from = last ?? { atMs: heatOffAtMs, tempC: stage.fromC }
      return reachedAtMs ?? stageForecastMs(stage, { tauMin: tauMin * share, aroundC }, from)
    })
  const readMs = Math.max(last?.atMs ?? startedAtMs, silencedAt(state, 'lookSoon', step.id))
  const everyMin = last ? READ_EVERY_MIN.then : READ_EVERY_MIN.first
  return {
    kind: 'cool',
    place,
    isPlaced: placed !== undefined,
    aroundC,
    heatOffAtMs,
    readings,
    tauMin,
    tauFrom,
    verdict,
    coldC: code.coldHoldC,
    remedy: coolingRemedy(verdict, reheats.length > 0),
    reheats: reheats.length,
    forecastMs: forecast(1),
    lateMs: forecast(1 + spread),
    readAtMs: readMs + everyMin * MINUTE_MS,
    isFollowed: last !== undefined && nowMs - last.atMs < FRESH_MS,
  }
}

/** What a cooling asks for: readings, a faster place while there is time, and what a missed stage leaves. */
function coolingDue(live: CoolLive): Due[] {
  const { verdict, remedy, readings } = live
  if (verdict.status === 'met')
    return [
      { kind: 'step', code: 'stepEnds', atMs: Math.max(...verdict.stages.map((s) => s.reachedAtMs ?? 0)) },
    ]
  if (remedy) {
    const missed = verdict.stages.find((s) => s.status === 'missed')
    const atMs = missed?.dueAtMs ?? live.heatOffAtMs
    return [
      remedy === 'discard'
        ? { kind: 'discard', code: 'discard', atMs }
        : { kind: 'actNow', code: 'reheat', atMs },
    ]
  }
  const tooSlow = verdict.stages.some(
    (s, i) =>
      s.status === 'running' && s.dueAtMs !== undefined && (live.forecastMs[i] ?? Infinity) > s.dueAtMs,
  )
  const last = readings.at(-1)
  return [
    ...(tooSlow && last ? [{ kind: 'actNow' as const, code: 'coolFaster' as const, atMs: last.atMs }] : []),
    ...(live.isFollowed
      ? []
      : [{ kind: 'lookSoon' as const, code: 'readTemp' as const, atMs: live.readAtMs }]),
  ]
}

/** A pan that nobody has begun to cool: it is called for some minutes after the flame went off. */
const leftStanding = (state: BatchState): Due[] => {
  const ends = Object.values(state.steps).flatMap((s) => s.finishedAtMs ?? [])
  return ends.length
    ? [{ kind: 'lookSoon', code: 'leftStanding', atMs: Math.max(...ends) + LEFT_MIN * MINUTE_MS }]
    : []
}

/** The watch over a cooling; putting it away lasts its minutes. */
export const watchCooling: Watch = {
  live: (context) => (context.step.technique === 'cool' ? liveCooling(context) : watchMinutes.live(context)),
  deadlines: (live, context) =>
    live.kind === 'cool' ? coolingDue(live) : watchMinutes.deadlines(live, context),
  waiting: (state, step) => (step.technique === 'cool' ? leftStanding(state) : []),
}
