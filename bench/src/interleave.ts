const ROUNDS = 9

/** The middle of some times. */
export const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN

/**
 * Measures two things turn by turn, A B A B, so that whatever ails the machine meanwhile ails both; the first turn of each warms up and is not
 * counted.
 * @returns the median of each
 */
export async function interleave(
  a: () => Promise<number>,
  b: () => Promise<number>,
  rounds = ROUNDS,
): Promise<readonly [number, number]> {
  const times: [number[], number[]] = [[], []]
  for (let i = 0; i <= rounds; i += 1)
    for (const [which, measure] of [a, b].entries()) {
      const ms = await measure()
      if (i > 0) times[which]!.push(ms)
    }
  return [median(times[0]), median(times[1])]
}
