import { describe, expect, it } from 'vitest'
import type { BatchView } from '../batch/viewBatch'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { rehearse } from '../rehearse.test-helper'
import type { Call } from './calls'
import { drawFrom, isDrawable, servedFrom } from './drawFrom'

const MIN = 60_000
const call = (formulaId: string, count: number, ml: number, more: Partial<Call> = {}) =>
  ({ callId: 'c', sauceKey: formulaId, count, ml, status: 'due', ...more }) as Call

describe('what a call is drawn from', () => {
  it.each(
    larchwaterTest.formulas
      .filter((f) => f.steps.some((s) => s.technique === 'hold'))
      .map((f) => [f.name, f]),
  )('%s: while its clock allows, and never past it, whatever is left', (_, { id, portionMl }) => {
    const { viewAt } = rehearse(id)
    const state = viewAt(rehearse(id).endsAtMs)
    const { codeLimitAtMs, houseLimitAtMs, startedAtMs } = state.hold!.clock
    const at = (ms: number) => drawFrom(call(id, 1, portionMl), [viewAt(ms)], [])
    expect(at(Math.max(startedAtMs, state.hold!.clock.startedAtMs) + MIN)).toMatchObject({ shortPlates: 0 })
    expect(at(houseLimitAtMs + MIN)).toBeUndefined()
    expect(at(codeLimitAtMs + MIN)).toBeUndefined()
  })
  const { viewAt, endsAtMs } = rehearse('hollandaise')
  const view = viewAt(endsAtMs)
  const { portionMl } = view.formula
  const withHold = (more: object): BatchView => ({ ...view, hold: { ...view.hold!, ...more } })
  it('what broke and what is empty is no source; what a named person goes on with is', () => {
    expect(isDrawable({ ...view, state: { ...view.state, brokeAtMs: [endsAtMs] } })).toBe(false)
    expect(isDrawable(withHold({ portionsLeft: 0 }))).toBe(false)
    expect(isDrawable(withHold({ clock: { ...view.hold!.clock, state: 'goneOn' } }))).toBe(true)
  })
  it('the oldest clock goes first, and what was fired and is not gone counts as taken', () => {
    const older: BatchView = {
      ...withHold({ portionsLeft: 3, clock: { ...view.hold!.clock, startedAtMs: 0 } }),
      state: { ...view.state, id: 'older' },
    }
    const two = call('hollandaise', 2, 2 * portionMl)
    expect(drawFrom(two, [view, older], [])).toMatchObject({ batchId: 'older', shortPlates: 0 })
    const fired = call('hollandaise', 2, 2 * portionMl, {
      callId: 'd',
      status: 'fired',
      fromBatchId: 'older',
    })
    // one of it is left there: the other plate comes out of the next
    const both = drawFrom(two, [view, older], [fired])!
    expect(both).toMatchObject({ batchId: 'older', shortPlates: 0 })
    expect(both.also.map((p) => p.batchId)).toEqual([view.state.id])
    expect(drawFrom(two, [older], [fired])).toMatchObject({ batchId: 'older', shortPlates: 1, also: [] })
    // four fired from the three that the older holds: one of them is gone from the next
    const over = { ...fired, count: 4, ml: 4 * portionMl }
    const left = drawFrom(two, [view, older], [])!.leftMl + drawFrom(two, [view], [])!.leftMl
    const after = drawFrom(two, [view, older], [over])!
    expect(after.leftMl + after.also.reduce((sum, p) => sum + p.leftMl, 0)).toBeCloseTo(left - over.ml, 6)
    const four = call('hollandaise', 4, 4 * portionMl, { status: 'fired', fromBatchId: 'older' })
    expect(servedFrom(four, 4, [view, older])).toEqual([
      ['older', 3],
      [view.state.id, 1],
    ])
    expect(servedFrom(four, 4, [older])).toEqual([['older', 4]])
    expect(servedFrom({ ...four, status: 'due' }, 4, [view, older])).toEqual([])
  })
  it('a plate that takes more than a portion empties it sooner', () => {
    const three = withHold({ portionsLeft: 3 })
    expect(drawFrom(call('hollandaise', 3, 6 * portionMl), [three], [])!.shortPlates).toBe(2)
    expect(drawFrom(call('bearnaise', 3, portionMl), [three], [])).toBeUndefined()
  })
})
