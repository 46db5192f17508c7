import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newtonTempC } from '../cooling/newton'
import { FOOD_CODES } from './codes'
import { coolingRemedy, coolingVerdict, stageForecastMs } from './coolingRule'

const MIN = 60_000
const course = (tauMin: number, startC: number, everyMin: number, untilMin: number, fromMin = 0) =>
  Array.from({ length: Math.floor((untilMin - fromMin) / everyMin) + 1 }, (_, i) => {
    const min = fromMin + i * everyMin
    return { atMs: min * MIN, tempC: newtonTempC({ tauMin, aroundC: 3 }, startC, min) }
  })
const us = (readings: ReturnType<typeof course>, nowMin: number) =>
  coolingVerdict(FOOD_CODES.usModel, { heatOffAtMs: 0, readings, aroundC: 3 }, nowMin * MIN)

describe('the code’s stages against readings', () => {
  it('reduction:N2 passes: 21 °C at 62.5 min and 5 °C at 187.6 min', () => {
    const { status, stages } = us(course(56.92, 57.01, 20, 200), 200)
    expect(status).toBe('met')
    expect(stages[0]!.reachedAtMs! / MIN).toBeCloseTo(62.5, 0)
    expect(stages[1]!.reachedAtMs! / MIN).toBeCloseTo(187.6, 0)
  })
  it('a fast first stage lengthens the second: six hours in all, never four', () => {
    const fast = [
      { atMs: 0, tempC: 58 },
      { atMs: 40 * MIN, tempC: 20 },
      { atMs: 330 * MIN, tempC: 4.9 },
    ]
    expect(us(fast, 340).status).toBe('met')
  })
  it('above the hot hold no clock runs; with no reading it runs from heat-off', () => {
    expect(us([{ atMs: 30 * MIN, tempC: 80 }], 60).stages.map((s) => s.status)).toEqual([
      'waiting',
      'waiting',
    ])
    expect(us([], 119).status).toBe('running')
    expect(us([], 121).status).toBe('missed')
    expect(us([{ atMs: 50 * MIN, tempC: 40 }], 121).status).toBe('missed')
  })
  it('Australia counts the second stage from its own start', () => {
    const readings = course(110, 61, 10, 360)
    const { stages } = coolingVerdict(
      FOOD_CODES.australia,
      { heatOffAtMs: 0, readings, aroundC: 3 },
      360 * MIN,
    )
    expect(stages[1]!.startsAtMs).toBe(stages[0]!.reachedAtMs)
  })
  it('a missed first stage may be put right once, anything else is thrown away', () => {
    const slow = us(course(190, 60, 15, 240), 240)
    expect(slow.status).toBe('missed')
    expect(coolingRemedy(slow, false)).toBe('reheatOnce')
    expect(coolingRemedy(slow, true)).toBe('discard')
    const late = us(
      [
        { atMs: 0, tempC: 57.5 },
        { atMs: 100 * MIN, tempC: 20 },
        { atMs: 390 * MIN, tempC: 6 },
      ],
      400,
    )
    expect(late.stages.map((s) => s.status)).toEqual(['met', 'missed'])
    expect(coolingRemedy(late, false)).toBe('discard')
    expect(coolingRemedy(us(course(40, 60, 15, 400), 400), false)).toBeUndefined()
  })
  it('what warmed up again has not got there', () => {
    const back = [...course(40, 60, 10, 180), { atMs: 190 * MIN, tempC: 12 }]
    expect(us(back, 200).stages[1]!.status).toBe('running')
  })
  it('a verdict only ever goes from running to met or missed as readings come', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 300, noNaN: true }),
        fc.integer({ min: 5, max: 60 }),
        (tau, every) => {
          const readings = course(tau, 70, every, 600)
          let ended = 'running'
          for (let min = 0; min <= 600; min += 15) {
            const seen = readings.filter((r) => r.atMs <= min * MIN)
            const { status } = us(seen, min)
            if (ended === 'met') expect(status).toBe('met')
            ended = status
          }
        },
      ),
      { numRuns: 60 },
    ))
  it('foretells by the last reading', () => {
    const last = { atMs: 20 * MIN, tempC: 41 }
    const [first] = FOOD_CODES.usModel.cooling
    const at = stageForecastMs(first!, { tauMin: 56.92, aroundC: 3 }, last)
    expect(at! / MIN).toBeCloseTo(62.5, 0)
    expect(stageForecastMs(first!, { tauMin: 60, aroundC: 22 }, last)).toBeUndefined()
  })
})
