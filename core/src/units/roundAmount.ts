import { saltTsp } from '../techniques/season/seasoning'

/** An amount as a scale, a jug or a spoon can show it. */
export interface ShownAmount {
  readonly value: number
  readonly unit: 'g' | 'ml' | 'tsp' | 'pieces'
}

const JUG_STEPS_ML = [
  [100, 5],
  [1000, 10],
  [Infinity, 50],
] as const
const SPOON_STEP_TSP = 0.25

/** A mass on a scale of a given step; the step doubles to 5 g from a kilogram up, where a kitchen scale's error does too. */
export function roundMass(massG: number, scaleStepG: number): ShownAmount {
  const step = massG >= 1000 ? Math.max(5, scaleStepG) : scaleStepG
  return { value: Math.max(step, Math.round(massG / step) * step), unit: 'g' }
}

/** A volume in a measuring jug. */
export function roundVolume(volumeMl: number): ShownAmount {
  const step = (JUG_STEPS_ML.find(([below]) => volumeMl < below) ?? [0, 50])[1]
  return { value: Math.max(step, Math.round(volumeMl / step) * step), unit: 'ml' }
}

/** A pinch a scale cannot show, as quarter teaspoons of fine salt. */
export function roundSaltSpoons(massG: number): ShownAmount {
  return {
    value: Math.max(SPOON_STEP_TSP, Math.round(saltTsp(massG, 'fineSea') / SPOON_STEP_TSP) * SPOON_STEP_TSP),
    unit: 'tsp',
  }
}

/** Whole pieces; a quarter too few is let go, more is one piece more. */
export function roundPieces(massG: number, pieceG: number): ShownAmount {
  return { value: Math.max(1, Math.ceil(massG / pieceG - 0.25)), unit: 'pieces' }
}
