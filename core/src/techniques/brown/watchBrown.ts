import type { BatchState } from '../../batch/batchState'
import type { BrownLive, BrownStageLive, TimedLive } from '../../batch/live'
import type { HeatLevel } from '../../heat/heater'
import { Z10 } from '../../solve/normal'
import { onceFor } from '../../solve/onceFor'
import type { LiveContext, Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import { BROWN_MARKS, comesByItself, type BrownMark, type BrownMoment } from './brownButter'
import { fitFlame, guessOf, knownOf, type FlameFit, type Guess, type Known } from './fitFlame'
import type { BrownPlan } from './planBrown'

/** How brown is called hazelnut differs from nose to nose, as a share of the seconds since it went quiet (judgement). */
const NOSE_SD = 0.15
/** Its sound is drawn in steps of so many seconds. */
const SOUND_EVERY_S = 4

/** A butter as its facts tell it: what a second that passes does not change. */
interface Fitted {
  readonly known: Known
  readonly fit: FlameFit
  readonly middle: Guess
  readonly stages: readonly BrownStageLive[]
  readonly sound: BrownLive['sound']
  readonly off: BrownMoment | undefined
}
type Worked = Pick<LiveContext, 'state' | 'step' | 'startedAtMs' | 'nowMs'>

/** When a stage comes, s, 10–50–90 %, by all the flames that it may be; infinite where it never does. */
function stageS({ known, fit, middle }: Pick<Fitted, 'known' | 'fit' | 'middle'>, mark: BrownMark) {
  const of = (g: Guess) => g.course.marks[mark]?.s ?? Infinity
  const value = of(middle)
  const rows = fit.guesses.map((g) => ({ s: of(g), chance: g.chance })).sort((a, b) => a.s - b.s)
  const at = (share: number) => {
    let sum = 0
    return rows.find((r) => (sum += r.chance) >= share)?.s ?? Infinity
  }
  if (!Number.isFinite(value)) return { low: at(0.1), value, high: Infinity }
  const isByNose = BROWN_MARKS.indexOf(mark) > BROWN_MARKS.indexOf('silent')
  const isHeard = known.heard.some((h) => h.mark === mark)
  const sinceQuiet = value - (middle.course.marks.silent?.s ?? value)
  const noseS = isByNose && !isHeard ? Z10 * NOSE_SD * sinceQuiet : 0
  return {
    low: value - Math.hypot(value - Math.min(value, at(0.1)), noseS),
    value,
    high: value + Math.hypot(Math.max(value, at(0.9)) - value, noseS),
  }
}

function fitted(plan: BrownPlan, { state, step, startedAtMs }: Worked): Fitted {
  const known = knownOf(state, { stepId: step.id, startedAtMs })
  const fit = fitFlame(plan, known)
  const middle = guessOf(plan, known, fit.meanZ)
  const { moments } = middle.course
  const atMs = (s: number) => startedAtMs + 1000 * s
  return {
    known,
    fit,
    middle,
    stages: BROWN_MARKS.map((mark) => {
      const s = stageS({ known, fit, middle }, mark)
      const seenAtMs = known.heard.find((h) => h.mark === mark)?.atMs
      return {
        mark,
        ...(seenAtMs !== undefined && { seenAtMs }),
        lowAtMs: atMs(s.low),
        atMs: atMs(s.value),
        highAtMs: atMs(s.high),
      }
    }),
    sound: moments.flatMap((m, i) => {
      const before = moments[i - 1]
      if (!before || m.s % SOUND_EVERY_S !== 0 || m.waterG >= before.waterG) return []
      return [{ s: m.s, gPerS: (before.waterG - m.waterG) / (m.s - before.s) }]
    }),
    off: known.turns.at(-1)?.level === 'off' ? undefined : comesByItself(plan, moments),
  }
}
/** Fits are kept with the facts that they are of. */
const fitsOf = onceFor((_: BatchState) => new Map<string, Fitted>())
function fittedOnce(plan: BrownPlan, worked: Worked): Fitted {
  const fits = fitsOf(worked.state)
  const found = fits.get(worked.step.id) ?? fitted(plan, worked)
  fits.set(worked.step.id, found)
  return found
}

/** How butter stands and when each stage comes. */
export function liveBrown(plan: BrownPlan, worked: Worked): BrownLive {
  const { known, fit, middle, stages, sound, off } = fittedOnce(plan, worked)
  const { startedAtMs, nowMs } = worked
  const { marks, moments } = middle.course
  const nowS = ((known.stoppedAtMs ?? nowMs) - startedAtMs) / 1000
  const now = moments.findLast((m) => m.s <= nowS) ?? moments[0]
  const waterG = now?.waterG ?? 0
  return {
    level: known.turns.at(-1)?.level ?? plan.heat,
    powerW: middle.powerW,
    sdLnPower: plan.sdLnPower * fit.sdZ,
    heard: known.said.length,
    stages,
    tempC: now?.tempC ?? 0,
    waterG,
    browned: now?.browned ?? 0,
    massG: plan.massG * (1 - plan.butter.waterFrac) + waterG,
    sound,
    windowS: (marks.burnt?.s ?? Infinity) - (marks.noisette?.s ?? 0),
    offAt: off && { atMs: startedAtMs + 1000 * off.s, tempC: off.tempC },
    stoppedAtMs: known.stoppedAtMs,
    isContrary: known.isContrary,
  }
}

const planOf = ({ planned }: Pick<LiveContext, 'planned'>): BrownPlan | undefined =>
  planned?.work.kind === 'brown' ? planned.work.browns : undefined

/** When it would smell of nuts if the flame were turned to that now, ms; infinite where it never would. */
export function nuttyAtFlameMs(context: Worked & Pick<LiveContext, 'planned'>, level: HeatLevel): number {
  const plan = planOf(context)
  if (!plan) return Infinity
  const { known, fit } = fittedOnce(plan, context)
  const turning = { fromS: (context.nowMs - context.startedAtMs) / 1000, level }
  const { marks } = guessOf(plan, { ...known, turns: [...known.turns, turning] }, fit.meanZ).course
  return context.startedAtMs + 1000 * (marks.noisette?.s ?? Infinity)
}

const stageOf = (live: BrownLive, mark: BrownMark) => live.stages.find((s) => s.mark === mark)

/** Butter that is browned: its seconds follow what is heard; it is listened for before it goes quiet, and stopped before it is burnt. */
export const watchBrown: Watch = {
  live(context): TimedLive | undefined {
    const timed = watchMinutes.live(context) as TimedLive | undefined
    const plan = planOf(context)
    if (!timed || !plan) return timed
    const brown = liveBrown(plan, context)
    const nutty = stageOf(brown, 'noisette')
    const over = brown.stoppedAtMs ?? nutty?.seenAtMs
    const comes = over === undefined ? nutty : { lowAtMs: over, atMs: over, highAtMs: over }
    if (!comes || !Number.isFinite(comes.atMs)) return { ...timed, brown, lookAtMs: undefined }
    return {
      ...timed,
      brown,
      lowAtMs: comes.lowAtMs,
      endsAtMs: comes.atMs,
      highAtMs: comes.highAtMs,
      lookAtMs: undefined,
    }
  },
  deadlines(live, context) {
    if (live.kind !== 'timed' || !live.brown) return watchMinutes.deadlines(live, context)
    if (live.brown.stoppedAtMs !== undefined) return [{ kind: 'step', code: 'stepEnds', atMs: live.endsAtMs }]
    const quiet = stageOf(live.brown, 'silent')
    const isListenedFor = quiet && quiet.seenAtMs === undefined && Number.isFinite(quiet.lowAtMs)
    return [
      ...(isListenedFor ? [{ kind: 'lookSoon' as const, code: 'look' as const, atMs: quiet.lowAtMs }] : []),
      { kind: 'actNow', code: 'quench', atMs: live.lowAtMs, isFragile: true },
    ]
  },
}
