import {
  stepYolkBath,
  yolkStage,
  type YolkBathControl,
  type YolkBathSetup,
  type YolkBathState,
  type YolkStage,
} from './yolkBath'

/** Longest step that the steel wall's time constant of about 6 s allows, s. */
export const BATH_STEP_S = 0.5

/** Where a run ended. */
export interface YolkBathRun {
  readonly state: YolkBathState
  readonly stage: YolkStage
  readonly isByWall: boolean
  readonly peakC: number
  readonly isReached: boolean
}

/** How a run is worked, and when it is over. */
export interface YolkBathRules {
  /** What is done at a moment; asked before every step. */
  readonly controlOf: (state: YolkBathState) => YolkBathControl
  /** Asked after every step, with the stage from the new state. */
  readonly isDone: (state: YolkBathState, stage: YolkStage) => boolean
  readonly mostS: number
}

/** Runs a bowl until something is true, or for at most a time. */
export function runYolkBath(
  setup: YolkBathSetup,
  start: YolkBathState,
  { controlOf, isDone, mostS }: YolkBathRules,
): YolkBathRun {
  let state = start
  let seen = yolkStage(setup, state, controlOf(state))
  let peakC = state.tempC
  for (let i = 0; i * BATH_STEP_S < mostS; i++) {
    const control = controlOf(state)
    state = stepYolkBath(setup, state, control, BATH_STEP_S)
    seen = yolkStage(setup, state, control)
    peakC = Math.max(peakC, state.tempC)
    if (isDone(state, seen.stage)) return { state, ...seen, peakC, isReached: true }
  }
  return { state, ...seen, peakC, isReached: false }
}
