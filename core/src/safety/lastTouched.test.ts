import { expect, it } from 'vitest'
import { emptyBatch, type BatchState } from '../batch/batchState'
import { lastTouched } from './lastTouched'

const MIN = 60_000
const T0 = Date.UTC(2026, 10, 28, 18)
const PROBE = { channelId: 'c1', name: 'Probe 1', isSimulated: true }
const read = (min: number, payload: object) => ({
  kind: 'reading.taken',
  atMs: T0 + min * MIN,
  payload: { stepId: 's', ...payload },
})
const batch = (id: string, facts: readonly object[], more: Partial<BatchState> = {}): BatchState => ({
  ...emptyBatch(id),
  planned: { sauceName: `Sauce ${id}` } as BatchState['planned'],
  plan: { weighOut: [{ ingredientId: 'yolk' }] } as unknown as BatchState['plan'],
  stageFacts: facts as BatchState['stageFacts'],
  ...more,
})
const temp = (min: number) => read(min, { how: 'temperature', tempC: 60 })
const now = (min: number) => T0 + min * MIN

it('a thermometer was in the sauce that it was read in last; washed, or read here since, nothing is asked', () => {
  const here = batch('a', [])
  const [early, late] = [batch('b', [temp(5)]), batch('c', [temp(9)])]
  expect(lastTouched('thermometer', here, [here, early, late], now(10))).toMatchObject({
    batchId: 'c',
    sauce: 'Sauce c',
    ingredientIds: ['yolk'],
  })
  const washed = batch('a', [], { washes: { thermometer: now(9.5) } })
  expect(lastTouched('thermometer', washed, [washed, early, late], now(10))).toBeUndefined()
  const since = batch('a', [temp(9.8)])
  expect(lastTouched('thermometer', since, [since, early, late], now(10))).toBeUndefined()
  const elsewhereAgain = batch('d', [temp(9.9)])
  expect(lastTouched('thermometer', since, [since, elsewhereAgain], now(10))?.batchId).toBe('d')
})
it('each tool for itself: the stick is no thermometer, one probe not another', () => {
  const here = batch('a', [])
  const stick = batch('b', [read(3, { how: 'depth', depthMm: 20 })])
  expect(lastTouched('thermometer', here, [stick], now(5))).toBeUndefined()
  expect(lastTouched('stick', here, [stick], now(5))?.batchId).toBe('b')
  const probed = batch('b', [], {
    bindings: [{ ...PROBE, place: 'bowl', fromMs: now(1), toMs: now(4) }] as BatchState['bindings'],
  })
  expect(lastTouched('probe:c1', here, [probed], now(5))?.atMs).toBe(now(4))
  expect(lastTouched('probe:c2', here, [probed], now(5))).toBeUndefined()
})
it('yesterday’s sauce is not asked about', () => {
  expect(lastTouched('thermometer', batch('a', []), [batch('b', [temp(0)])], now(25 * 60))).toBeUndefined()
})
