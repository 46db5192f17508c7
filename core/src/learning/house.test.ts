import { describe, expect, it } from 'vitest'
import { foldBatch } from '../batch/foldBatch'
import { demoFacts, larchwaterTest, placeIn } from '../demoKitchen.test-helper'
import { mergeFacts, type Fact } from '../facts/fact'
import { byStream } from '../facts/byStream'
import { onRing, ringPower } from '../kitchen/ringPower'
import { foretoldAgainst, houseMinutes, housePairs, houseShare, spoonLastTime, type LessonRow } from './house'
import { lessonsOf } from './lessons'

const states = [...byStream(demoFacts)]
  .filter(([, facts]) => facts[0]?.streamKind === 'batch')
  .map(([id, facts]) => foldBatch(id, mergeFacts([], facts as Fact[])))
const rowOf = (state: (typeof states)[number]): LessonRow[] => {
  const lessons = lessonsOf(state)
  return lessons
    ? [{ batchId: state.id, formulaId: state.planned!.formulaId, atMs: state.finishedAtMs!, lessons }]
    : []
}
const rows = states.flatMap(rowOf)
const regular = rows.filter((r) => r.formulaId === 'redWineShallot')
const formula = larchwaterTest.formulas.find((f) => f.id === 'redWineShallot')!

