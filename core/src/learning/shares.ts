const PRIOR_WEIGHT = 4

/** A share such as a sieve's yield: the typed figure counts as four evenings. `kitchen:K-N7` */
export function learnShare(
  priorFrac: number,
  measured: readonly number[],
  priorWeight = PRIOR_WEIGHT,
): number {
  return (priorFrac * priorWeight + measured.reduce((a, b) => a + b, 0)) / (priorWeight + measured.length)
}

/** What is believed of a factor's logarithm. */
export interface LogFactor {
  readonly meanLn: number
  readonly sdLn: number
}

/** A factor such as how much faster a ring and a pan boil than was foretold, from ln(actual/foretold) of each time (normal, known spread). */
export function learnFactor(priorSdLn: number, ratiosLn: readonly number[], eachSdLn: number): LogFactor {
  const precision = 1 / priorSdLn ** 2 + ratiosLn.length / eachSdLn ** 2
  return {
    meanLn: ratiosLn.reduce((a, b) => a + b, 0) / eachSdLn ** 2 / precision,
    sdLn: 1 / Math.sqrt(precision),
  }
}

const COOK_BIAS_SD_LN = 0.1
const DIP_SD_LN = 0.1
/** How far one cook's dips lie from the scale, from ln(dip/scale) of each. `kitchen:K-N3` */
export const learnDipBias = (ratiosLn: readonly number[]): LogFactor =>
  learnFactor(COOK_BIAS_SD_LN, ratiosLn, DIP_SD_LN)
