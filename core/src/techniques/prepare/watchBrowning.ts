import type { BrowningLive, TimedLive } from '../../batch/live'
import type { BatchState } from '../../batch/batchState'
import { combined, DROP_TEST } from '../../heat/preheat'
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
import { inMinutes, PAN_WORD_SD_K, type BrowningPlan } from './planBrowning'

const MINUTE_MS = 60_000
/** Less than this from wanted to burnt: the liquid is to be in hand. */
const IN_HAND_S = 120
/** What sets colour back to nothing: a pool, its end, and a lot that goes in by itself. */
const RESTARTS: readonly string[] = ['pool', 'poolGone', 'halved', 'secondLot']
const DROPS = { dropSits: 'sits', dropSizzles: 'sizzles', dropSkates: 'skates' } as const

interface Seen {
  readonly cue: string
  readonly atMs: number
}
/** What a cook has tapped at a step, in order. */
const seenAt = (state: BatchState, stepId: string): Seen[] =>
  state.stageFacts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === stepId ? [{ cue: f.payload.cue, atMs: f.atMs }] : [],
  )

/** The pan by its flame's word, met by every drop that was tried on it, °C. */
function panC(plan: BrowningPlan, seen: readonly Seen[]): number {
  return seen.reduce(
    (pan, { cue }) => (cue in DROPS ? combined(pan, DROP_TEST[DROPS[cue as keyof typeof DROPS]]) : pan),
    { tempC: plan.panC, sdK: PAN_WORD_SD_K },
  ).tempC
}

/** Outside this the rates are not known, °C. */
const held = (tempC: number) => Math.max(120, Math.min(220, tempC))
/** A pool that is gone has taken the water with it. */
const RELEASED = 0.9
/** What was tipped out of a pool has lost half of what it had to give. */
const HALF_RELEASED = 0.5

/** From when colour counts, and the model's minutes from there: a pool sets it back to nothing, with what water is left. */
function clockOf(
  plan: BrowningPlan,
  { restart, tempC, wet, startedAtMs, nowMs }: Restarted,
): { readonly fromMs: number; readonly model: BrowningPlan['stagesMin'] } {
  if (!restart) {
    const isPlanned = Math.abs(tempC - plan.panC) < 1
    return {
      fromMs: startedAtMs,
      model: isPlanned ? plan.stagesMin : inMinutes(browningS(plan.item, held(tempC), wet)),
    }
  }
  // half of it by itself, whichever half: both have stood in the pool, and each has the pan's whole heat
  const half = wet && { ...wet, massKg: wet.massKg / 2 }
  if (restart.cue === 'halved' || restart.cue === 'secondLot')
    return { fromMs: restart.atMs, model: inMinutes(browningS(plan.item, held(tempC), half, HALF_RELEASED)) }
  const model = inMinutes(browningS(plan.item, held(tempC), undefined, RELEASED))
  if (restart.cue === 'poolGone') return { fromMs: restart.atMs, model }
  const { releaseS } = BROWNING_ITEMS[plan.item]
  const leftKg = (wet?.massKg ?? 0) * Math.exp(-(restart.atMs - startedAtMs) / 1000 / releaseS)
  const goneMs = restart.atMs + 1000 * (wet ? poolEndsS(plan.item, { ...wet, massKg: leftKg }) : 0)
  return { fromMs: Math.max(nowMs, Number.isFinite(goneMs) ? goneMs : nowMs), model }
}
interface Restarted {
  readonly restart: Seen | undefined
  readonly tempC: number
  readonly wet: Wet | undefined
  readonly startedAtMs: number
  readonly nowMs: number
}

const orderOf = (stage: BrowningStage) => BROWNING_STAGES.indexOf(stage)

/** Stages as they were seen and as they are thought to come; a pool sets the colour back to nothing. */
export function liveBrowning(
  plan: BrowningPlan,
  { state, step, startedAtMs, nowMs }: Pick<LiveContext, 'state' | 'step' | 'startedAtMs' | 'nowMs'>,
  wet?: Wet,
): BrowningLive {
  const seen = seenAt(state, step.id)
  const tempC = panC(plan, seen)
  const restartsAt = seen.findLastIndex((s) => RESTARTS.includes(s.cue))
  const restart = seen[restartsAt]
  const since = seen.slice(restartsAt + 1)
  const isPool = restart?.cue === 'pool'
  const { fromMs, model } = clockOf(plan, { restart, tempC, wet, startedAtMs, nowMs })
  const stages = BROWNING_STAGES.filter((s) => model[s] !== undefined)
  const tapped = (stage: BrowningStage) =>
    (orderOf(stage) <= orderOf('white') ? seen : since).findLast((s) => s.cue === stage) // what is soft stays soft
  const furthest = stages.findLast((s) => tapped(s))
  const taps = tapsOf(since, { stages, model, fromMs })
  const saidMin = restart ? undefined : plan.saidMin
  const typed = saidMin === undefined ? undefined : { modelMin: model[plan.wanted] ?? 0, saidMin }
  const pace = browningPace(taps, 0, typed)
  const nowMin = (nowMs - fromMs) / MINUTE_MS
  return {
    item: plan.item,
    wanted: plan.wanted,
    panC: tempC,
    isPool,
    lots: seen.filter((s) => s.cue === 'halved' || s.cue === 'secondLot').length,
    stages: stages.map((stage) => {
      const own = tapped(stage)
      const next = nextStageMin(model[stage] ?? 0, pace, Math.max(0, nowMin))
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
    windowS: 60 * Math.exp(-pace.meanLn) * ((model.burnt ?? Infinity) - (model[plan.wanted] ?? Infinity)),
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
      if (next) taps.push({ modelMin: (before + (of.model[next] ?? 0)) / 2, atMin, isHalfWay: true })
    }
  }
  return taps
}

const planOf = ({ planned }: LiveContext): BrowningPlan | undefined => {
  const work = planned?.work
  if (work?.kind === 'browning') return work.browning ?? undefined
  return work?.kind === 'thicken' ? work.browning : undefined
}

/** A step that softens or takes colour: its minutes follow the cook's taps; where seconds lie between wanted and burnt, the liquid is called for. */
export const watchBrowning: Watch = {
  live(context): TimedLive | undefined {
    const timed = watchMinutes.live(context)
    const plan = planOf(context)
    if (timed?.kind !== 'timed' || !plan) return timed as TimedLive | undefined
    const work = context.planned?.work
    const wet = work?.kind === 'browning' ? (work.crowd ?? undefined) : undefined
    const browning = liveBrowning(plan, context, wet)
    const wanted = browning.stages.find((s) => s.stage === plan.wanted)
    if (!wanted) return timed
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
