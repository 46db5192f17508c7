/** How a limit is strict: a time the shorter, a hot temperature the higher, a cold one the lower. */
export type Strictness = 'shortest' | 'highest' | 'lowest'

/** Of house rule and code the stricter; the other where only one is said. `kitchen:K-K2` */
export function strictest(
  how: Strictness,
  house: number | undefined,
  code: number | undefined,
): number | undefined {
  if (house === undefined || code === undefined) return house ?? code
  return how === 'highest' ? Math.max(house, code) : Math.min(house, code)
}

/** Minutes out of control that a code still allows: they add up over a lot's life and never begin anew. `kitchen:K-K5` */
export function outOfControlLeftMin(spellsMin: readonly number[], limitMin: number): number {
  return Math.max(0, limitMin - spellsMin.reduce((sum, min) => sum + min, 0))
}
