import { gammaQuantile } from '../../solve/distributions'

/** What a house knows of how much sooner or later its sauces break than the table says: a Gamma law of the factor. `emulsion:§5` */
export interface HouseHazard {
  readonly shape: number
  readonly rate: number
}
/** As good as two batches, neither worse nor better than the table (judgement). */
export const HAZARD_PRIOR: HouseHazard = { shape: 2, rate: 2 }

/** What batches taught: how many broke, over how much of the table's risk they stood in all. `emulsion:B6` */
export const refitHazard = (
  prior: HouseHazard,
  seen: { readonly broken: number; readonly exposure: number },
): HouseHazard => ({ shape: prior.shape + seen.broken, rate: prior.rate + seen.exposure })

/** The factor's mean, and what eight in ten of its law lie within. */
export const hazardBand = ({ shape, rate }: HouseHazard) => ({
  value: shape / rate,
  low: gammaQuantile(0.1, shape, rate),
  high: gammaQuantile(0.9, shape, rate),
})
export const hazardMean = ({ shape, rate }: HouseHazard): number => shape / rate

/** Chance that a batch breaks over so much of the table's risk; wider than with the mean put in. `emulsion:B6` */
export const brokenProb = ({ shape, rate }: HouseHazard, exposure: number): number =>
  1 - (rate / (rate + exposure)) ** shape

/** A batch for the slope of one coefficient: its exposure at a slope, and whether it was found broken at its end. */
export interface SlopeSeen {
  readonly exposureAt: (slope: number) => number
  readonly isBroken: boolean
}
const MOST_SD = 2
const NARROWED = 60 // golden sections: to a part in 10¹²
const GOLDEN = (Math.sqrt(5) - 1) / 2
/**
 * The likeliest slope of a coefficient: Normal prior, batches seen sound or broken at their end; moved by no more than two standard deviations. `emulsion:B7`
 *
 * The score has one peak, since an exposure that grows with e^slope makes every term of it concave.
 */
export function refitSlope(
  prior: { readonly mean: number; readonly sd: number },
  seen: readonly SlopeSeen[],
): number {
  const score = (slope: number) =>
    seen.reduce(
      (sum, { exposureAt, isBroken }) => {
        const exposure = exposureAt(slope)
        return sum + (isBroken ? Math.log(-Math.expm1(-exposure)) : -exposure)
      },
      -((slope - prior.mean) ** 2) / (2 * prior.sd ** 2),
    )
  let [low, high] = [prior.mean - MOST_SD * prior.sd, prior.mean + MOST_SD * prior.sd]
  for (let i = 0; i < NARROWED; i++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
    if (score(a) > score(b)) high = b
    else low = a
  }
  return (low + high) / 2
}
