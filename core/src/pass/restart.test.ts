import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { rehearse } from '../rehearse.test-helper'
import type { Call } from './calls'
import { restartOf } from './restart'

const NOW_MS = Date.UTC(2026, 10, 28, 19)
const MIN = 60_000
const call = (label: string, inMin: number, status: Call['status'] = 'waits') =>
  ({ label, status, isWithout: false, drawAtMs: NOW_MS + inMin * MIN }) as Call

describe('the latest restart', () => {
  it.each(larchwaterTest.formulas.map((f) => [f.name, f.id] as const))(
    '%s: begun anew by then, nine of ten batches are there for the next plates',
    (_, id) => {
      const { fold } = rehearse(id)
      const state = fold()
      const restart = restartOf(state, [call('later', 900), call('next', 600), call('gone', 5, 'gone')])!
      expect(restart.label).toBe('next')
      expect(restart.makeMin).toBeGreaterThanOrEqual(state.plan!.totalMin.value)
      expect(restart.latestMs + restart.makeMin * MIN).toBeCloseTo(NOW_MS + 600 * MIN, -1)
    },
  )
  it('where nobody waits for it there is none', () => {
    const state = rehearse('hollandaise').fold()
    expect(restartOf(state, [])).toBeUndefined()
    expect(
      restartOf(state, [call('a', 5, 'gone'), call('b', 5, 'fired'), call('c', 5, 'blocked')]),
    ).toBeUndefined()
  })
})
