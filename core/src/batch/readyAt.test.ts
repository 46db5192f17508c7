import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { AS_PLANNED } from '../practice/followPlan'
import type { Fact } from '../facts/fact'
import { foldBatch } from './foldBatch'
import { lateReadyAtMs, readyAtMs } from './readyAt'
import { viewBatch } from './viewBatch'

const MINUTE_MS = 60_000

describe.each(larchwaterTest.formulas.map((f) => [f.id, f] as const))('when %s is ready', (id, formula) => {
  it('followed as planned, every step foretells the same end to within a tenth of the whole', () => {
    const { plan } = rehearse(id).placed
    const wholeMs = plan.totalMin.value * MINUTE_MS
    const ends = formula.steps.flatMap((step) => {
      const { endsAtMs, viewAt } = rehearse(id, { untilStepId: step.id })
      return readyAtMs(viewAt(endsAtMs + 1000), endsAtMs + 1000) ?? []
    })
    expect(ends.length).toBeGreaterThan(0)
    for (const [i, at] of ends.entries()) {
      expect(at, formula.steps[i]!.id).toBeGreaterThanOrEqual(LIT_AT_MS)
      expect(Math.abs(at - ends[0]!), formula.steps[i]!.id).toBeLessThan(
        Math.max(4 * MINUTE_MS, 0.12 * wholeMs),
      )
    }
  })
  it('time that passes over its end moves the end with it, never into the past', () => {
    const stepId = formula.steps[0]!.id
    const { endsAtMs, viewAt } = rehearse(id, { untilStepId: stepId })
    for (const minutes of [0, 5, 60, 600]) {
      const nowMs = endsAtMs + minutes * MINUTE_MS + 1000
      expect(readyAtMs(viewAt(nowMs), nowMs)).toBeGreaterThanOrEqual(nowMs)
    }
  })
  it('with hours of an evening’s plan, it is ready when those are over, and not as if nothing lay between its steps', () => {
    const { facts, placed, viewAt } = rehearse(id, { untilStepId: formula.steps[0]!.id })
    const HOUR_MS = 60 * MINUTE_MS
    const at = placed.plan.steps.map(({ stepId, minutes }, i) => {
      const startAtMs = LIT_AT_MS + (i + 1) * HOUR_MS
      return { stepId, startAtMs, endAtMs: startAtMs + minutes.value * MINUTE_MS }
    })
    const asPlanned = facts.flatMap((f) =>
      f.kind === 'batch.planned'
        ? [
            {
              ...f,
              payload: { ...f.payload, at, plan: { ...f.payload.plan, latestStartAtMs: at[0]!.startAtMs } },
            } as Fact,
          ]
        : [],
    )
    const viewOf = (list: readonly Fact[]) =>
      viewBatch(foldBatch(viewAt(0).state.id, list), larchwaterTest, LIT_AT_MS)!
    const endsAtMs = at.reduce((ms, a) => Math.max(ms, a.startAtMs) + (a.endAtMs - a.startAtMs), 0)
    expect(readyAtMs(viewOf(asPlanned), LIT_AT_MS)).toBeCloseTo(endsAtMs, -1)
    const begun = [...asPlanned, ...facts.filter((f) => f.kind !== 'batch.planned')]
    if (at.length > 1) expect(readyAtMs(viewOf(begun), LIT_AT_MS)).toBeCloseTo(endsAtMs, -1)
  })
})

describe('lateness', () => {
  it('is told once what is left does not fit before the pick-up, with the moment at which it will be ready', () => {
    const pickupAtMs = LIT_AT_MS + 60 * MINUTE_MS
    const made = rehearse('redWineShallot', { untilStepId: 'reduceWine', pickupAtMs })
    const at = (minutes: number) => {
      const nowMs = made.endsAtMs + minutes * MINUTE_MS
      return lateReadyAtMs(made.viewAt(nowMs), nowMs)
    }
    expect(at(0)).toBeUndefined()
    const late = at(60)
    expect(late).toBeGreaterThan(pickupAtMs)
    expect(at(90)).toBeGreaterThan(late!)
  })
  it('a slower pan that is read is told to be late earlier than its plan would', () => {
    const pickupAtMs = LIT_AT_MS + 45 * MINUTE_MS
    const ready = (truth: typeof AS_PLANNED) => {
      const made = rehearse('redWineShallot', { untilStepId: 'mountButter', pickupAtMs, truth })
      return made.endsAtMs
    }
    expect(ready({ ...AS_PLANNED, paceFactor: 0.5 })).toBeGreaterThan(ready(AS_PLANNED))
  })
  it('a sauce that is put by, or over, is not late', () => {
    const { viewAt, endsAtMs } = rehearse('hollandaise')
    expect(lateReadyAtMs(viewAt(endsAtMs + 9e7), endsAtMs + 9e7)).toBeUndefined()
  })
})
