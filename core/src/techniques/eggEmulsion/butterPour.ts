import { waterDensityKgPerM3 } from '../../heat/water'
import { clamp } from '../../solve/clamp'
import { milkFatGPerMl, SNF_G_PER_ML, type ButterParts } from '../../mixture/butterFat'

// emulsion.md §3; rates and limits are calibrated assumptions
/** Work a tool does to the drops. */
export const TOOLS = { spoon: 0.4, handWhisk: 1, hardHandWhisk: 1.5, handMixer: 3, stickBlender: 6 } as const
export type Tool = keyof typeof TOOLS
/** Temperatures between which fat goes in: from none over full to none again, °C. */
export const POUR_WINDOW_C = { egg: [28, 42, 64, 74], mounted: [30, 40, 57, 66] } as const
/** Outside these the bench warns before butter is poured into an egg sauce, °C: two kelvin past where the pour is at its best. */
export const POUR_WARNS_C = {
  tooCool: POUR_WINDOW_C.egg[1] - 2,
  tooHot: POUR_WINDOW_C.egg[2] + 2,
} as const
/** Share of free oil at which to stop pouring, and at which it is broken. */
export const FREE_OIL = { warn: 0.04, broken: 0.12 } as const
const BROKEN_RATE = 0.05
const BROKEN_S = 120
const RECOMMENDED = 0.8
const FREE_GOES_IN_S = 3

/** The bowl while butter goes in: fat taken in, fat lying free, water phase. */
export interface PourState {
  readonly emulsifiedG: number
  readonly freeG: number
  readonly continuousMl: number
  readonly isBroken: boolean
}
/** How it is poured and whisked. */
export interface PourSetting {
  readonly tempC: number
  readonly tool: Tool
  readonly highestPhaseFrac: number
  readonly window?: keyof typeof POUR_WINDOW_C
}

const trapezoid = (x: number, [a, b, c, d]: readonly [number, number, number, number]) =>
  clamp(Math.min((x - a) / (b - a), (d - x) / (d - c)), 0, 1)
const EMULSIFIED_G_PER_ML = 1.01

/** Fastest that the bowl takes fat in, g/s. `emulsion:A1` */
export function fastestUptakeGPerS(
  { emulsifiedG, continuousMl }: PourState,
  { tempC, tool, highestPhaseFrac, window = 'egg' }: PourSetting,
): number {
  const emulsifiedMl = emulsifiedG / milkFatGPerMl(tempC)
  const phi = emulsifiedMl / (emulsifiedMl + continuousMl)
  const crowding = phi <= 0.6 ? 1 : Math.max(0, (highestPhaseFrac - phi) / (highestPhaseFrac - 0.6))
  return (
    0.4 *
    (continuousMl / 75) *
    TOOLS[tool] *
    (1 + (2 * emulsifiedG) / (EMULSIFIED_G_PER_ML * continuousMl)) *
    trapezoid(tempC, POUR_WINDOW_C[window]) *
    crowding
  )
}

/** A pour with a fifth in hand, g of butter a second. */
export function recommendedPourGPerS(state: PourState, setting: PourSetting, butter: ButterParts): number {
  return (RECOMMENDED * fastestUptakeGPerS(state, setting)) / butter.fatFrac
}

/** Slowest pour that is still a pour, g/s: drops. */
export const DROPS_G_PER_S = 0.2

/** Share of the volume that lies free as oil, 0..1. */
export function freeOilFrac({ emulsifiedG, freeG, continuousMl }: PourState, tempC: number): number {
  const rho = milkFatGPerMl(tempC)
  const freeMl = freeG / rho
  return freeMl / (freeMl + emulsifiedG / rho + continuousMl)
}

/** What is poured, with which tool into how warm a bowl. */
export interface Pouring {
  readonly setting: PourSetting
  readonly butter: ButterParts
}

/** One step of a pour (Euler; a quarter of a second converges). */
export function stepPour(
  state: PourState,
  { setting, butter }: Pouring,
  feedGPerS: number,
  dtS: number,
): PourState {
  const most = fastestUptakeGPerS(state, setting) * (state.isBroken ? BROKEN_RATE : 1)
  const uptake = Math.min(most, feedGPerS * butter.fatFrac + state.freeG / FREE_GOES_IN_S)
  const leak = state.isBroken ? state.emulsifiedG / BROKEN_S : 0
  const rhoW = waterDensityKgPerM3(setting.tempC) / 1000
  const next = {
    emulsifiedG: state.emulsifiedG + (uptake - leak) * dtS,
    freeG: Math.max(0, state.freeG + (feedGPerS * butter.fatFrac - uptake + leak) * dtS),
    continuousMl:
      state.continuousMl + feedGPerS * (butter.waterFrac / rhoW + butter.snfFrac / SNF_G_PER_ML) * dtS,
    isBroken: state.isBroken,
  }
  return { ...next, isBroken: state.isBroken || freeOilFrac(next, setting.tempC) > FREE_OIL.broken }
}

const POUR_STEP_S = 0.25

/** What came of a pour. */
export interface PourRun {
  readonly state: PourState
  readonly atS: number
  readonly peakFreeOil: number
  readonly warnedAtS: number | undefined
  readonly brokeAtS: number | undefined
}

/** How a run pours, and when it is over. */
export interface PourRules {
  /** g of butter a second; asked with the state before each step. */
  readonly feedOf: (state: PourState, atS: number) => number
  readonly mostS: number
  /** A quarter of a second unless told. */
  readonly stepS?: number
  readonly isDone?: (state: PourState, pouredG: number) => boolean
}

/**
 * Pours until the butter is in, it breaks, or the time is over. `emulsion:A2–A5`
 */
export function runPour(
  start: PourState,
  pouring: Pouring,
  { feedOf, mostS, stepS = POUR_STEP_S, isDone = () => false }: PourRules,
): PourRun {
  const { setting } = pouring
  let state = start
  let peakFreeOil = 0
  let warnedAtS: number | undefined
  let brokeAtS: number | undefined
  let pouredG = 0
  for (let i = 1; i * stepS <= mostS + 1e-9; i++) {
    const feed = feedOf(state, (i - 1) * stepS)
    pouredG += feed * stepS
    state = stepPour(state, pouring, feed, stepS)
    const free = freeOilFrac(state, setting.tempC)
    peakFreeOil = Math.max(peakFreeOil, free)
    if (free > FREE_OIL.warn) warnedAtS ??= i * stepS
    if (state.isBroken) brokeAtS ??= i * stepS
    if (isDone(state, pouredG)) return { state, atS: i * stepS, peakFreeOil, warnedAtS, brokeAtS }
  }
  return { state, atS: mostS, peakFreeOil, warnedAtS, brokeAtS }
}
