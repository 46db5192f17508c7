import { expect } from 'vitest'

/** Asserts a relative tolerance, as the reference cases state theirs. */
export function expectWithin(actual: number, expected: number, relative: number): void {
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(
    Math.abs(expected) * relative,
  )
}

/** A sequence of 0..1 that is the same every time. */
export function mulberry32(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
