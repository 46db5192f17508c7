import { normalCdf } from '../../solve/normal'
import type { PanBelief } from './estimator'

/** Longest forecast, minutes; beyond it there is "no upper bound yet". */
export const HORIZON_MIN = 1440
const GRID = 1.1
const FINE_MIN = 1e-3 // a sixteenth of a second

/** Probability that the liquid is down to a mass within so many minutes of boiling. */
export function doneProbability(belief: PanBelief, targetMassG: number, boilMin: number): number {
  const { massG, rateGPerMin, varMass, covMassRate, varRate, drift } = belief
  const variance = varMass - 2 * boilMin * covMassRate + boilMin ** 2 * varRate + (drift * boilMin ** 3) / 3
  return normalCdf((targetMassG - massG + rateGPerMin * boilMin) / Math.sqrt(Math.max(variance, 1e-12)))
}

/**
 * Minutes from now until the target is reached with probability `p`, the warming-up included. `reduction:K1–K7`
 * @returns undefined where no bound is found within a day
 */
export function minutesToTarget(belief: PanBelief, targetMassG: number, p: number): number | undefined {
  if (doneProbability(belief, targetMassG, 0) >= p) return 0
  let low = 0
  let high = 1
  while (doneProbability(belief, targetMassG, high) < p) {
    low = high
    high *= GRID
    if (high > HORIZON_MIN) return undefined
  }
  while (high - low > FINE_MIN) {
    const mid = (low + high) / 2
    if (doneProbability(belief, targetMassG, mid) >= p) high = mid
    else low = mid
  }
  return high + belief.deadMin
}

/** A forecast with its band, minutes from the belief's moment. */
export interface Forecast {
  readonly p10Min: number | undefined
  readonly p50Min: number | undefined
  readonly p90Min: number | undefined
}

/** The 10–50–90 % band that every screen shows. */
export function forecast(belief: PanBelief, targetMassG: number): Forecast {
  const at = (p: number) => minutesToTarget(belief, targetMassG, p)
  return { p10Min: at(0.1), p50Min: at(0.5), p90Min: at(0.9) }
}
