/** Liquor among a bed of bones and roots, as a share of the bed (judgement). */
export const BED_HOLDS_FRAC = 0.45
/** Water goes in while it stands so far over the solids, mm, and up to so far. */
export const TOP_UP_MM = { at: 10, to: 40 } as const

/** Minutes until the liquor has sunk from one height over the solids to another. `kitchen:K-S5` */
export function sinksToMin(
  { areaM2, densityKgPerM3 }: { readonly areaM2: number; readonly densityKgPerM3: number },
  fromMm: number,
  toMm: number,
  rateGPerMin: number,
): number {
  if (rateGPerMin <= 0) return Infinity
  return Math.max(0, (areaM2 * (fromMm - toMm) * densityKgPerM3) / rateGPerMin)
}

/** Boiling water that lifts the liquor from one height to another, ml. `kitchen:K-S5` */
export const topUpMl = (areaM2: number, fromMm: number, toMm: number): number =>
  Math.max(0, areaM2 * (toMm - fromMm) * 1000)
