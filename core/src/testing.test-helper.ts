import { expect } from 'vitest'

/** Asserts a relative tolerance, as the reference cases state theirs. */
export function expectWithin(actual: number, expected: number, relative: number): void {
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(
    Math.abs(expected) * relative,
  )
}
