const MOST_KEPT = 200

/**
 * A function of plain values that keeps what it answered: the same is asked of it at every tick. It must be pure, and its answer is never changed. The
 * oldest answers are let go beyond two hundred.
 */
export function remembered<A extends readonly unknown[], R>(compute: (...of: A) => R): (...of: A) => R {
  const kept = new Map<string, R>()
  return (...of) => {
    const key = JSON.stringify(of)
    const known = kept.get(key)
    if (known !== undefined) return known
    const answer = compute(...of)
    if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!)
    kept.set(key, answer)
    return answer
  }
}
