import { describe, expect, it } from 'vitest'
import { demoFacts, larchwaterTest } from '../../demoKitchen.test-helper'
import { mergeFacts, type Fact } from '../../facts/fact'
import type { Payloads } from '../../facts/kinds/kinds'
import { massG } from '../../mixture/composition'
import { expectWithin } from '../../testing.test-helper'
import type { StageFact } from '../../batch/batchState'
import { foldBatch } from '../../batch/foldBatch'
import { forecast } from './forecast'
import { liveEstimate } from './liveEstimate'
import { overshootFixes } from './overshoot'
import { actualWalk, beginStage } from '../../pan/actualWalk'
import { depthReading, levelReading, lookReading, temperatureReading, weighingReading } from './readings'
import { stageClock } from './stageClock'

const id = demoFacts.find(
  (f) => f.kind === 'batch.planned' && f.payload.formulaId === 'redWineShallot',
)!.streamId
const state = foldBatch(
  id,
  mergeFacts(
    [],
    demoFacts.filter((f) => f.streamId === id),
  ),
)
const stage = state.steps.reduceWine!.stage!
const T0 = 1e12
const MIN = 60_000
let n = 0
const at = (minute: number, kind: StageFact['kind'], payload: Payloads[StageFact['kind']]) =>
  ({
    id: `r${++n}`,
    kind,
    payload,
    atMs: T0 + minute * MIN,
    deviceId: 'd',
    deviceSeq: n,
  }) as unknown as StageFact
const weighed = (minute: number, liquidG: number) =>
  at(minute, 'reading.taken', weighingReading(stage, liquidG + stage.tareG + stage.inPan.massG))
const estimate = (facts: StageFact[], minute: number) =>
  liveEstimate(stage, facts, { startedAtMs: T0, nowMs: T0 + minute * MIN })
const expectedAt = (minute: number) =>
  stage.startMassG - stage.rateGPerMin * Math.max(0, minute - stage.warmUpMin)

