import { afterEach, expect, it, vi } from 'vitest'
import { hearServerTime, kitchenNowMs, setClockOffset } from './clock'

afterEach(() => {
  vi.useRealTimers()
  setClockOffset(0)
})

it('a late message does not put the clock back; a clock set anew is taken at once; a clock that drifts is followed', () => {
  vi.useFakeTimers({ now: 1_000_000 })
  hearServerTime(1_000_000 - 1_000_000_000) // wherever another test left it
  expect(hearServerTime(1_090_000)).toBe(90_000)
  expect(hearServerTime(1_085_000)).toBe(90_000) // five seconds on its way
  expect(kitchenNowMs()).toBe(1_090_000)
  expect(hearServerTime(1_400_000)).toBe(400_000) // set ahead
  expect(hearServerTime(1_000_000)).toBe(0) // set back
  for (let i = 0; i < 4; i += 1) hearServerTime(999_000)
  expect(hearServerTime(999_000)).toBe(-1000)
})
