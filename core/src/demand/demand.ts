import { normalCdf } from '../solve/normal'

/** Guests who sit down about a time: how many, when (minutes of the service), how far apart. */
export interface Sitting {
  readonly covers: number
  readonly atMin: number
  readonly sdMin: number
}
/** Of those, how many take the sauce, and how long after sitting down it is called. */
export interface Taking {
  readonly shareFrac: number
  readonly delayMin: number
}
/** How far a forecast of covers is off, as a share (judgement). `kitchen:§12` */
export const COVERS_CV = { booked: 0.1, guessed: 0.25 } as const

/** Portions expected in a stretch of the service. `kitchen:K-D1` */
export function expectedPortions(
  sittings: readonly Sitting[],
  { shareFrac, delayMin }: Taking,
  fromMin: number,
  toMin: number,
): number {
  return sittings.reduce((sum, { covers, atMin, sdMin }) => {
    const until = (min: number) => normalCdf((min - atMin - delayMin) / Math.max(1e-6, sdMin))
    return sum + covers * shareFrac * (until(toMin) - until(fromMin))
  }, 0)
}

const MOST = 5000
/** Chances of 0, 1, 2 … portions: Poisson, or wider by the forecast's own error. @param cv - 0 for a forecast that is right */
export function portionChances(mean: number, cv: number): (k: number) => number {
  const known: number[] = [] // logarithms: the chance of none at all is too small for a number where many are expected
  const size = cv > 0 ? 1 / cv ** 2 : Infinity
  const first = cv > 0 ? size * Math.log(size / (size + mean)) : -mean
  return (k) => {
    for (let i = known.length; i <= k; i++) {
      const before = known[i - 1]
      const step = cv > 0 ? ((i - 1 + size) * mean) / (i * (size + mean)) : mean / i
      known.push(before === undefined ? first : before + Math.log(step))
    }
    return Math.exp(known[k] ?? -Infinity)
  }
}

/** What a batch of so many portions comes to: portions left over and missing on average, and the chance that it is not enough. `kitchen:K-D3 K-D4` */
export function batchOutcome(portions: number, mean: number, cv: number) {
  const chance = portionChances(mean, cv)
  let wasted = 0
  let enough = 0
  for (let k = 0; k <= portions; k++) {
    wasted += (portions - k) * chance(k)
    enough += chance(k)
  }
  return { wasted, short: mean - portions + wasted, shortProb: Math.max(0, 1 - enough) }
}

/** The smallest batch that is worth it: running out costs so much more than throwing away. `kitchen:K-D2` */
export function newsvendor(
  mean: number,
  cv: number,
  { under, over }: { readonly under: number; readonly over: number },
) {
  const chance = portionChances(mean, cv)
  const wanted = under / (under + over)
  let sum = 0
  for (let q = 0; q < MOST; q++) {
    sum += chance(q)
    if (sum >= wanted) return q
  }
  return MOST
}
