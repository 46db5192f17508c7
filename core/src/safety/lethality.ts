/** A temperature at a moment, from one probe. */
export interface TempPoint {
  readonly atMs: number
  readonly tempC: number
}
/** How fast heat kills: minutes for one log at 60 °C, and the temperature step that makes it ten times faster. */
export interface ThermalDeath {
  readonly d60Min: number
  readonly zK: number
}

/** Salmonella in plain liquid yolk (emulsion.md §6): central value; published from 0.28 to about 1 min. z from the former US time table. */
export const YOLK_SALMONELLA: ThermalDeath = { d60Min: 0.75, zK: 4.5 }
/** Points below this earn nothing, °C. */
export const CREDIT_FLOOR_C = 54
/** D doubled before showing: fat, salt and dried edges protect cells. */
export const CREDIT_D_FACTOR = 2
/** Error of an unchecked probe, taken off every reading, K. */
export const PROBE_ERROR_K = 1
/** Readings further apart than this are not one log, s. */
export const CREDIT_GAP_S = 10

const deathPerMin = (tempC: number, { d60Min, zK }: ThermalDeath) => 10 ** ((tempC - 60) / zK) / d60Min

/** Log reduction along a straight line between two readings; exact, with the part below the floor cut off. */
function segmentLog(a: TempPoint, b: TempPoint, death: ThermalDeath): number {
  const high = a.tempC <= b.tempC ? b : a
  let low = a.tempC <= b.tempC ? a : b
  if (high.tempC <= CREDIT_FLOOR_C) return 0
  let minutes = Math.abs(b.atMs - a.atMs) / 60_000
  if (low.tempC < CREDIT_FLOOR_C) {
    minutes *= (high.tempC - CREDIT_FLOOR_C) / (high.tempC - low.tempC)
    low = { ...low, tempC: CREDIT_FLOOR_C }
  }
  const [l1, l2] = [deathPerMin(low.tempC, death), deathPerMin(high.tempC, death)]
  return Math.abs(l2 - l1) < 1e-9 * l1 ? minutes * l1 : (minutes * (l2 - l1)) / Math.log(l2 / l1)
}

/**
 * Log reduction along a temperature log: ∫dt/D(T). `emulsion:P1–P4`
 * @param points - in order of time
 */
export function logReduction(points: readonly TempPoint[], death: ThermalDeath = YOLK_SALMONELLA): number {
  return points.slice(1).reduce((sum, point, i) => sum + segmentLog(points[i] as TempPoint, point, death), 0)
}

/** What may be shown of a log reduction: never finer, since larger numbers are extrapolation. */
export type CreditBand = 'none' | 'under5' | 'from5to8' | 'over8'

function bandOf(log: number): CreditBand {
  if (log < 5) return 'under5'
  return log <= 8 ? 'from5to8' : 'over8'
}

/**
 * Pasteurisation credit of a probe's log, by the credit rule: only between readings at most ten seconds apart, probe error taken off, D doubled.
 *
 * @param points - of one immersed probe in order of time; spot readings, cues and simulated temperatures must not be among them
 * @param sinceMs - raw egg added later begins anew
 */
export function pasteurisationCredit(
  points: readonly TempPoint[],
  sinceMs: number,
  probeErrorK = PROBE_ERROR_K,
): { readonly band: CreditBand; readonly log: number } {
  const own = points.filter((p) => p.atMs >= sinceMs).map((p) => ({ ...p, tempC: p.tempC - probeErrorK }))
  const death = { ...YOLK_SALMONELLA, d60Min: YOLK_SALMONELLA.d60Min * CREDIT_D_FACTOR }
  let log = 0
  for (let i = 1; i < own.length; i++) {
    const [a, b] = [own[i - 1], own[i]]
    if (a && b && b.atMs - a.atMs <= CREDIT_GAP_S * 1000) log += segmentLog(a, b, death)
  }
  return { log, band: own.length === 0 ? 'none' : bandOf(log) }
}
