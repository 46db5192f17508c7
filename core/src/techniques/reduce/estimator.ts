import { WATER_J_PER_G_K, waterLatentHeatJPerG } from '../../heat/water'

/** Belief about a reducing pan: mass of liquid and its loss, with their covariance. Time in minutes, mass in g. Kalman filter of reduction.md §4. */
export interface PanBelief {
  readonly atMin: number
  readonly massG: number
  readonly rateGPerMin: number
  readonly varMass: number
  readonly covMassRate: number
  readonly varRate: number
  /** Variance growth of the rate per minute. */
  readonly drift: number
  readonly rate0GPerMin: number
  /** Minutes of boiling still lost to warming up. */
  readonly deadMin: number
  readonly isOff: boolean
  readonly pendingOutlier?: { readonly innovationG: number; readonly sigmaG: number; readonly atMin: number }
  /** The last five innovations in standard deviations, newest last. */
  readonly recentInnovations: readonly number[]
  readonly wasDriftDoubled: boolean
}

/** Constants of the filter; judgement unless reduction.md names a source. */
export const ESTIMATOR = {
  gateSigmas: 3,
  hardlyEvaporating: 0.05,
  heatChangeSd: 0.25,
  flashShare: 0.01,
  boilLatentJPerG: 2257,
  surprise: 1.5,
  surprisesInFive: 4,
} as const

/** What a reading did to the belief. */
export type ReadingVerdict = 'taken' | 'outlier' | 'shift'

/** The belief before the first reading. */
export function startBelief(start: {
  massG: number
  sdMassG: number
  rateGPerMin: number
  sdRateGPerMin: number
  driftPerRootMin: number
  deadMin?: number
  atMin?: number
}): PanBelief {
  return {
    atMin: start.atMin ?? 0,
    massG: start.massG,
    rateGPerMin: start.rateGPerMin,
    varMass: start.sdMassG ** 2,
    covMassRate: 0,
    varRate: start.sdRateGPerMin ** 2,
    drift: (start.driftPerRootMin * start.rateGPerMin) ** 2,
    rate0GPerMin: start.rateGPerMin,
    deadMin: start.deadMin ?? 0,
    isOff: false,
    recentInnovations: [],
    wasDriftDoubled: false,
  }
}

/** The belief at a later minute; nothing leaves while the pan is off or still warming up. */
export function predictTo(belief: PanBelief, atMin: number): PanBelief {
  const elapsed = atMin - belief.atMin
  if (elapsed <= 0) return belief
  if (belief.isOff) return { ...belief, atMin }
  const dead = Math.min(elapsed, belief.deadMin)
  const dt = elapsed - dead
  const { massG, rateGPerMin, varMass, covMassRate, varRate, drift } = belief
  return {
    ...belief,
    atMin,
    deadMin: belief.deadMin - dead,
    massG: massG - rateGPerMin * dt,
    varMass: varMass - 2 * dt * covMassRate + dt * dt * varRate + (drift * dt ** 3) / 3,
    covMassRate: covMassRate - dt * varRate - (drift * dt * dt) / 2,
    varRate: varRate + drift * dt,
  }
}

/**
 * Takes a reading of the liquid's mass. `reduction:K2 K5 K6`
 *
 * A reading outside three standard deviations is held back; a second one that agrees with it moves the level (an unlogged addition or ladle).
 * @param reading - mass of the liquid, g, its standard deviation, g, and the minute
 */
export function takeReading(
  before: PanBelief,
  reading: { massG: number; sigmaG: number; atMin: number },
): { belief: PanBelief; verdict: ReadingVerdict } {
  const prior = predictTo(before, reading.atMin)
  const s = prior.varMass + reading.sigmaG ** 2
  const innovationG = reading.massG - prior.massG
  if (Math.abs(innovationG) > ESTIMATOR.gateSigmas * Math.sqrt(s)) return doubt(prior, reading, innovationG)
  const kMass = prior.varMass / s
  const kRate = prior.covMassRate / s
  const updated: PanBelief = {
    ...prior,
    massG: prior.massG + kMass * innovationG,
    rateGPerMin: prior.rateGPerMin + kRate * innovationG,
    varRate: prior.varRate - kRate * prior.covMassRate,
    covMassRate: prior.covMassRate - kMass * prior.covMassRate,
    varMass: prior.varMass - kMass * prior.varMass,
    recentInnovations: [...prior.recentInnovations, Math.abs(innovationG) / Math.sqrt(s)].slice(-5),
  }
  delete (updated as { pendingOutlier?: unknown }).pendingOutlier
  return { belief: widenIfSurprised(holdRate(updated)), verdict: 'taken' }
}

