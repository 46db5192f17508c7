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

/**
 * Runs a bowl until something is true, or for at most a time.
 *
 * @param controlOf - what is done at a moment; asked before every step
 * @param isDone - asked after every step, with the stage from the new state
 */
export function runYolkBath(
  setup: YolkBathSetup,
  start: YolkBathState,
  controlOf: (state: YolkBathState) => YolkBathControl,
  isDone: (state: YolkBathState, stage: YolkStage) => boolean,
  mostS: number,
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
