import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { techniqueOf } from '../techniques/registry'
import { freeFrom, meets, needsRing, spanOfPlan, takenBy, type Taken } from './takenTimes'

const taken = (fromMs: number, toMs: number): Taken => ({
  fromMs,
  toMs,
  ringId: 'r',
  panIds: [],
  batchId: 'b',
  isLit: false,
})

describe('a stretch of time on a ring', () => {
  it('is found free at the earliest moment at which nothing is in the way, whatever is taken', () => {
    const stretch = fc
      .tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 1, max: 80 }))
      .map(([from, length]) => taken(from, from + length))
    fc.assert(
      fc.property(
        fc.array(stretch, { maxLength: 8 }),
        fc.integer({ min: 0, max: 500 }),
        fc.integer({ min: 1, max: 60 }),
        (all, fromMs, lengthMs) => {
          const at = freeFrom(all, fromMs, lengthMs)
          expect(at).toBeGreaterThanOrEqual(fromMs)
          expect(meets(all, at, at + lengthMs)).toEqual([])
          for (let earlier = fromMs; earlier < at; earlier += 1)
            if (meets(all, earlier, earlier + lengthMs).length === 0)
              throw new Error(`free at ${earlier}, found at ${at}`)
        },
      ),
    )
  })
  it('touching ends do not meet', () => {
    expect(meets([taken(10, 20)], 20, 30)).toEqual([])
    expect(meets([taken(10, 20)], 0, 10)).toEqual([])
    expect(meets([taken(10, 20)], 19, 30)).toHaveLength(1)
  })
  it('a plan has its ring from its latest start; a late one from when it could begin', () => {
    const { plan } = rehearse('redWineShallot').placed
    expect(spanOfPlan(plan).fromMs).toBe(plan.latestStartAtMs)
    const late = rehearse('redWineShallot', { pickupAtMs: LIT_AT_MS + 60_000 }).placed.plan
    expect(late.isLate).toBe(true)
    expect(spanOfPlan(late).fromMs).toBeGreaterThanOrEqual(LIT_AT_MS)
    expect(spanOfPlan(late).toMs).toBe(late.earliestReadyAtMs)
  })
})

describe.each(larchwaterTest.formulas.map((f) => [f.id, f] as const))('the ring of %s', (id, formula) => {
  it('is its own while a step is still to come that stands on the flame, and free from then on', () => {
    const onFlame = (stepId: string) => {
      const step = formula.steps.find((s) => s.id === stepId)
      return step && ['ring', 'bath'].includes(techniqueOf(step).stands(step))
    }
    const last = formula.steps.findLastIndex((s) => onFlame(s.id))
    for (const [i, step] of formula.steps.entries()) {
      const { endsAtMs, viewAt } = rehearse(id, { untilStepId: step.id })
      const view = viewAt(endsAtMs + 1000)
      expect(needsRing(view), step.id).toBe(i <= last)
      expect(takenBy(view, endsAtMs + 1000) !== undefined).toBe(i <= last)
    }
  })
})
