import { describe, expect, it } from 'vitest'
import { outOfControlLeftMin, strictest } from '../safety/strictest'
import { expectWithin } from '../testing.test-helper'
import { cubesFrom, cubesPerCover, dilution } from './cubes'
import { chilledDaysLeft, reheatMin } from './keeping'

describe('kitchen:K-K keeping', () => {
  const kept = [
    { place: 'fridge', days: 3 },
    { place: 'freezer', days: 35 },
  ] as const
  it('K-K1 freezing pauses the days and never begins them anew', () => {
    expect(chilledDaysLeft(kept, { houseDays: undefined, codeDays: 7 })).toBe(4)
    expect(chilledDaysLeft(kept, { houseDays: 5, codeDays: undefined })).toBe(2)
    expect(chilledDaysLeft(kept, { houseDays: 5, codeDays: 7 })).toBe(2)
    expect(chilledDaysLeft([...kept, { place: 'fridge', days: 9 }], { houseDays: 5, codeDays: 7 })).toBe(0)
  })
  it('K-K2 the stricter counts', () => {
    expect(strictest('highest', 60, 57)).toBe(60)
    expect(strictest('shortest', 3, 4)).toBe(3)
    expect(strictest('lowest', 4, 5)).toBe(4)
    expect(strictest('lowest', undefined, 5)).toBe(5)
  })
  it('K-K4 minutes to warm it again', () => expectWithin(reheatMin(3 * 4040, 5, 74, 1500), 9.29, 0.005))
  it('K-K5 minutes out of control add up', () => expect(outOfControlLeftMin([25, 40, 50], 120)).toBe(5))
})

describe('kitchen:K-C cubes', () => {
  it('K-C1', () => {
    const { cubes, restMl } = cubesFrom(740, 30, 0.96)
    expect(cubes).toBe(25)
    expect(restMl).toBeCloseTo(740 * 0.96 - 25 * 27.6, 6)
  })
  it('K-C2', () => {
    expectWithin(cubesPerCover(45, 0.08, { volumeMl: 27.6, solidsFrac: 0.2 }), 0.652, 0.005)
    expectWithin(dilution(27.6, 0.2, 0.08).water, 41.4, 0.005)
  })
  it('K-C3', () => {
    const { water, saltFrac } = dilution(300, 0.55, 0.2, 0.0179)
    expectWithin(water, 525, 0.005)
    expectWithin(100 * saltFrac, 0.651, 0.005)
  })
})
