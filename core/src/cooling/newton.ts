/** A thing that cools towards what is around it: its time constant, min, and the surroundings, °C. */
export interface Newton {
  readonly tauMin: number
  readonly aroundC: number
}

/** Temperature after so many minutes, °C (Newton's law). */
export function newtonTempC({ tauMin, aroundC }: Newton, startC: number, min: number): number {
  return aroundC + (startC - aroundC) * Math.exp(-min / tauMin)
}

/** Minutes from one temperature down (or up) to another; endless where the surroundings lie between. `reduction:N1` */
export function newtonMin({ tauMin, aroundC }: Newton, startC: number, endC: number): number {
  const share = (startC - aroundC) / (endC - aroundC)
  if (startC === endC) return 0
  return share > 1 ? tauMin * Math.log(share) : Infinity
}

/**
 * Time constant from two readings of one probe, min. `reduction:N2`
 * @returns endless where it did not move towards its surroundings
 */
export function tauFromReadingsMin(
  aroundC: number,
  first: { readonly min: number; readonly tempC: number },
  then: { readonly min: number; readonly tempC: number },
): number {
  const fell = Math.log((first.tempC - aroundC) / (then.tempC - aroundC))
  return fell > 0 ? (then.min - first.min) / fell : Infinity
}
