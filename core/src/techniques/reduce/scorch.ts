/** Rules of the last minute of a reduction (low confidence: let readings correct them). */
export const SCORCH = {
  filmSolidsFrac: 0.3,
  filmDepthMm: 5,
  wallC: 120,
  conductivityWPerMK: 0.45,
  dryMarginS: 90,
  preAlarmRatio: 1.25,
  misleadingDepthMm: 8,
} as const

/** Highest net flux, W/m², that a viscous film of this depth carries without its floor passing 120 °C. `reduction:E10` */
export function filmFluxLimitWPerM2(depthMm: number, boilC: number): number {
  return (SCORCH.conductivityWPerMK * (SCORCH.wallC - boilC)) / (depthMm / 1000)
}

/** Seconds from the target to a dry pan: water left at the target over the rate. */
export function dryMarginS(waterAtTargetG: number, rateGPerMin: number): number {
  return rateGPerMin > 0 ? (60 * waterAtTargetG) / rateGPerMin : Infinity
}
