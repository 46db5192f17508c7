import { describe, expect, it } from 'vitest'
import { demoFacts } from '../../demoKitchen.test-helper'
import { mergeFacts } from '../../facts/fact'
import { foldBatch } from '../../batch/foldBatch'
import type { StageFact } from '../../batch/batchState'
import { liveEstimate } from './liveEstimate'
import { weighingReading } from './readings'
import { bareG, scaleMasses, type MassPoint } from './scaleMasses'

const id = demoFacts.find(
  (f) => f.kind === 'batch.planned' && f.payload.formulaId === 'redWineShallot',
)!.streamId
const stage = foldBatch(
  id,
  mergeFacts(
    [],
    demoFacts.filter((f) => f.streamId === id),
  ),
).steps.reduceWine!.stage!
const T0 = 1e12
const MIN = 60_000
const SCALE = { channelId: '018f0000-0000-7000-8000-0000000000c1', name: 'Scale', isSimulated: true }
const estimate = (facts: StageFact[], minute: number, samples: readonly MassPoint[] = []) =>
  liveEstimate(stage, facts, { startedAtMs: T0, nowMs: T0 + minute * MIN }, samples)
/** A pan that boils at so many times the forecast's pace, weighed every second. */
const trueG = (minute: number, pace: number) =>
  stage.startMassG - pace * stage.rateGPerMin * Math.max(0, minute - stage.warmUpMin)
const samples = (toMin: number, pace: number, bend = (g: number, _minute: number) => g): MassPoint[] =>
  Array.from({ length: Math.floor(toMin * 60) }, (_, i) => ({
    atMs: T0 + (i + 1) * 1000,
    grossG: bend(trueG((i + 1) / 60, pace) + bareG(stage), (i + 1) / 60),
  }))
let n = 0
const fact = (minute: number, payload: object, kind = 'reading.taken') =>
  ({
    id: `r${++n}`,
    kind,
    payload,
    atMs: T0 + minute * MIN,
    deviceId: 'd',
    deviceSeq: n,
  }) as unknown as StageFact
const by = (minute: number) => Math.round(minute * 100) / 100

describe('a scale that the pan stands on', () => {
  const at = by(stage.warmUpMin + 5)
  it('every sample is a reading: the estimate follows the pan, its band narrows, and the rate is found', () => {
    const seen = estimate([], at, samples(at, 0.8))
    const unseen = estimate([], at)
    expect(Math.abs(seen.massG - trueG(at, 0.8))).toBeLessThan(3)
    expect(Math.abs(unseen.massG - trueG(at, 0.8))).toBeGreaterThan(10)
    expect(seen.sdMassG).toBeLessThan(unseen.sdMassG / 3)
    expect(Math.abs(seen.belief.rateGPerMin / (0.8 * stage.rateGPerMin) - 1)).toBeLessThan(0.1)
    expect(seen.questions).toEqual([])
    expect(seen.lastReadingAtMs).toBeGreaterThan(T0 + (at - 0.3) * MIN)
  })
  it('what it put on record counts where there are no samples, and not twice where there are', () => {
    const read = fact(at - 1, { ...weighingReading(stage, trueG(at - 1, 0.8) + bareG(stage)), scale: SCALE })
    const both = estimate([read], at, samples(at, 0.8))
    expect(both.massG).toBeCloseTo(estimate([], at, samples(at, 0.8)).massG, 1)
    expect(both.readings).toEqual([])
    const replayed = estimate([read], at)
    expect(replayed.readings).toHaveLength(1)
    expect(Math.abs(replayed.massG - trueG(at, 0.8))).toBeLessThan(
      Math.abs(estimate([], at).massG - trueG(at, 0.8)),
    )
  })
  it('lifted off the scale to be swirled it says nothing for that while, and goes on', () => {
    const lifted = samples(at, 1, (g, minute) => (minute > at - 2 && minute < at - 1 ? 3 : g))
    const seen = estimate([], at, lifted)
    expect(seen.questions).toEqual([])
    expect(Math.abs(seen.massG - trueG(at, 1))).toBeLessThan(3)
    expect(scaleMasses(stage, lifted).every((m) => m.massG > 50)).toBe(true)
  })
  it('zeroed with the pan on it, it is asked about in grams; the answer puts back what was taken off', () => {
    const zeroedAt = at - 2
    const offG = trueG(zeroedAt, 1) + bareG(stage)
    const zeroed = samples(at, 1, (g, minute) => (minute > zeroedAt ? g - offG : g))
    const shown = fact(zeroedAt + 0.9, {
      ...weighingReading(stage, 1),
      grossG: 1,
      massG: 0,
      scale: SCALE,
    })
    const asked = estimate([shown], at, zeroed)
    expect(asked.questions.at(-1)).toMatchObject({ readingId: shown.id, isBare: true })
    const answer = fact(zeroedAt + 1, { readingId: shown.id, answer: 'zeroed' }, 'reading.explained')
    const told = estimate([shown, answer], at, zeroed)
    expect(told.questions).toEqual([])
    expect(Math.abs(told.massG - trueG(at, 1))).toBeLessThan(12)
    expect(told.lastReadingAtMs).toBeGreaterThan(T0 + (at - 0.3) * MIN)
    const later = fact(at - 0.1, weighingReading(stage, 1))
    expect(estimate([shown, answer, later], at).readings.at(-1)!.verdict).not.toBe('ignored')
  })
  it('a reading that rises without an addition is asked about, and what went in is taken as it stands', () => {
    const poured = samples(at, 1, (g, minute) => (minute > at - 1 ? g + 120 : g))
    expect(Math.abs(estimate([], at, poured).massG - trueG(at, 1) - 120)).toBeLessThan(15)
    const typed = fact(at, weighingReading(stage, trueG(at, 1) + 150 + bareG(stage)))
    expect(estimate([typed], at).questions.at(-1)).toMatchObject({ isBare: false, verdict: 'outlier' })
  })
})
