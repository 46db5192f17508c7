/** What a bracketed search found; `noBracket` is an answer, not an accident. */
export type RootResult =
  | { readonly status: 'converged'; readonly root: number }
  | { readonly status: 'noBracket'; readonly fLow: number; readonly fHigh: number }

const MOST_STEPS = 120
/** Share of the bracket's middle within which a root is found: nothing in a kitchen is known better. */
const RELATIVE = 1e-13

/**
 * Root of a monotone function by Chandrupatla's method (Advances in Engineering Software 28, 1997): inverse quadratic steps where the three last
 * points allow it, halving where they do not. As safe as halving, and eight to twelve calls of `f` where halving takes eighty: a slider asks for many.
 *
 * @param f - continuous on [low, high]
 * @param within - how near is near enough, in the unknown's unit; as near as numbers go where it is left out
 * @returns the root, or `noBracket` with both ends where the signs agree
 * @example monotoneRoot((x) => x * x - 2, 0, 2) // { status: 'converged', root: 1.41421356… }
 */
export function monotoneRoot(f: (x: number) => number, low: number, high: number, within = 0): RootResult {
  const fLow = f(low)
  const fHigh = f(high)
  if (fLow === 0) return { status: 'converged', root: low }
  if (fHigh === 0) return { status: 'converged', root: high }
  if (!(fLow * fHigh < 0)) return { status: 'noBracket', fLow, fHigh }
  let [newest, across] = [
    { x: high, f: fHigh },
    { x: low, f: fLow },
  ] // the root lies between them
  let at = 0.5
  for (let i = 0; i < MOST_STEPS; i++) {
    const x = newest.x + at * (across.x - newest.x)
    const tried = { x, f: f(x) }
    const isSameSide = tried.f > 0 === newest.f > 0
    const third = isSameSide ? newest : across
    if (!isSameSide) across = newest
    newest = tried
    const best = Math.abs(across.f) < Math.abs(newest.f) ? across : newest
    const width = Math.abs(across.x - newest.x)
    const least = Math.max(within / 2, RELATIVE * Math.abs(best.x), Number.MIN_VALUE) / width
    if (best.f === 0 || width === 0 || least > 0.5) return { status: 'converged', root: best.x }
    at = Math.max(least, Math.min(1 - least, nextShare(newest, across, third)))
  }
  return { status: 'converged', root: (newest.x + across.x) / 2 }
}

interface Tried {
  readonly x: number
  readonly f: number
}
/** How far from the newest point to the one across to go: by the curve through all three where that is monotone there, else half-way. */
function nextShare(a: Tried, b: Tried, c: Tried): number {
  const xi = (a.x - b.x) / (c.x - b.x)
  const phi = (a.f - b.f) / (c.f - b.f)
  if (!(phi ** 2 < xi && (1 - phi) ** 2 < 1 - xi)) return 0.5
  const byA = (a.f / (b.f - a.f)) * (c.f / (b.f - c.f))
  const byB = ((c.x - a.x) / (b.x - a.x)) * (a.f / (c.f - a.f)) * (b.f / (c.f - b.f))
  return byA + byB
}