describe('live estimate', () => {
  it('nothing leaves while it warms, then the forecast’s rate', () => {
    expectWithin(estimate([], stage.warmUpMin).massG, stage.startMassG, 1e-9)
    expectWithin(estimate([], stage.warmUpMin + 3).massG, expectedAt(stage.warmUpMin + 3), 1e-9)
  })
  it('a reading narrows the band', () => {
    const band = (facts: StageFact[]) => {
      const f = forecast(estimate(facts, 5).belief, stage.targetMassG)
      return (f.p90Min ?? Infinity) - (f.p10Min ?? 0)
    }
    expect(band([weighed(3, expectedAt(3)), weighed(5, expectedAt(5))])).toBeLessThan(0.7 * band([]))
  })
  it('weighing, dip and level say the same mass for the same pan, and trust them in that order', () => {
    const place = { pan: larchwaterTest.pans.find((p) => p.id === 'sauteuse19')! }
    const point = stage.curve[8]!
    const [weigh, dip, eye] = [
      weighingReading(stage, point.massG + stage.tareG + stage.inPan.massG),
      depthReading(stage, place, point.depthMm, true),
      levelReading(stage, point.depthMm, point.massG),
    ]
    for (const r of [weigh, dip, eye]) if ('massG' in r) expectWithin(r.massG, point.massG, 0.01)
    if ('sigmaG' in weigh && 'sigmaG' in dip && 'sigmaG' in eye)
      expect(weigh.sigmaG < dip.sigmaG && dip.sigmaG < eye.sigmaG).toBe(true)
  })
  it('an outlier asks; a misreading counts for nothing; one vouched for moves the level', () => {
    const wild = weighed(3, stage.startMassG * 0.4)
    const asked = estimate([wild], 3)
    expect(asked.questions).toMatchObject([{ readingId: wild.id, verdict: 'outlier' }])
    const answer = (a: Payloads['reading.explained']['answer']) =>
      estimate([wild, at(3, 'reading.explained', { readingId: wild.id, answer: a })], 3)
    expectWithin(answer('mistake').massG, estimate([], 3).massG, 1e-9)
    expectWithin(answer('right').massG, stage.startMassG * 0.4, 1e-9)
    expect(answer('right').questions).toEqual([])
  })
  it('heat, additions, lifting, temperature and looks all move it', () => {
    const plain = estimate([], 8)
    const half = estimate([at(4, 'heat.changed', { stepId: stage.stepId, level: 'medium', ratio: 0.5 })], 8)
    const p50 = ({ belief }: typeof plain) => forecast(belief, stage.targetMassG).p50Min!
    expect(p50(half)).toBeGreaterThan(p50(plain))
    expectWithin(
      estimate(
        [
          at(6, 'addition.made', {
            stepId: stage.stepId,
            ingredientId: 'water',
            massG: 50,
            sdG: 2,
            coolerByK: 0,
          }),
        ],
        8,
      ).massG,
      plain.massG + 50,
      1e-6,
    )
    expect(estimate([at(6, 'pan.lifted', { stepId: stage.stepId })], 8).massG).toBeGreaterThan(plain.massG)
    expect(
      estimate([at(1, 'reading.taken', temperatureReading(stage, 40))], 1).belief.deadMin,
    ).toBeGreaterThan(1)
    expect(estimate([at(1, 'reading.taken', temperatureReading(stage, stage.boilC))], 1).belief.deadMin).toBe(
      0,
    )
    const place = {
      pan: larchwaterTest.pans[0]!,
      ring: larchwaterTest.rings[0]!,
      settings: larchwaterTest.settings,
    }
    const looked = (look: 'simmering' | 'boilingHard') =>
      estimate([at(4, 'reading.taken', lookReading(stage, place, look, stage.startDepthMm))], 4).belief
        .rateGPerMin
    expect(looked('simmering')).toBeLessThan(looked('boilingHard'))
  })
  it('facts of other steps count for nothing', () =>
    expectWithin(
      estimate(
        [
          at(2, 'addition.made', {
            stepId: 'mount',
            ingredientId: 'butter',
            massG: 500,
            sdG: 1,
            coolerByK: 0,
          }),
        ],
        5,
      ).massG,
      estimate([], 5).massG,
      1e-12,
    ))
  it('the clock looks before it stops, and names no moment while the pan is off', () => {
    const e = estimate([weighed(2, expectedAt(2))], 2)
    const clock = stageClock(stage, e, T0 + 2 * MIN)
    expect(clock.lookAtMs!).toBeLessThan(clock.targetAtMs!)
    expect(
      stageClock(stage, estimate([at(1, 'pan.lifted', { stepId: stage.stepId })], 2), T0).targetAtMs,
    ).toBeUndefined()
  })
  it('past the notch: what to give back, and the salt then', () => {
    expect(overshootFixes(stage, stage.targetMassG, larchwaterTest.ingredients)).toEqual([])
    const [water] = overshootFixes(
      stage,
      stage.targetMassG * 0.8,
      larchwaterTest.ingredients.filter((i) => i.id === 'water'),
    )
    expectWithin(water!.addG, stage.targetMassG * 0.2, 1e-9)
    expectWithin(water!.saltFrac, stage.start.salt / stage.targetMassG, 1e-9)
  })
})

describe('what is really in the pan', () => {
  it('the second reduction begins with the wine as it ended and the demi-glace as it was weighed', () => {
    const again = beginStage(state, 'reduceToCoat')!
    const demi = state.weighed.demi!
    expectWithin(again.startMassG, state.steps.reduceWine!.massG! + demi, 0.002)
    expectWithin(again.startMassG, state.steps.reduceToCoat!.stage!.startMassG, 1e-9)
  })
  it('less weighed in is less in the pan', () => {
    const short = { ...state, weighed: { ...state.weighed, wine: state.weighed.wine! - 100 } }
    const before = (of: typeof state) => actualWalk(of)!.find((w) => w.step.id === 'reduceWine')!.begin
    const [full, less] = [before(state), before(short)]
    expectWithin(massG(full.liquid) - massG(less.liquid), 100, 1e-9)
  })
  it('an unstarted batch has no pan', () => expect(actualWalk(foldBatch('x', [] as Fact[]))).toBeUndefined())
})
