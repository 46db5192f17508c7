import { describe, expect, it } from 'vitest'
import type { BatchView } from '../batch/viewBatch'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { checkAnswer } from '../schedule/check/checkAnswer'
import { scheduleService } from '../schedule/scheduleService'
import { eveningInstance, taskId } from './eveningInstance'
import { stoveEvening } from './stoveEvening'

const MIN = 60_000
const viewOf = (formulaId: string, untilStepId: string, nowMs: number): BatchView => {
  const view = rehearse(formulaId, { untilStepId, pickupAtMs: LIT_AT_MS + 60 * MIN }).viewAt(nowMs)
  return { ...view, state: { ...view.state, id: formulaId } }
}
const schedule = (views: readonly BatchView[], nowMs: number) => {
  const asked = stoveEvening(views, nowMs, [{ fromMs: nowMs - 600 * MIN, count: 2 }])
  const instance = eveningInstance(asked, kitchen)
  const answer = scheduleService(instance, { seed: 1, steps: 20 })
  expect(checkAnswer(instance, answer)).toEqual([])
  if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
  return { asked, answer }
}

describe('the stove as an evening', () => {
  it.each(kitchen.formulas.filter((f) => !f.makes).map((f) => [f.id, f] as const))(
    '%s, its second step to come: what is done stays, the rest follows, no clock is passed',
    (id, formula) => {
      const second = formula.steps[1]!
      const nowMs = LIT_AT_MS + 2 * MIN
      const view = viewOf(id, second.id, nowMs)
      const { answer } = schedule([view], nowMs)
      const [first] = formula.steps
      const done = view.state.steps[first!.id]!
      const at = (stepId: string) => answer.tasks.find((t) => t.id === taskId(id, stepId))!
      expect(at(first!.id).startS).toBe(Math.round((done.startedAtMs! - nowMs) / 1000))
      expect(at(second.id).startS).toBeGreaterThanOrEqual(0)
      expect(answer.objective[0]).toBe(0)
    },
  )
  it('a held sauce keeps its well until it is served; what is served out is no part of it', () => {
    const made = rehearse('hollandaise', { pickupAtMs: LIT_AT_MS + 60 * MIN })
    const nowMs = made.endsAtMs + MIN
    const asked = stoveEvening([made.viewAt(nowMs)], nowMs, [])
    const left = made.viewAt(nowMs).hold?.portionsLeft ?? 0
    expect(asked.batches.map((b) => b.pickUps[0]!.portions)).toEqual(left ? [left] : [])
  })
  it('two sauces at once share the hands and the rings of one kitchen', () => {
    const nowMs = LIT_AT_MS + MIN
    const views = ['hollandaise', 'supreme'].map((id) => {
      const [, step] = kitchen.formulas.find((f) => f.id === id)!.steps
      return viewOf(id, step!.id, nowMs)
    })
    const { asked, answer } = schedule(views, nowMs)
    expect(asked.pickUps).toHaveLength(2)
    expect(answer.objective[3]).toBeLessThanOrEqual(2)
  })
})
