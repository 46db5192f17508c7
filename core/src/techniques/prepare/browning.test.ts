import { describe, expect, it } from 'vitest'
import { expectWithin } from '../../testing.test-helper'
import { browningPace, browningS, coastingS, nextStageMin, poolEndsS } from './browning'
import { CROWDS, crowding } from './crowding'

describe('reduction:§8 browning or steaming', () => {
  const { mushrooms, onions, mince } = CROWDS
  it('B1 most mushrooms that brown at once', () =>
    expectWithin(crowding(mushrooms, { massKg: 0.4, powerW: 1300 }).criticalKg, 0.201, 0.01))
  it('B2 twice that is wet first', () => {
    const wet = crowding(mushrooms, { massKg: 0.4, powerW: 1300 })
    expectWithin(wet.number, 1.993, 0.01)
    expectWithin(wet.wetS, 380, 0.01)
    expectWithin(wet.poolG, 41.9, 0.01)
    expect(wet.verdict).toBe('wetFirst')
  })
  it('B3 too many at half the heat stand in a pool', () => {
    const wet = crowding(mushrooms, { massKg: 0.6, powerW: 600 })
    expectWithin(wet.number, 6.48, 0.01)
    expectWithin(wet.wetS / 60, 25.9, 0.01)
    expectWithin(wet.poolG, 230, 0.01)
    expect(wet).toMatchObject({ verdict: 'steams', lots: 7 })
  })
  it('B4 onions brown, mince steams', () => {
    expectWithin(crowding(onions, { massKg: 0.4, powerW: 1000 }).number, 0.913, 0.01)
    expect(crowding(onions, { massKg: 0.4, powerW: 1000 })).toMatchObject({
      verdict: 'browns',
      wetS: 0,
      poolG: 0,
    })
    expectWithin(crowding(mince, { massKg: 0.6, powerW: 1000 }).number, 2.324, 0.01)
    expect(crowding(mince, { massKg: 0.6, powerW: 1000 }).verdict).toBe('steams')
  })
  it('B5 layers', () => {
    const faceM2 = (Math.PI * 0.28 ** 2) / 4
    expectWithin(crowding(mushrooms, { massKg: 0.4, powerW: 5000, faceM2 }).layers!, 2.32, 0.01)
    expect(crowding(mushrooms, { massKg: 0.4, powerW: 5000, faceM2 })).toMatchObject({
      verdict: 'browns',
      lots: 2,
    })
  })
  it('salt at once or a lid doubles the crowd; no flame never dries', () => {
    const calm = crowding(mushrooms, { massKg: 0.3, powerW: 1300 })
    expectWithin(
      crowding(mushrooms, { massKg: 0.3, powerW: 1300, isHurried: true }).number,
      2 * calm.number,
      1e-9,
    )
    expect(crowding(mushrooms, { massKg: 0.3, powerW: 0 })).toMatchObject({
      verdict: 'steams',
      wetS: Infinity,
    })
  })
})

describe('kitchen:K-B stages of browning', () => {
  it('K-B1 sliced onions at 160', () => {
    const at = browningS('onionSliced', 160)
    expectWithin(at.sweated! / 60, 4.09, 0.01)
    expectWithin(at.wilted! / 60, 11.09, 0.01)
    expectWithin(at.golden! / 60, 20.01, 0.01)
    expectWithin(at.brown! / 60, 33.3, 0.01)
    expectWithin(at.burnt! / 60, 49.19, 0.01)
  })
  it('K-B2 six hundred grams at 600 W', () => {
    const wet = { massKg: 0.6, powerW: 600 }
    expectWithin(poolEndsS('onionSliced', wet) / 60, 15.68, 0.01)
    expectWithin(browningS('onionSliced', 160, wet).golden! / 60, 25.78, 0.01)
  })
  it.each([
    [150, 109.8, 201.3],
    [180, 41.4, 55.2],
  ])('K-B3 minced garlic at %d', (panC, golden, burnt) => {
    const at = browningS('garlicMinced', panC)
    expectWithin(at.golden!, golden, 0.01)
    expectWithin(at.burnt!, burnt, 0.01)
  })
  it('K-B4 a roux at 150', () => {
    const at = browningS('roux', 150)
    expectWithin(at.blond! / 60, 5.61, 0.01)
    expectWithin(at.brown! / 60, 12.16, 0.01)
    expectWithin(at.dark! / 60, 27.24, 0.01)
  })
  it.each([
    [140, 34.5, 4943, 'onionSliced'],
    [180, 13.9, 781, 'onionSliced'],
    [160, 14.2, 1297, 'onionDiced'],
    [160, 8, 471, 'shallotMinced'],
    [180, 0.7, 14, 'garlicMinced'],
    [160, 3.6, 169, 'tomatoPaste'],
    [160, 5.6, 328, 'croutons'],
    [160, 7.7, 337, 'nuts'],
  ] as const)('the table at %d: %d min, then %d s to burnt: %s', (panC, minutes, leftS, kind) => {
    const at = browningS(kind, panC)
    const first = at.golden ?? at.rust!
    expect(Math.abs(first / 60 - minutes)).toBeLessThan(0.06)
    expect(Math.abs(at.burnt! - first - leftS)).toBeLessThan(Math.max(1, 0.01 * leftS))
  })
  it('K-B5 a dead pan goes on browning', () => {
    expectWithin(coastingS('garlicMinced', 150), 31.6, 0.01)
    expectWithin(coastingS('onionSliced', 160), 44.6, 0.01)
  })
  it('K-B6 two taps', () => {
    const pace = browningPace([
      { modelMin: 11.09, atMin: 14 },
      { modelMin: 20.01, atMin: 26 },
    ])
    expectWithin(pace.meanLn, -0.2368, 0.005)
    expectWithin(pace.sdLn, 0.1038, 0.005)
    const next = nextStageMin(33.3, pace)
    expectWithin(next.value, 42.2, 0.005)
    expectWithin(next.low, 35.08, 0.005)
    expectWithin(next.high, 50.76, 0.005)
    expect(nextStageMin(33.3, pace, 44)).toMatchObject({ low: 44, value: 44 })
  })
  it('K-B7 half-way', () => {
    const pace = browningPace([{ modelMin: 15.55, atMin: 12, isHalfWay: true }])
    expectWithin(pace.meanLn, 0.1906, 0.005)
    expectWithin(pace.sdLn, 0.2572, 0.005)
    expectWithin(nextStageMin(20.01, pace).value, 16.54, 0.005)
  })
  it('a turned flame makes the pace less sure; taps without a time count for nothing', () => {
    const taps = [{ modelMin: 11, atMin: 14 }]
    expect(browningPace(taps, 2).sdLn).toBeGreaterThan(browningPace(taps).sdLn)
    expect(browningPace([...taps, { modelMin: 20, atMin: 0 }])).toEqual(browningPace(taps))
  })
})