/** A reading outside the gate: an outlier, or the second of two that say the level has moved. */
function doubt(
  prior: PanBelief,
  reading: { massG: number; sigmaG: number; atMin: number },
  innovationG: number,
): { belief: PanBelief; verdict: ReadingVerdict } {
  const first = prior.pendingOutlier
  const agrees =
    first !== undefined &&
    Math.sign(first.innovationG) === Math.sign(innovationG) &&
    Math.abs(innovationG - first.innovationG) <=
      3 *
        Math.sqrt(
          reading.sigmaG ** 2 + first.sigmaG ** 2 + (reading.atMin - first.atMin) ** 2 * prior.varRate,
        )
  if (!agrees)
    return {
      belief: { ...prior, pendingOutlier: { innovationG, sigmaG: reading.sigmaG, atMin: reading.atMin } },
      verdict: 'outlier',
    }
  const moved: PanBelief = { ...prior, massG: reading.massG, varMass: reading.sigmaG ** 2, covMassRate: 0 }
  delete (moved as { pendingOutlier?: unknown }).pendingOutlier
  return { belief: moved, verdict: 'shift' }
}

/** A rate near zero is held just above it: the screen then says "hardly evaporating". */
function holdRate(belief: PanBelief): PanBelief {
  return belief.rateGPerMin < ESTIMATOR.hardlyEvaporating * belief.rate0GPerMin
    ? { ...belief, rateGPerMin: ESTIMATOR.hardlyEvaporating * belief.rate0GPerMin }
    : belief
}

/** Whether the pan loses so little that its forecast means nothing. */
export function isHardlyEvaporating(belief: PanBelief): boolean {
  return belief.rateGPerMin <= ESTIMATOR.hardlyEvaporating * belief.rate0GPerMin
}

/** Four surprises among five readings: the flame is being touched, so trust the rate less. */
function widenIfSurprised(belief: PanBelief): PanBelief {
  const surprises = belief.recentInnovations.filter((z) => z > ESTIMATOR.surprise).length
  if (belief.wasDriftDoubled || surprises < ESTIMATOR.surprisesInFive) return belief
  return { ...belief, drift: belief.drift * 4, wasDriftDoubled: true } // twice the drift is four times its variance
}

/** Something went in (or, negative, out); a cold liquid stalls the boil for a while. `reduction:K3` */
export function addMass(
  belief: PanBelief,
  addition: { massG: number; sdG: number; coolerByK?: number },
): PanBelief {
  const stall =
    addition.massG > 0
      ? (addition.massG * WATER_J_PER_G_K * Math.max(0, addition.coolerByK ?? 0)) /
        (belief.rateGPerMin * ESTIMATOR.boilLatentJPerG)
      : 0
  return {
    ...belief,
    massG: belief.massG + addition.massG,
    varMass: belief.varMass + addition.sdG ** 2,
    deadMin: belief.deadMin + stall,
  }
}

/** Minutes without evaporation while cold liquid warms: m·c·ΔT over the power that the rate stands for. */
export function warmUpDeadMin(massG: number, deltaK: number, rateGPerMin: number): number {
  return (massG * WATER_J_PER_G_K * Math.max(0, deltaK)) / (rateGPerMin * waterLatentHeatJPerG(98))
}

/** The flame was turned: `ratio` is the new net evaporation over the old. `reduction:K4` */
export function changeHeat(belief: PanBelief, ratio: number): PanBelief {
  const rate = belief.rateGPerMin * ratio
  return {
    ...belief,
    rateGPerMin: rate,
    covMassRate: belief.covMassRate * ratio,
    varRate: ratio ** 2 * belief.varRate + (ESTIMATOR.heatChangeSd * rate) ** 2,
    drift: belief.drift * ratio ** 2,
    deadMin: ratio > 0 ? belief.deadMin / ratio : belief.deadMin,
  }
}

/** Off the heat: a last breath of steam, then nothing leaves. `reduction:K7` */
export function liftPan(belief: PanBelief): PanBelief {
  const flashG = ESTIMATOR.flashShare * belief.massG
  return { ...belief, isOff: true, massG: belief.massG - flashG, varMass: belief.varMass + flashG ** 2 }
}

/** Back on the heat. */
export function returnPan(belief: PanBelief): PanBelief {
  return { ...belief, isOff: false }
}
