import type { StagePlan } from '../../batch/batchPlan'

/** What a scale showed. */
export interface MassPoint {
  readonly atMs: number
  readonly grossG: number
}
/** A scale's sample as a mass of the liquid. */
export interface ScaledMass {
  readonly atMs: number
  readonly massG: number
  readonly sigmaG: number
}

const EVERY_MS = 10_000 // a second's sample tells what the next one does
const ON_HEAT_SD_G = 5 // steam, a spoon, the flame's draught: reduction.md §4
const OFF_IT_SHARE = 0.7

/** Pan and what lies in it, g: under most of that a scale does not carry it, or was zeroed with it on. */
export const bareG = (stage: Pick<StagePlan, 'tareG' | 'inPan'>): number => stage.tareG + stage.inPan.massG
export const isOffScale = (stage: Pick<StagePlan, 'tareG' | 'inPan'>, grossG: number): boolean =>
  grossG < OFF_IT_SHARE * bareG(stage)

/** Samples of a scale that a pan stands on, thinned, as masses of its liquid; those taken while it was off the scale are left out. */
export function scaleMasses(
  stage: Pick<StagePlan, 'tareG' | 'inPan'>,
  samples: readonly MassPoint[],
  putBackG: (atMs: number) => number = () => 0,
): ScaledMass[] {
  let keptMs = -Infinity
  return samples.flatMap(({ atMs, grossG }): ScaledMass[] => {
    const trueG = isOffScale(stage, grossG) ? grossG + putBackG(atMs) : grossG
    if (atMs - keptMs < EVERY_MS || isOffScale(stage, trueG)) return []
    keptMs = atMs
    return [{ atMs, massG: Math.max(0, trueG - bareG(stage)), sigmaG: ON_HEAT_SD_G }]
  })
}
