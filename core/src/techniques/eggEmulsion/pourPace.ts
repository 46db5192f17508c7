import type { ButterParts } from '../../mixture/butterFat'
import {
  DROPS_G_PER_S,
  FREE_OIL,
  recommendedPourGPerS,
  runPour,
  type PourSetting,
  type PourState,
} from './butterPour'

/** How butter goes into yolk: drops and then as fast as it is taken up; in thirds, each faster than the one before; by spoonfuls, each whisked in before the next; in a stream that stays as it is. */
export const POUR_PACES = ['growing', 'thirds', 'spoonfuls', 'steady'] as const
export type PourPace = (typeof POUR_PACES)[number]
/** What is under the bowl meanwhile: nothing, the bath on and off, the bath. */
export const POUR_OVERS = ['off', 'onOff', 'over'] as const
export type PourOver = (typeof POUR_OVERS)[number]

/** A pace as a plan settles it. */
export interface PacePlan {
  readonly pace: PourPace
  /** g/s: one for each third, one for a steady stream, what spoonfuls come to; none where it grows with what is in. */
  readonly ratesGPerS: readonly number[]
  /** A spoonful, g, and the seconds until it is whisked in. */
  readonly doseG?: number | undefined
  readonly everyS?: number | undefined
  readonly seconds: number
  /** The most that lies free as oil on the way, 0..1. */
  readonly peakFreeOil: number
}

/** No more oil lies free at this pace than half of what warns. */
const FREE_AT_MOST = FREE_OIL.warn / 2
const LONGEST_S = 3600
/** A pace is looked for with whole seconds, and no finer than a cook can pour. */
const [LOOK_STEP_S, HALVINGS, FASTEST_G_PER_S] = [0.5, 12, 20]
const [LEAST_DOSE_G, MOST_DOSE_G, WHISKED_IN_G] = [3, 60, 0.5]
const LESS = 0.7
const THIRDS = 3

interface Poured {
  readonly setting: PourSetting
  readonly butter: ButterParts
}

const runAt = (start: PourState, poured: Poured, gPerS: number, massG: number) => {
  let left = massG
  return runPour(start, poured, {
    feedOf: () => {
      const feed = Math.min(gPerS, left / LOOK_STEP_S)
      left -= feed * LOOK_STEP_S
      return feed
    },
    mostS: LONGEST_S,
    stepS: LOOK_STEP_S,
    isDone: (_, inG) => inG >= massG - 1e-6,
  })
}

/** The fastest stream that, kept as it is until so much is in, never leaves more oil lying than is well, g/s; drops at the least. */
function fastestSteady(start: PourState, poured: Poured, massG: number): number {
  let [low, high] = [DROPS_G_PER_S, FASTEST_G_PER_S]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = Math.sqrt(low * high)
    if (runAt(start, poured, middle, massG).peakFreeOil <= FREE_AT_MOST) low = middle
    else high = middle
  }
  return low
}

function inStretches(start: PourState, poured: Poured, massG: number, stretches: number) {
  let [state, seconds, peakFreeOil] = [start, 0, 0]
  const ratesGPerS: number[] = []
  for (let i = 0; i < stretches; i++) {
    const partG = massG / stretches
    const rate = fastestSteady(state, poured, partG)
    const run = runAt(state, poured, rate, partG)
    ratesGPerS.push(rate)
    state = run.state
    seconds += run.atS
    peakFreeOil = Math.max(peakFreeOil, run.peakFreeOil)
  }
  return { ratesGPerS, seconds, peakFreeOil }
}

/** What one spoonful at once leaves lying, and how long it is whisked. */
function spoonful(start: PourState, poured: Poured, doseG: number) {
  let given = false
  return runPour(start, poured, {
    feedOf: () => {
      if (given) return 0
      given = true
      return doseG / LOOK_STEP_S
    },
    mostS: LONGEST_S,
    stepS: LOOK_STEP_S,
    isDone: ({ freeG }) => given && freeG < WHISKED_IN_G,
  })
}

function bySpoonfuls(start: PourState, poured: Poured, massG: number): Omit<PacePlan, 'pace'> {
  let [low, high] = [LEAST_DOSE_G, Math.min(MOST_DOSE_G, Math.max(LEAST_DOSE_G, massG))]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (spoonful(start, poured, middle).peakFreeOil <= FREE_OIL.warn) low = middle
    else high = middle
  }
  const doseG = Math.floor(low)
  let [state, seconds, peakFreeOil, inG] = [start, 0, 0, 0]
  while (inG < massG - 1e-6) {
    let spoonG = Math.min(doseG, massG - inG)
    let run = spoonful(state, poured, spoonG)
    // the fuller of fat it is, the less it takes at once
    for (; run.peakFreeOil > FREE_OIL.warn && spoonG > LEAST_DOSE_G; run = spoonful(state, poured, spoonG))
      spoonG = Math.max(LEAST_DOSE_G, spoonG * LESS)
    state = run.state
    seconds += run.atS
    peakFreeOil = Math.max(peakFreeOil, run.peakFreeOil)
    inG += spoonG
    if (state.isBroken || seconds > LONGEST_S) break
  }
  const everyS = seconds / Math.ceil(massG / doseG)
  return { ratesGPerS: [doseG / everyS], doseG, everyS, seconds, peakFreeOil }
}

/** What a pace comes to for a bowl: its rates, its seconds, and the oil that lies free on the way. `emulsion:§3` */
export function settlePace(pace: PourPace, start: PourState, poured: Poured, massG: number): PacePlan {
  if (massG <= 0) return { pace, ratesGPerS: [], seconds: 0, peakFreeOil: 0 }
  switch (pace) {
    case 'steady':
      return { pace, ...inStretches(start, poured, massG, 1) }
    case 'thirds':
      return { pace, ...inStretches(start, poured, massG, THIRDS) }
    case 'spoonfuls':
      return { pace, ...bySpoonfuls(start, poured, massG) }
    default: {
      const run = runPour(start, poured, {
        feedOf: (state) =>
          Math.max(DROPS_G_PER_S, recommendedPourGPerS(state, poured.setting, poured.butter)),
        mostS: LONGEST_S / 2,
        isDone: (_, pouredG) => pouredG >= massG,
      })
      return { pace, ratesGPerS: [], seconds: run.atS, peakFreeOil: run.peakFreeOil }
    }
  }
}

/** The pace of the plan when so much is in, g/s; none where it grows with what is in. */
export function paceRateGPerS(
  { ratesGPerS }: Pick<PacePlan, 'ratesGPerS'>,
  inG: number,
  goalG: number,
): number | undefined {
  if (ratesGPerS.length === 0) return undefined
  const i = Math.floor((ratesGPerS.length * inG) / Math.max(1, goalG))
  return ratesGPerS[Math.max(0, Math.min(ratesGPerS.length - 1, i))]
}