describe('what closed batches teach', () => {
  it('a batch under way teaches nothing; a closed one its reductions, steps and sieves', () => {
    expect(states.some((s) => s.finishedAtMs === undefined && s.frozen)).toBe(true)
    expect(rows.length).toBe(states.filter((s) => s.finishedAtMs !== undefined && s.frozen).length)
    expect(regular.length).toBeGreaterThanOrEqual(8)
    for (const { lessons } of regular) {
      expect(lessons.reductions.length).toBeGreaterThan(0)
      expect(lessons.steps.length).toBeGreaterThan(0)
    }
  })
  it('a pan that boils at eight tenths of what was thought is found out, and its forecast follows once that is taken', () => {
    const [pair] = housePairs(regular)
    expect(pair!.n).toBeGreaterThanOrEqual(8)
    expect(pair!.factor).toBeGreaterThan(0.8)
    expect(pair!.factor).toBeLessThan(0.88)
    const ring = larchwaterTest.rings.find((r) => r.id === pair!.ringId)!
    const pan = larchwaterTest.pans.find((p) => p.id === pair!.panId)!
    const before = ringPower(ring, 'high', onRing(pan), 1180)
    const after = ringPower({ ...ring, withPans: [pair!] }, 'high', onRing(pan), 1180)
    expect(after.powerW / before.powerW).toBeCloseTo(pair!.factor, 6)
    expect(after.sdLnPower).toBeLessThan(before.sdLnPower)
    const other = placeIn('saucepan20', ring.id).vessels.pan!
    expect(ringPower({ ...ring, withPans: [pair!] }, 'high', onRing(other), 1180)).toEqual(
      ringPower(ring, 'high', onRing(other), 1180),
    )
  })
  it('a factor in force does not teach itself: the ratio stays that of the ring without it', () => {
    const state = states.find(
      (s) => s.planned?.formulaId === 'redWineShallot' && s.finishedAtMs !== undefined,
    )!
    const [plain] = lessonsOf(state)!.reductions
    const taught = { panId: plain!.panId, factor: 0.5, sdShare: 0.1, n: 4, atMs: 0 }
    const frozen = { ...state.frozen!, ring: { ...state.frozen!.ring, withPans: [taught] } }
    const [learned] = lessonsOf({ ...state, frozen })!.reductions
    expect(learned!.ratioLn).toBeCloseTo(plain!.ratioLn + Math.log(0.5), 9)
  })
  it('the spoon of the last batch of a sauce is told beside this one’s, and never its own', () => {
    const newest = [...regular].sort((a, b) => b.atMs - a.atMs)
    const of = { formulaId: 'redWineShallot', stepId: 'reduceToCoat' }
    const last = spoonLastTime(regular, { ...of, batchId: newest[0]!.batchId })!
    expect(last).toMatchObject({ grade: newest[1]!.lessons.spoons![0]!.grade, atMs: newest[1]!.atMs })
    expect(spoonLastTime(regular, { ...of, stepId: 'mount', batchId: '' })).toBeUndefined()
  })
  it('steps that take longer than typed are told with median and spread; one evening tells little', () => {
    const step = formula.steps.find((s) => s.id === 'sweat')!
    const all = houseMinutes(regular, formula.id, step)!
    const median = [...all.tookMin].sort((a, b) => a - b)[Math.floor(all.tookMin.length / 2)]!
    expect(median).toBeGreaterThan(step.minutes!.value * 1.1)
    expect(Math.abs(all.next.value / median - 1)).toBeLessThan(0.1)
    expect(all.next.low).toBeLessThan(median)
    expect(all.next.high).toBeGreaterThan(median)
    const one = houseMinutes(regular.slice(0, 1), formula.id, step)!
    expect(one.next.high / one.next.low).toBeGreaterThan(all.next.high / all.next.low)
    expect(houseMinutes([], formula.id, step)).toBeUndefined()
  })
  it('a step that was interrupted, or whose minutes a school sets, teaches nothing', () => {
    const state = states.find(
      (s) => s.planned?.formulaId === 'redWineShallot' && s.finishedAtMs !== undefined,
    )!
    const own = state.steps.sweat!
    const long = { ...own, finishedAtMs: own.startedAtMs! + 5 * 3600_000 }
    const taught = (s: typeof state) => lessonsOf(s)!.steps.some((l) => l.stepId === 'sweat')
    expect(taught(state)).toBe(true)
    expect(taught({ ...state, steps: { ...state.steps, sweat: long } })).toBe(false)
  })
  it('a record that lacks a good, or foretold nothing, is closed all the same and teaches nothing of that', () => {
    const state = states.find(
      (s) => s.planned?.formulaId === 'redWineShallot' && s.steps.strain?.massG !== undefined,
    )!
    const poor = { ...state.frozen!, ingredients: [] }
    expect(lessonsOf(state)!.sieves).toHaveLength(1)
    expect(lessonsOf({ ...state, frozen: poor })!.sieves).toEqual([])
    const { reduceWine } = state.steps
    const still = { ...reduceWine, stage: { ...reduceWine!.stage!, rateGPerMin: 0 } }
    const none = lessonsOf({ ...state, steps: { ...state.steps, reduceWine: still } })!
    expect(none.reductions.some((r) => r.stepId === 'reduceWine')).toBe(false)
    expect(JSON.stringify(none)).not.toContain('null')
  })
  it('a sieve that lets less through than foretold', () => {
    const strain = formula.steps.find((s) => s.technique === 'strain')!
    const share = houseShare(regular, formula.id, strain.id)!
    const mean = share.weighedFrac.reduce((a, b) => a + b, 0) / share.weighedFrac.length
    expect(mean).toBeLessThan(share.foretoldFrac)
    expect(share.nextFrac).toBeLessThan(share.foretoldFrac)
    expect(share.nextFrac).toBeGreaterThan(mean)
  })
  it('a stove that gives less than thought shows: bands that hold too seldom, a drift that is told', () => {
    const against = foretoldAgainst(regular)
    const late = against.all.filter((f) => f.errorLn > 0)
    expect(late.length / against.all.length).toBeGreaterThan(0.8)
    expect(against.offNow).toBeDefined()
    const better = regular.map((r, i) =>
      i < regular.length / 2
        ? r
        : {
            ...r,
            atMs: r.atMs + 1e9,
            lessons: {
              ...r.lessons,
              reductions: r.lessons.reductions.map((l) => ({ ...l, tookMin: l.foretoldMin.value * 1.02 })),
            },
          },
    )
    const grown = foretoldAgainst(better)
    expect(grown.offNow!).toBeLessThan(grown.offBefore!)
    expect(grown.coverage.held).toBeGreaterThanOrEqual(against.coverage.held)
  })
})
