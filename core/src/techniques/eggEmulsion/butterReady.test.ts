import { expect, it } from 'vitest'
import { emptyBatch, type BatchState } from '../../batch/batchState'
import { plannedIn } from '../../planned.test-helper'
import { butterReady, butterWindowC } from './butterReady'

const T0 = Date.UTC(2026, 10, 28, 18)
const MIN = 60_000
const read = (tempC: number, min = 0, schools: Record<string, string> = {}): BatchState => ({
  ...emptyBatch('b'),
  plan: plannedIn('hollandaise', schools).plan,
  stageFacts: [
    { kind: 'butter.read', atMs: T0 + min * MIN, payload: { stepId: 'pour', tempC } },
  ] as unknown as BatchState['stageFacts'],
})

it('nobody has read it: nothing is known', () => {
  expect(butterReady({ ...read(60), stageFacts: [] }, T0)).toBeUndefined()
})
it('too hot it waits until it has cooled into its window, and then it is ready', () => {
  const state = read(85)
  const hot = butterReady(state, T0)!
  expect(hot).toMatchObject({ verdict: 'tooHot', readC: 85, window: { low: 45, high: 65 } })
  const waitMin = (hot.opensAtMs! - T0) / MIN
  expect(waitMin).toBeGreaterThan(5)
  expect(waitMin).toBeLessThan(90)
  expect(butterReady(state, hot.opensAtMs! + 1000)).toMatchObject({ verdict: 'ready', opensAtMs: undefined })
})
it('it goes on cooling: ready now, too cool when it has stood', () => {
  const state = read(58)
  expect(butterReady(state, T0)!.verdict).toBe('ready')
  expect(butterReady(state, T0 + 300 * MIN)!.verdict).toBe('tooCool')
})
it('under a blade it is to be very hot: what a whisked bowl wants is too cool there', () => {
  expect(butterWindowC({ tool: 'stickBlender' })).toEqual({ low: 90, high: 96 })
  expect(butterReady(read(60, 0, { whisk: 'power' }), T0)!.verdict).toBe('tooCool')
  expect(butterReady(read(93, 0, { whisk: 'power' }), T0)!.verdict).toBe('ready')
})
