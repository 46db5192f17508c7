import type { BatchState } from '../../batch/batchState'
import { tempsRead } from '../../batch/stepTemps'
import type { Cue } from '../../facts/kinds/vocabulary'
import { HEAT_LEVELS, type HeatLevel } from '../../heat/heater'
import { combined } from '../../heat/preheat'
import {
  BROWN_MARKS,
  brownCourse,
  LONGEST_S,
  NUTTY,
  SILENT_STATE,
  type BrownCourse,
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
/** A probe in a film of fat that is swirled, and what the model knows of dry butter, K (judgement). */
const [PROBE_SD_K, MODEL_SD_K] = [5, 5]
/** Beyond so many spreads what was said counts less and less (Huber 1964): a finger slips. */
const HUBER_SPREADS = 2
function loss(spreads: number): number {
  const d = Math.abs(spreads)
  return d <= HUBER_SPREADS ? d * d : HUBER_SPREADS * (2 * d - HUBER_SPREADS)
}
const orderOf = (mark: BrownMark) => BROWN_MARKS.indexOf(mark)
/** The flame's real power is looked for at so many places, so many standard deviations to either side. */
const PLACES = 13
const REACH_Z = 2.4

/** A stage as it was heard or smelled. */
export interface Heard {
  readonly mark: BrownMark
  readonly atMs: number
}
interface Said {
  readonly atS: number
  readonly mark?: BrownMark
  readonly sdLn?: number
  readonly tempC?: number
}
/** What is known of a butter from its facts; seconds are counted from when it went in. */
export interface Known {
  readonly heard: readonly Heard[]
  /** What was heard and read, in order. */
  readonly said: readonly Said[]
  readonly turns: readonly { readonly fromS: number; readonly level: HeatLevel }[]
  readonly stoppedAtMs: number | undefined
  readonly isContrary: boolean
}

const isHeard = (cue: Cue): cue is HeardCue => cue in HEARD

/** What the facts of a step say of its butter. */
export function knownOf(
  { stageFacts }: Pick<BatchState, 'stageFacts'>,
  { stepId, startedAtMs }: { readonly stepId: string; readonly startedAtMs: number },
): Known {
  const sOf = (atMs: number) => (atMs - startedAtMs) / 1000
  const cues = stageFacts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === stepId ? [{ cue: f.payload.cue, atMs: f.atMs }] : [],
  )
  const last = new Map<HeardCue, number>() // a sound that was tapped twice is what it was tapped last
  for (const { cue, atMs } of cues) if (isHeard(cue)) last.set(cue, atMs)
  const heard = [...last].map(([cue, atMs]) => ({ ...HEARD[cue], atMs, atS: Math.max(1, sOf(atMs)) }))
  const temps = tempsRead(stageFacts).filter((t) => t.stepId === stepId && t.atMs >= startedAtMs)
  const [sings, quiet, nutty] = [last.get('sings'), last.get('quiet'), last.get('nutty')]
  return {
    heard,
    said: [...heard, ...temps.map(({ atMs, tempC }) => ({ atS: sOf(atMs), tempC }))].sort(
      (a, b) => a.atS - b.atS,
    ),
    turns: stageFacts.flatMap((f) =>
      f.kind === 'heat.changed' && f.payload.stepId === stepId
        ? [{ fromS: sOf(f.atMs), level: f.payload.level }]
        : [],
    ),
    stoppedAtMs: cues.findLast((c) => c.cue === 'coldBowl')?.atMs,
    isContrary: nutty !== undefined && (quiet ?? sings ?? nutty) > nutty,
  }
}

/** Where butter stands that was heard or smelled to be so far; nothing where that says no more than when. */
function heardState(mark: BrownMark, { tempC }: BrownMoment): Omit<BrownMoment, 's'> | undefined {
  if (mark === 'silent') return SILENT_STATE
  return mark === 'noisette'
    ? { tempC: Math.max(SILENT_STATE.tempC, tempC), waterG: 0, browned: NUTTY }
    : undefined
}

