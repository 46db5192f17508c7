import { describe, expect, it } from 'vitest'
import { measuredIn } from '../batch/measuredIn'
import { viewBatch, type BatchView, type Measured } from '../batch/viewBatch'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { checkAnswer } from '../schedule/check/checkAnswer'
import { scheduleService } from '../schedule/scheduleService'
import { bareG } from '../techniques/reduce/scaleMasses'
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
  const reduced = kitchen.formulas.flatMap((f) => {
    const step = f.steps.find((s) => s.technique === 'reduce' && s.target !== undefined)
    return step ? [[f.id, step.id] as const] : []
  })
  it.each(reduced)('%s: a reduction on a scale ends when the scale foretells it', (id, stepId) => {
    const made = rehearse(id, { untilStepId: stepId })
    const { stage } = made.fold().steps[stepId]!
    if (!stage) throw new Error(`${stepId} has no stage`)
    const wholeMin = stage.warmUpMin + (stage.startMassG - stage.targetMassG) / stage.rateGPerMin
    const nowMs = made.endsAtMs + 0.6 * wholeMin * MIN
    made.put('channel.bound', made.endsAtMs, {
      channelId: 'scale',
      name: 'Scale',
      isSimulated: true,
      place: 'scale',
    })
    // it boils at two thirds of the pace
    const grossAt = (minute: number) =>
      bareG(stage) + stage.startMassG - (2 / 3) * stage.rateGPerMin * Math.max(0, minute - stage.warmUpMin)
    const samples = Array.from({ length: Math.floor((nowMs - made.endsAtMs) / 1000) }, (_, i) => ({
      atMs: made.endsAtMs + (i + 1) * 1000,
      value: grossAt((i + 1) / 60),
    }))
    const endsAt = (measured: Measured | undefined) => {
      const view = viewBatch(made.fold(), kitchen, nowMs, measured)!
      const [batch] = stoveEvening([view], nowMs, []).batches
      return batch!.begun!.find((b) => b.stepId === stepId)!.toMs
    }
    const blind = endsAt(undefined)
    const seen = endsAt(measuredIn(kitchen, () => samples))
    const leftMin = (wholeMin - stage.warmUpMin) * 0.5
    // a reduction of seconds is over before a scale can tell
    expect(seen - blind).toBeGreaterThan(leftMin < 1 ? 0 : 0.4 * leftMin * MIN)
    expect(seen - blind).toBeLessThan(2 * leftMin * MIN)
  })
  it('a held sauce keeps its well until it is served; what is served out is no part of it', () => {
    const made = rehearse('hollandaise', { pickupAtMs: LIT_AT_MS + 60 * MIN })
    const nowMs = made.endsAtMs + MIN
    const asked = stoveEvening([made.viewAt(nowMs)], nowMs, [])
    const left = made.viewAt(nowMs).hold?.portionsLeft ?? 0
    expect(asked.batches.map((b) => b.pickUps[0]!.portions)).toEqual(left ? [left] : [])
  })
  it('what only waits for its plates was ready when it began to, and makes nobody late however long it stands', () => {
    const served = kitchen.formulas.find((f) => f.id === 'redWineShallot')!.steps.at(-1)!
    const made = rehearse('redWineShallot', { untilStepId: served.id })
    const endsAt = (afterMin: number) => {
      const nowMs = made.endsAtMs + afterMin * MIN
      const [batch] = stoveEvening([made.viewAt(nowMs)], nowMs, []).batches
      return batch!.begun!.at(-1)!.toMs
    }
    expect(endsAt(120)).toBe(endsAt(1))
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
