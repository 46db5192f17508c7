import { describe, expect, it } from 'vitest'
import type { BatchState, StageFact } from '../../batch/batchState'
import type { ReduceLive } from '../../batch/live'
import type { HeatLevel } from '../../heat/heater'
import { startBelief } from './estimator'
import { flameAdvice, flameChoices, inferredFlame } from './flame'

const MIN = 60_000
const live = (massG: number, rateGPerMin: number) =>
  ({
    stage: { targetMassG: 500 },
    estimate: {
      massG,
      belief: startBelief({ massG, sdMassG: 5, rateGPerMin, sdRateGPerMin: 2, driftPerRootMin: 0.03 }),
      readings: [],
    },
  }) as unknown as ReduceLive
const RATES: Readonly<Record<HeatLevel, number>> = {
  off: 0,
  low: 4,
  mediumLow: 8,
  medium: 16,
  mediumHigh: 26,
  high: 40,
}
const choices = (massG: number, now: HeatLevel, rate = 16) =>
  flameChoices(live(massG, rate), (l) => RATES[l], now, 0)
const endOf = (of: ReturnType<typeof choices>, level: HeatLevel) =>
  of.find((c) => c.level === level)!.endsAtMs! / MIN

describe('what turning the flame would do', () => {
  it('goes by the pan’s own loss, and by the model only for the ratio', () => {
    const of = choices(900, 'medium', 20)
    expect(endOf(of, 'medium')).toBeCloseTo(20, 6)
    expect(endOf(of, 'high')).toBeCloseTo(8, 6)
    expect(endOf(of, 'low')).toBeCloseTo(80, 6)
  })
  it('late, it says how far up; early enough, how far down; else nothing', () => {
    const of = choices(900, 'medium') // 25 min
    expect(flameAdvice(of, 'medium', 16 * MIN)).toMatchObject({ turn: 'raise', to: { level: 'mediumHigh' } })
    expect(flameAdvice(of, 'medium', 5 * MIN)).toMatchObject({ turn: 'raise', to: { level: 'high' } })
    expect(flameAdvice(of, 'medium', 60 * MIN)).toMatchObject({ turn: 'lower', to: { level: 'mediumLow' } })
    expect(flameAdvice(of, 'medium', 28 * MIN)).toBeUndefined()
    expect(flameAdvice(choices(900, 'high', 40), 'high', MIN)).toBeUndefined()
  })
})

const reading = (min: number, massG: number): StageFact =>
  ({
    id: `r${min}`,
    kind: 'reading.taken',
    atMs: min * MIN,
    payload: { stepId: 's', how: 'weighing', massG, sigmaG: 4 },
  }) as unknown as StageFact
const seen = (readings: StageFact[], more: StageFact[] = [], heat: HeatLevel = 'medium') =>
  inferredFlame(
    { stageFacts: [...readings, ...more], heat } as unknown as BatchState,
    { estimate: { readings: readings.map((fact) => ({ fact, verdict: 'taken' })) } } as unknown as ReduceLive,
  )

describe('a flame that was turned without a word', () => {
  const turned = [reading(0, 1000), reading(4, 936), reading(8, 836)] // 16, then 25 g/min
  it('is told from three readings, with the word it is nearest to', () => {
    expect(seen(turned)).toMatchObject({ readingId: 'r8', sinceMs: 4 * MIN, level: 'mediumHigh' })
    const down = [reading(0, 1000), reading(4, 936), reading(8, 904)]
    expect(seen(down)).toMatchObject({ level: 'mediumLow' })
  })
  it('is not asked about where the readings cannot tell, or something else explains it', () => {
    expect(seen(turned.slice(1))).toBeUndefined()
    expect(seen([reading(0, 1000), reading(1, 984), reading(2, 962)])).toBeUndefined() // inside their scatter
    expect(seen([reading(0, 1000), reading(4, 936), reading(8, 868)])).toBeUndefined() // 16, then 17
    const by = (kind: string) =>
      ({ id: 'x', kind, atMs: 5 * MIN, payload: { stepId: 's' } }) as unknown as StageFact
    for (const kind of ['heat.changed', 'addition.made', 'pan.lifted'])
      expect(seen(turned, [by(kind)])).toBeUndefined()
    const answered = {
      id: 'y',
      kind: 'reading.explained',
      atMs: 9 * MIN,
      payload: { readingId: 'r8', answer: 'right' },
    }
    expect(seen(turned, [answered as unknown as StageFact])).toBeUndefined()
  })
})
