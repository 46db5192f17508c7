import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { coverageOf } from './coverage'
import { driftBy, meanRunLength, NO_DRIFT } from './drift'
import { learnDipBias, learnFactor, learnShare } from './shares'
import { learnMinutes, nextMinutes } from './stepMinutes'

describe('kitchen:K-N learning shown openly', () => {
  it('K-N1 minutes of a step', () => {
    const belief = learnMinutes(5, [7, 6.5, 8, 7.2])
    expectWithin(belief.meanLn, 1.8961, 0.005)
    expect([belief.kappa, belief.alpha]).toEqual([5, 4])
    expectWithin(belief.beta, 0.185, 0.005)
    const { low, value, high } = nextMinutes(belief)
    expectWithin(low, 4.79, 0.005)
    expectWithin(value, 6.66, 0.005)
    expectWithin(high, 9.26, 0.005)
  })
  it('K-N2 nothing learned yet', () => {
    const { low, value, high } = nextMinutes(learnMinutes(5, []))
    expectWithin(low, 2.92, 0.005)
    expectWithin(value, 5, 1e-12)
    expectWithin(high, 8.55, 0.005)
  })
  it('K-N3 a cook’s dips', () => {
    const bias = learnDipBias([0.08, 0.08, 0.08, 0.08])
    expectWithin(bias.meanLn, 0.064, 0.005)
    expectWithin(bias.sdLn, 0.0447, 0.005)
  })
  it('K-N4 bands that hold too seldom', () => {
    const seldom = coverageOf(12, 20)
    expectWithin(seldom.fewerP, 0.0321, 0.01)
    expect(seldom.verdict).toBe('tooNarrow')
    const fine = coverageOf(16, 20)
    expectWithin(fine.fewerP, 0.5886, 0.01)
    expect(fine.verdict).toBe('fine')
    expect(coverageOf(20, 20).verdict).toBe('tooWide')
    expect(coverageOf(0, 0).verdict).toBe('fine')
  })
  it('K-N5 a drift is told at the sixth', () => {
    let drift = NO_DRIFT
    const sums = [0.9, 1.2, 0.4, 1.6, 1.1, 2].map((z) => {
      drift = driftBy(drift, z)
      return Math.round(drift.up * 10) / 10
    })
    expect(sums).toEqual([0.4, 1.1, 1, 2.1, 2.7, 4.2])
    expect(drift.isDrifting).toBe(true)
  })
  it.each([
    [0, 338.1],
    [1, 8.34],
    [2, 3.22],
  ])('K-N6 mean run at a shift of %d', (shift, run) => expectWithin(meanRunLength(shift), run, 0.005))
  it('K-N7 a sieve’s yield', () =>
    expectWithin(learnShare(0.9, [0.84, 0.84, 0.84, 0.84, 0.84]), 0.8667, 0.001))
  it('a factor goes from what was believed to what was measured as evenings come', () => {
    const after = (n: number) => learnFactor(0.35, Array<number>(n).fill(-0.2), 0.15)
    expect(after(0).meanLn).toBe(0)
    expect(after(0).sdLn).toBeCloseTo(0.35, 12)
    expect(after(1).meanLn).toBeLessThan(0)
    expect(after(30).meanLn).toBeCloseTo(-0.2, 2)
    expect(after(30).sdLn).toBeLessThan(0.03)
  })
})