/** The course on one flame, and how badly it fits what was said, in spreads squared. */
export interface Guess {
  readonly powerW: number
  readonly misfit: number
  readonly course: BrownCourse
}
/** A flame that is so many standard deviations stronger than was planned: its course, taken up anew at each thing that says where the butter stands. */
export function guessOf(plan: BrownPlan, { said, turns }: Pick<Known, 'said' | 'turns'>, z: number): Guess {
  const powerW = plan.powerW * Math.exp(z * plan.sdLnPower)
  const planned = HEAT_LEVELS[plan.heat].share
  const shareOf = (level: HeatLevel) => HEAT_LEVELS[level].share / planned
  const of = {
    ...plan,
    powerW: (s: number) => powerW * shareOf(turns.findLast((t) => t.fromS <= s)?.level ?? plan.heat),
  }
  let misfit = z * z
  let course = brownCourse(of)
  const goOnFrom = (from: BrownMoment, heard?: BrownMark) => {
    const then = brownCourse(of, from)
    const isBefore = (mark: BrownMark) => heard === undefined || orderOf(mark) < orderOf(heard)
    const before = Object.entries(course.marks).filter(
      ([mark, m]) => m.s < from.s && isBefore(mark as BrownMark),
    )
    course = {
      marks: { ...then.marks, ...Object.fromEntries(before) },
      moments: [...course.moments.filter((m) => m.s < from.s), ...then.moments],
    }
  }
  for (const { atS, mark, sdLn = 1, tempC } of said) {
    const moment = course.moments.findLast((m) => m.s <= atS)
    if (!moment) continue
    if (mark) {
      misfit += loss(Math.log(atS / (course.marks[mark]?.s ?? LONGEST_S)) / sdLn)
      const state = heardState(mark, moment)
      if (state) goOnFrom({ ...state, s: Math.round(2 * atS) / 2 }, mark)
    } else if (tempC !== undefined) {
      misfit += loss((tempC - moment.tempC) / PROBE_SD_K)
      // boiling, every pan reads the same; dry, a probe says where this one stands
      const is = combined({ tempC: moment.tempC, sdK: MODEL_SD_K }, { tempC, sdK: PROBE_SD_K })
      if (moment.waterG <= 0 && tempC > SILENT_STATE.tempC) goOnFrom({ ...moment, tempC: is.tempC })
    }
  }
  return { powerW, misfit, course }
}

/** What the flame may really give, by what was said: places on a line, each with its chance. */
export interface FlameFit {
  readonly guesses: readonly (Guess & { readonly chance: number })[]
  /** The middle of them, in standard deviations from the plan, and their spread. */
  readonly meanZ: number
  readonly sdZ: number
}
function weighed(plan: BrownPlan, known: Known, places: readonly number[]): FlameFit {
  const guesses = places.map((z) => ({ z, ...guessOf(plan, known, z) }))
  const best = Math.min(...guesses.map((g) => g.misfit))
  const weights = guesses.map((g) => Math.exp((best - g.misfit) / 2))
  const total = weights.reduce((sum, w) => sum + w, 0)
  const rows = guesses.map((g, i) => ({ ...g, chance: (weights[i] ?? 0) / total }))
  const meanZ = rows.reduce((sum, g) => sum + g.chance * g.z, 0)
  return {
    guesses: rows,
    meanZ,
    sdZ: Math.sqrt(rows.reduce((sum, g) => sum + g.chance * (g.z - meanZ) ** 2, 0)),
  }
}
const grid = (middle: number, reach: number) =>
  Array.from({ length: PLACES }, (_, i) => middle + ((2 * i) / (PLACES - 1) - 1) * reach)

/** First wherever the flame may be; where anything was said, then finely about where it is. */
export function fitFlame(plan: BrownPlan, known: Known): FlameFit {
  const wide = weighed(plan, known, grid(0, REACH_Z))
  if (!known.said.length) return wide
  return weighed(plan, known, grid(wide.meanZ, REACH_Z * Math.max(wide.sdZ, REACH_Z / PLACES)))
}
