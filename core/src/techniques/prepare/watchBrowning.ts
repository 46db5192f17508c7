import type { BrowningLive, TimedLive } from '../../batch/live'
import type { BatchState } from '../../batch/batchState'
import { HEAT_LEVELS, type HeatLevel, type HeatWord } from '../../heat/heater'
import type { LiveContext, Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import {
  BROWNING_ITEMS,
  BROWNING_STAGES,
  browningPace,
  browningS,
  nextStageMin,
  poolEndsS,
  type BrowningStage,
  type BrowningTap,
  type Wet,
} from './browning'
import { panOverTime, type PanHeard } from './panOverTime'
import { inMinutes, type BrowningPlan } from './planBrowning'

const MINUTE_MS = 60_000
/** Less than this from wanted to burnt: the liquid is to be in hand. */
const IN_HAND_S = 120
/** What sets colour back to nothing: a pool, its end, and a lot that goes in by itself. */
const RESTARTS: readonly string[] = ['pool', 'poolGone', 'halved', 'secondLot']
interface Seen {
  readonly cue: string
  readonly atMs: number
}
/** What a cook has tapped at a step, in order. */
const seenAt = (state: BatchState, stepId: string): Seen[] =>
  state.stageFacts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === stepId ? [{ cue: f.payload.cue, atMs: f.atMs }] : [],
  )

/** A pool that is gone has taken the water with it. */
const RELEASED = 0.9
/** What was tipped out of a pool has lost half of what it had to give. */
const HALF_RELEASED = 0.5

/** What a turned flame gives a pool, beside what it was planned with. */
function atFlame(wet: Wet | undefined, word: HeatWord | undefined, { level }: PanHeard): Wet | undefined {
  if (!wet || !word || level === undefined) return wet
  return { ...wet, powerW: (wet.powerW * HEAT_LEVELS[level].share) / HEAT_LEVELS[word].share }
}

/** From when colour counts, and the model's minutes from there: a pool sets it back to nothing, with what water is left. */
function clockOf(
  plan: BrowningPlan,
  { restart, pan, wet, startedAtMs, nowMs }: Restarted,
): { readonly fromMs: number; readonly model: BrowningPlan['stagesMin'] } {
  const stagesFrom = (fromMs: number, of?: Wet, releasedFrac = 0) =>
    inMinutes(browningS(plan.item, (s) => pan.at(fromMs + 1000 * s), of, releasedFrac))
  if (!restart)
    return { fromMs: startedAtMs, model: pan.isAsPlanned ? plan.stagesMin : stagesFrom(startedAtMs, wet) }
  // half of it by itself, whichever half: both have stood in the pool, and each has the pan's whole heat
  if (restart.cue === 'halved' || restart.cue === 'secondLot') {
    const half = wet && { ...wet, massKg: wet.massKg / 2 }
    return { fromMs: restart.atMs, model: stagesFrom(restart.atMs, half, HALF_RELEASED) }
  }
  if (restart.cue === 'poolGone')
    return { fromMs: restart.atMs, model: stagesFrom(restart.atMs, undefined, RELEASED) }
  const { releaseS } = BROWNING_ITEMS[plan.item]
  const leftKg = (wet?.massKg ?? 0) * Math.exp(-(restart.atMs - startedAtMs) / 1000 / releaseS)
  const goneMs = restart.atMs + 1000 * (wet ? poolEndsS(plan.item, { ...wet, massKg: leftKg }) : 0)
  const fromMs = Math.max(nowMs, Number.isFinite(goneMs) ? goneMs : nowMs)
  return { fromMs, model: stagesFrom(fromMs, undefined, RELEASED) }
}
interface Restarted {
  readonly restart: Seen | undefined
  readonly pan: PanHeard
  readonly wet: Wet | undefined
  readonly startedAtMs: number
  readonly nowMs: number
}

const orderOf = (stage: BrowningStage) => BROWNING_STAGES.indexOf(stage)

type Worked = Pick<LiveContext, 'state' | 'step' | 'startedAtMs' | 'nowMs'>

