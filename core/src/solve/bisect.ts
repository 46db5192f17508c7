/** What a bracketed search found; `noBracket` is an answer, not an accident. */
export type RootResult =
  | { readonly status: 'converged'; readonly root: number }
  | { readonly status: 'noBracket'; readonly fLow: number; readonly fHigh: number }

/**
 * Root of a monotone function by halving the bracket 80 times (beyond double precision for any kitchen quantity).
 *
 * Every function of the reduction science is monotone in its unknown, which is why the plainest method is also the safest.
 *
 * @param f - continuous on [low, high]
 * @returns the root, or `noBracket` with both ends where the signs agree
 * @example bisect((x) => x * x - 2, 0, 2) // { status: 'converged', root: 1.41421356… }
 */
export function bisect(f: (x: number) => number, low: number, high: number): RootResult {
  const fLow = f(low)
  const fHigh = f(high)
  if (fLow === 0) return { status: 'converged', root: low }
  if (fHigh === 0) return { status: 'converged', root: high }
  if (!(fLow * fHigh < 0)) return { status: 'noBracket', fLow, fHigh }
  let a = low
  let b = high
  for (let i = 0; i < 80; i++) {
    const mid = (a + b) / 2
    if (f(mid) * fLow > 0) a = mid
    else b = mid
  }
  return { status: 'converged', root: (a + b) / 2 }
}
