import type { BatchState } from '../../batch/batchState'
import type { BrownLive, BrownStageLive, TimedLive } from '../../batch/live'
import type { Cue } from '../../facts/kinds/vocabulary'
import { HEAT_LEVELS, type HeatLevel } from '../../heat/heater'
import type { LiveContext, Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import {
  BROWN_MARKS,
  brownCourse,
  comesByItself,
  NUTTY,
  SILENT_STATE,
  type BrownCourse,
  type BrownedIn,
  type BrownMark,
  type BrownMoment,
} from './brownButter'
import type { BrownPlan } from './planBrown'

/** What a cook hears or smells, as a stage of the model, and how sure that is of its seconds: its spread as a share of them (judgement). */
const HEARD = {
  sings: { mark: 'boiling', sdLn: 0.12 },
  quiet: { mark: 'silent', sdLn: 0.05 },
  nutty: { mark: 'noisette', sdLn: 0.05 },
  burnt: { mark: 'burnt', sdLn: 0.1 },
} as const satisfies Partial<Record<Cue, { mark: BrownMark; sdLn: number }>>
type HeardCue = keyof typeof HEARD
/** A probe in a film of fat that is swirled, K. */
const PROBE_SD_K = 5
/** How far it must have browned to be called so differs from nose to nose, as a share of the seconds since it went quiet. */
const NOSE_SD = 0.15
/** The flame's real power is looked for at so many places, so many standard deviations to either side. */
const PLACES = 13
const REACH_Z = 2.4
const QUANTILES = { low: 0.1, value: 0.5, high: 0.9 } as const
const EVERY_S = 4

interface Heard {
  readonly mark: BrownMark
  readonly sdLn: number
  readonly atS: number
  readonly atMs: number
}
/** What is known of a butter from its facts, seconds counted from when it went in. */
interface Known {
  readonly heard: readonly Heard[]
  readonly temps: readonly { readonly atS: number; readonly tempC: number }[]
  readonly turns: readonly { readonly fromS: number; readonly share: number }[]
  readonly level: HeatLevel | undefined
  readonly stoppedAtMs: number | undefined
  readonly isContrary: boolean
}
interface Asked {
  readonly stepId: string
  readonly startedAtMs: number
  /** What is asked about: a turn that was not made yet. */
  readonly turning?: { readonly level: HeatLevel; readonly atMs: number } | undefined
}

const isHeard = (cue: Cue): cue is HeardCue => cue in HEARD

function knownOf(
  { heat }: BrownPlan,
  { stageFacts }: Pick<BatchState, 'stageFacts'>,
  { stepId, startedAtMs, turning }: Asked,
): Known {
  const sOf = (atMs: number) => (atMs - startedAtMs) / 1000
  const here = stageFacts.filter((f) => 'stepId' in f.payload && f.payload.stepId === stepId)
  const cues = here.flatMap((f) => (f.kind === 'cue.seen' ? [{ cue: f.payload.cue, atMs: f.atMs }] : []))
  const last = new Map<HeardCue, Heard>() // a sound that was tapped twice is what it was tapped last
  for (const { cue, atMs } of cues)
    if (isHeard(cue)) last.set(cue, { ...HEARD[cue], atMs, atS: Math.max(1, sOf(atMs)) })
  const turned = here.flatMap((f) =>
    f.kind === 'heat.changed' ? [{ level: f.payload.level, atMs: f.atMs }] : [],
  )
  const turns = turning ? [...turned, turning] : turned
  const of = HEAT_LEVELS[heat].share
  const [sings, quiet, nutty] = [last.get('sings'), last.get('quiet'), last.get('nutty')]
  return {
    heard: [...last.values()].sort((a, b) => a.atS - b.atS),
    temps: here.flatMap((f) =>
      f.kind === 'reading.taken' && f.payload.how === 'temperature'
        ? [{ atS: sOf(f.atMs), tempC: f.payload.tempC }]
        : [],
    ),
    turns: turns.map(({ level, atMs }) => ({ fromS: sOf(atMs), share: HEAT_LEVELS[level].share / of })),
    level: turned.at(-1)?.level ?? heat,
    stoppedAtMs: cues.findLast((c) => c.cue === 'coldBowl')?.atMs,
    isContrary:
      nutty !== undefined && (quiet ? quiet.atS > nutty.atS : sings !== undefined && sings.atS > nutty.atS),
  }
}

/** Where butter stands that was heard or smelled to be so far. */
function heardState(mark: BrownMark, moment: BrownMoment | undefined): Omit<BrownMoment, 's'> | undefined {
  if (mark === 'silent') return SILENT_STATE
  const dry = { tempC: Math.max(SILENT_STATE.tempC, moment?.tempC ?? SILENT_STATE.tempC), waterG: 0 }
  if (mark === 'noisette') return { ...dry, browned: NUTTY }
  return undefined
}

/** One flame that it may be: when each stage comes on it, and how well that fits what was heard. */
interface Guess {
  readonly powerW: number
  readonly weight: number
  readonly course: BrownCourse
}

/** The course on one flame, taken up anew at each thing that says where the butter stands. */
function guessOf(plan: BrownPlan, known: Known, z: number): Guess {
  const base = plan.powerW * Math.exp(z * plan.sdLnPower)
  const shareAt = (s: number) => known.turns.findLast((t) => t.fromS <= s)?.share ?? 1
  const of: BrownedIn = { ...plan, powerW: (s) => base * shareAt(s) }
  let misfit = z * z
  let course = brownCourse(of)
  const at = (s: number) => course.moments.findLast((m) => m.s <= s)
  const anew = (from: BrownMoment) => {
    const before = Object.entries(course.marks).filter(([, m]) => m.s < from.s)
    const then = brownCourse(of, from)
    course = {
      marks: { ...then.marks, ...Object.fromEntries(before) },
      moments: [...course.moments.filter((m) => m.s < from.s), ...then.moments],
    }
  }
  const all = [
    ...known.heard.map((h) => ({ s: h.atS, h })),
    ...known.temps.map((t) => ({ s: t.atS, t })),
  ].sort((a, b) => a.s - b.s)
  for (const seen of all) {
    const moment = at(seen.s)
    if ('h' in seen) {
      const said = course.marks[seen.h.mark]?.s
      misfit += said ? (Math.log(seen.s / said) / seen.h.sdLn) ** 2 : 9
      const state = heardState(seen.h.mark, moment)
      if (state) anew({ ...state, s: Math.round(2 * seen.s) / 2 })
    } else if (moment) {
      misfit += Math.min(9, ((seen.t.tempC - moment.tempC) / PROBE_SD_K) ** 2)
      // dry, a probe says where it stands; boiling, it says what every pan says
      if (moment.waterG <= 0 && seen.t.tempC > SILENT_STATE.tempC)
        anew({ ...moment, tempC: (seen.t.tempC + moment.tempC) / 2 })
    }
  }
  return { powerW: base, weight: Math.exp(-misfit / 2), course }
}

interface Fitted {
  readonly known: Known
  readonly guesses: readonly Guess[]
  readonly middle: Guess
  readonly sdLnPower: number
}
const gridOf = (middle: number, reach: number) =>
  Array.from({ length: PLACES }, (_, i) => middle + ((2 * i) / (PLACES - 1) - 1) * reach)
/** First wherever the flame may be, then finely about where it is. */
function fit(plan: BrownPlan, known: Known): Fitted {
  const weighed = (places: readonly number[]) => {
    const raw = places.map((z) => ({ z, guess: guessOf(plan, known, z) }))
    const total = raw.reduce((sum, { guess }) => sum + guess.weight, 0) || 1
    return raw.map(({ z, guess }) => ({ z, guess: { ...guess, weight: guess.weight / total } }))
  }
  const meanZ = (rows: ReturnType<typeof weighed>) => rows.reduce((sum, r) => sum + r.guess.weight * r.z, 0)
  const sdZ = (rows: ReturnType<typeof weighed>, mean: number) =>
    Math.sqrt(rows.reduce((sum, r) => sum + r.guess.weight * (r.z - mean) ** 2, 0))
  let rows = weighed(gridOf(0, REACH_Z))
  if (known.heard.length + known.temps.length > 0) {
    const mean = meanZ(rows)
    rows = weighed(gridOf(mean, REACH_Z * Math.max(sdZ(rows, mean), REACH_Z / PLACES)))
  }
  const mean = meanZ(rows)
  return {
    known,
    guesses: rows.map((r) => r.guess),
    middle: guessOf(plan, known, mean),
    sdLnPower: plan.sdLnPower * sdZ(rows, mean),
  }
}

/** When a stage comes, by all the flames that it may be, s. */
function stageS({ guesses, middle, known }: Fitted, mark: BrownMark) {
  const value = middle.course.marks[mark]?.s ?? Infinity
  const rows = guesses
    .map((g) => ({ s: g.course.marks[mark]?.s ?? Infinity, weight: g.weight }))
    .sort((a, b) => a.s - b.s)
  const at = (p: number) => {
    let sum = 0
    return rows.find((r) => (sum += r.weight) >= p)?.s ?? Infinity
  }
  const quietS = middle.course.marks.silent?.s ?? value
  const isColour = BROWN_MARKS.indexOf(mark) > BROWN_MARKS.indexOf('silent')
  const noseS = isColour && known.heard.every((h) => h.mark !== mark) ? 1.28 * NOSE_SD * (value - quietS) : 0
  const low = Math.min(value, at(QUANTILES.low))
  const high = Math.max(value, at(QUANTILES.high))
  return {
    low: value - Math.hypot(value - low, noseS),
    value,
    high: Number.isFinite(high) ? value + Math.hypot(high - value, noseS) : high,
  }
}

/** Fits are kept with the facts that they are of: a second that passes changes none of them. */
const kept = new WeakMap<BatchState, Map<string, Fitted>>()
function fitted(plan: BrownPlan, state: BatchState, asked: Asked): Fitted {
  if (asked.turning) return fit(plan, knownOf(plan, state, asked))
  const known = kept.get(state) ?? new Map<string, Fitted>()
  kept.set(state, known)
  const key = `${asked.stepId} ${asked.startedAtMs}`
  const found = known.get(key) ?? fit(plan, knownOf(plan, state, asked))
  known.set(key, found)
  return found
}

/** How butter stands and when each stage comes. @param ifTurned - as it would come with the flame turned to that now */
export function liveBrown(
  plan: BrownPlan,
  { state, step, startedAtMs, nowMs }: Pick<LiveContext, 'state' | 'step' | 'startedAtMs' | 'nowMs'>,
  ifTurned?: HeatLevel,
): BrownLive {
  const turning = ifTurned && { level: ifTurned, atMs: nowMs }
  const found = fitted(plan, state, { stepId: step.id, startedAtMs, turning })
  const { known, middle, sdLnPower } = found
  const { marks, moments } = middle.course
  const atMs = (s: number) => startedAtMs + 1000 * s
  const untilS = ((known.stoppedAtMs ?? nowMs) - startedAtMs) / 1000
  const now = moments.findLast((m) => m.s <= untilS) ?? moments[0]
  const stages = BROWN_MARKS.map((mark): BrownStageLive => {
    const own = known.heard.find((h) => h.mark === mark)
    const s = stageS(found, mark)
    return {
      mark,
      ...(own && { seenAtMs: own.atMs }),
      lowAtMs: atMs(s.low),
      atMs: atMs(s.value),
      highAtMs: atMs(s.high),
    }
  })
  const isLit = known.level !== 'off'
  const off = isLit ? comesByItself({ ...plan, powerW: middle.powerW }, moments) : undefined
  const sings = moments.flatMap((m, i) => {
    const before = moments[i - 1]
    return before && m.s % EVERY_S === 0
      ? [{ s: m.s, gPerS: Math.max(0, before.waterG - m.waterG) / (m.s - before.s) }]
      : []
  })
  return {
    level: known.level,
    powerW: middle.powerW,
    sdLnPower,
    heard: known.heard.length + known.temps.length,
    stages,
    tempC: now?.tempC ?? 0,
    waterG: now?.waterG ?? 0,
    browned: now?.browned ?? 0,
    massG: plan.massG * (1 - plan.butter.waterFrac) + (now?.waterG ?? 0),
    sings,
    windowS: (marks.burnt?.s ?? Infinity) - (marks.noisette?.s ?? 0),
    offAt: off && { atMs: atMs(off.s), tempC: off.tempC },
    stoppedAtMs: known.stoppedAtMs,
    isContrary: known.isContrary,
  }
}

const planOf = ({ planned }: Pick<LiveContext, 'planned'>): BrownPlan | undefined =>
  planned?.work.kind === 'brown' ? planned.work.browns : undefined
const stageOf = (live: BrownLive, mark: BrownMark) => live.stages.find((s) => s.mark === mark)

/** When it would smell of nuts if the flame were turned to that now, ms; infinite where it never would. */
export function nuttyAtFlameMs(
  context: Pick<LiveContext, 'state' | 'step' | 'startedAtMs' | 'nowMs' | 'planned'>,
  level: HeatLevel,
): number {
  const plan = planOf(context)
  return (plan && stageOf(liveBrown(plan, context, level), 'noisette')?.atMs) ?? Infinity
}

/** Butter that is browned: its seconds follow what is heard; it is listened for before it goes quiet, and stopped before it is burnt. */
export const watchBrown: Watch = {
  live(context): TimedLive | undefined {
    const timed = watchMinutes.live(context)
    const plan = planOf(context)
    if (timed?.kind !== 'timed' || !plan) return timed as TimedLive | undefined
    const brown = liveBrown(plan, context)
    const nutty = stageOf(brown, 'noisette')
    const at = brown.stoppedAtMs ?? nutty?.seenAtMs
    const ends = nutty?.atMs ?? Infinity
    if (at === undefined && !Number.isFinite(ends)) return { ...timed, brown, lookAtMs: undefined }
    return {
      ...timed,
      brown,
      lowAtMs: at ?? nutty?.lowAtMs ?? ends,
      endsAtMs: at ?? ends,
      highAtMs: at ?? nutty?.highAtMs ?? ends,
      lookAtMs: undefined,
    }
  },
  deadlines(live, context) {
    if (live.kind !== 'timed' || !live.brown) return watchMinutes.deadlines(live, context)
    const { brown } = live
    if (brown.stoppedAtMs !== undefined) return [{ kind: 'step', code: 'stepEnds', atMs: live.endsAtMs }]
    const quiet = stageOf(brown, 'silent')
    return [
      ...(quiet && quiet.seenAtMs === undefined && Number.isFinite(quiet.lowAtMs)
        ? [{ kind: 'lookSoon' as const, code: 'look' as const, atMs: quiet.lowAtMs }]
        : []),
      { kind: 'actNow', code: 'quench', atMs: live.lowAtMs, isFragile: true },
    ]
  },
}
