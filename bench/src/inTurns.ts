import { median } from './interleave'

/** Times of two ways of the same work, taken in turns so that a warming machine favours neither, ms. */
export function inTurns(ours: () => unknown, theirs: () => unknown, rounds = 9): [number, number] {
  const of = (work: () => unknown) => {
    const start = performance.now()
    work()
    return performance.now() - start
  }
  ours()
  theirs()
  const pairs = Array.from({ length: rounds }, () => [of(ours), of(theirs)] as const)
  return [median(pairs.map(([a]) => a)), median(pairs.map(([, b]) => b))]
}
