/** Ten and ninety of a hundred lie so many standard deviations to either side. */
export const Z10 = 1.2816
/** Standard normal distribution function; Numerical Recipes erfc fit, absolute error under 1.2e-7. */
export function normalCdf(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const t = 1 / (1 + 0.5 * z)
  const poly = [
    -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587,
    -0.82215223, 0.17087277,
  ]
  const erfc = t * Math.exp(-z * z + poly.reduceRight((sum, c) => sum * t + c, 0))
  return x >= 0 ? 1 - erfc / 2 : erfc / 2
}
