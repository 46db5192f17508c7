import { expect, it } from 'vitest'
import { holdFutures, type HeldCourse } from './holdFutures'
import { everyMinutes, holdMargin, holdRisk } from './holdRisk'

const AGE_MIN = 10
const course = (tempC: number, more: Partial<HeldCourse> = {}): HeldCourse => ({
  family: 'egg',
  fatMl: 230,
  continuousMl: 140,
  yolkG: 51,
  areaM2: 0.0177,
  cover: 'lid',
  ageMin: AGE_MIN,
  clockMin: 240,
  tempsC: Array.from({ length: 251 }, () => tempC),
  stirsMin: [10],
  waterMl: [],
  isTempTaken: false,
  ...more,
})
const of = { futures: 400, seed: 3 }

it('the same futures every time for a seed, in order, round the margin that is shown', () => {
  const band = holdFutures(course(63), of)
  expect(holdFutures(course(63), of)).toEqual(band)
  expect(band.low).toBeLessThanOrEqual(band.value)
  expect(band.value).toBeLessThanOrEqual(band.high)
  const { low, high } = band
  const shown = holdMargin(
    holdRisk({ ...course(63), isStirredAt: everyMinutes(10), tempC: 63, waterMl: () => 0 }, 240),
    240,
  )
  expect(shown.min).toBeGreaterThanOrEqual(low)
  expect(shown.min).toBeLessThanOrEqual(high)
})
it('what nobody has read may end sooner and later than what was read', () => {
  const read = holdFutures(course(63), of)
  const taken = holdFutures(course(63, { isTempTaken: true }), of)
  expect(taken.high - taken.low).toBeGreaterThan(1.5 * (read.high - read.low))
})
it('hotter ends sooner; a house whose sauces break often is told less time; nothing outlasts its clock', () => {
  const warm = holdFutures(course(58), of)
  expect(holdFutures(course(66), of).value).toBeLessThan(warm.value / 2)
  expect(holdFutures(course(58, { hazard: { shape: 12, rate: 3 } }), of).value).toBeLessThan(warm.value)
  expect(holdFutures(course(50, { clockMin: 30 }), of).high).toBeLessThanOrEqual(30)
})