/** Stages as they were seen and as they are thought to come; a pool sets the colour back to nothing. @param ifTurned - as they would come with the flame turned to that now */
export function liveBrowning(
  plan: BrowningPlan,
  { state, step, startedAtMs, nowMs }: Worked,
  wet?: Wet,
  ifTurned?: HeatLevel,
): BrowningLive {
  const seen = seenAt(state, step.id)
  const turning = ifTurned && { level: ifTurned, atMs: nowMs }
  const pan = panOverTime(plan, state, { stepId: step.id, startedAtMs, turning })
  const restartsAt = seen.findLastIndex((s) => RESTARTS.includes(s.cue))
  const restart = seen[restartsAt]
  const since = seen.slice(restartsAt + 1)
  const isPool = restart?.cue === 'pool'
  const heated = atFlame(wet, step.heat, pan)
  const { fromMs, model } = clockOf(plan, { restart, pan, wet: heated, startedAtMs, nowMs })
  const stages = BROWNING_STAGES.filter((s) => (model[s] ?? plan.stagesMin[s]) !== undefined)
  const tapped = (stage: BrowningStage) =>
    (orderOf(stage) <= orderOf('white') ? seen : since).findLast((s) => s.cue === stage) // what is soft stays soft
  const furthest = stages.findLast((s) => tapped(s))
  const taps = tapsOf(since, { stages, model, fromMs })
  const saidMin = restart ? undefined : plan.saidMin
  const said = (pan.turns ? plan.stagesMin : model)[plan.wanted] // it was typed for the flame that it names
  const typed = saidMin === undefined ? undefined : { modelMin: said ?? 0, saidMin }
  const pace = browningPace(taps, pan.turns, typed)
  const nowMin = (nowMs - fromMs) / MINUTE_MS
  return {
    item: plan.item,
    wanted: plan.wanted,
    panC: pan.at(nowMs),
    level: pan.level ?? step.heat,
    isPool,
    lots: seen.filter((s) => s.cue === 'halved' || s.cue === 'secondLot').length,
    stages: stages.map((stage) => {
      const own = tapped(stage)
      const next = nextStageMin(model[stage] ?? Infinity, pace, Math.max(0, nowMin))
      const at = (min: number) => fromMs + min * MINUTE_MS
      const isPassed = furthest !== undefined && orderOf(stage) <= orderOf(furthest)
      return {
        stage,
        ...(own ? { seenAtMs: own.atMs } : {}),
        isPassed,
        lowAtMs: at(next.low),
        atMs: at(next.value),
        highAtMs: at(next.high),
      }
    }),
    windowS: 60 * Math.exp(-pace.meanLn) * ((model.burnt ?? Infinity) - (model[plan.wanted] ?? 0)),
    contradiction: isPool && seen.slice(0, restartsAt).some((s) => isColour(s.cue)),
  }
}
/** Five times too soon is no pace: the pan had stood with it before the step was begun, or a finger slipped. */
const NO_PACE_LN = Math.log(5)
const isAPace = ({ modelMin, atMin }: BrowningTap) =>
  modelMin > 0 && atMin > 0 && Math.abs(Math.log(modelMin / atMin)) <= NO_PACE_LN
const isColour = (cue: string) => cue === 'golden' || cue === 'brown' || cue === 'dark' || cue === 'rust'

function tapsOf(
  seen: readonly Seen[],
  of: {
    readonly stages: readonly BrowningStage[]
    readonly model: BrowningPlan['stagesMin']
    readonly fromMs: number
  },
): BrowningTap[] {
  const taps: BrowningTap[] = []
  let last: BrowningStage | undefined
  for (const { cue, atMs } of seen) {
    const atMin = (atMs - of.fromMs) / MINUTE_MS
    const stage = of.stages.find((s) => s === cue)
    if (stage) {
      const tap = { modelMin: of.model[stage] ?? 0, atMin }
      if (isAPace(tap)) taps.push(tap)
      last = stage
    } else if (cue === 'halfWay') {
      const before = last ? (of.model[last] ?? 0) : 0
      const next = of.stages[last ? of.stages.indexOf(last) + 1 : 0]
      const nextMin = next && of.model[next]
      if (nextMin) taps.push({ modelMin: (before + nextMin) / 2, atMin, isHalfWay: true })
    }
  }
  return taps
}

const planOf = ({ planned }: Pick<LiveContext, 'planned'>): BrowningPlan | undefined => {
  const work = planned?.work
  if (work?.kind === 'browning') return work.browning ?? undefined
  return work?.kind === 'thicken' ? work.browning : undefined
}
const wetOf = ({ planned }: Pick<LiveContext, 'planned'>): Wet | undefined =>
  planned?.work.kind === 'browning' ? (planned.work.crowd ?? undefined) : undefined

/** When the wanted stage would come if the flame were turned to that now, ms; infinite where it never would. */
export function wantedAtFlameMs(context: Worked & Pick<LiveContext, 'planned'>, level: HeatLevel): number {
  const plan = planOf(context)
  const live = plan && liveBrowning(plan, context, wetOf(context), level)
  return live?.stages.find((s) => s.stage === plan?.wanted)?.atMs ?? Infinity
}

/** A step that softens or takes colour: its minutes follow the cook's taps; where seconds lie between wanted and burnt, the liquid is called for. */
export const watchBrowning: Watch = {
  live(context): TimedLive | undefined {
    const timed = watchMinutes.live(context)
    const plan = planOf(context)
    if (timed?.kind !== 'timed' || !plan) return timed as TimedLive | undefined
    const browning = liveBrowning(plan, context, wetOf(context))
    const wanted = browning.stages.find((s) => s.stage === plan.wanted)
    if (!wanted || !Number.isFinite(wanted.seenAtMs ?? wanted.atMs)) return { ...timed, browning }
    return {
      ...timed,
      browning,
      lowAtMs: wanted.seenAtMs ?? wanted.lowAtMs,
      endsAtMs: wanted.seenAtMs ?? wanted.atMs,
      highAtMs: wanted.seenAtMs ?? wanted.highAtMs,
      lookAtMs: undefined,
    }
  },
  deadlines(live, context) {
    if (live.kind !== 'timed' || !live.browning) return watchMinutes.deadlines(live, context)
    const { windowS, wanted, stages } = live.browning
    const seen = stages.find((s) => s.stage === wanted)?.seenAtMs
    if (windowS < IN_HAND_S) return [{ kind: 'actNow', code: 'liquidNow', atMs: seen ?? live.lowAtMs }]
    return [
      ...(seen === undefined
        ? [{ kind: 'lookSoon' as const, code: 'look' as const, atMs: live.lowAtMs }]
        : []),
      { kind: 'step', code: 'stepEnds', atMs: live.endsAtMs },
    ]
  },
}
