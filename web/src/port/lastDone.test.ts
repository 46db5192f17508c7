import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { lastDone } from './lastDone'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

test('while an act is being kept, what was done before it is not offered to be taken back', async () => {
  const last = lastDone<string>()
  last.offer('season finished')
  let kept = (_: string) => {}
  const act = last.during(async () => last.offer(await new Promise<string>((keep) => (kept = keep))))
  expect(last.offered.value).toBeUndefined()
  expect(last.take()).toBeUndefined()
  kept('8 served')
  await act
  expect(last.take()).toBe('8 served')
  expect(last.take()).toBeUndefined()
})

test('an act that is not kept leaves what was done before it on offer, as long as that was to be offered', async () => {
  const last = lastDone<string>()
  last.offer('8 served')
  await expect(last.during(() => Promise.reject(new Error('refused')))).rejects.toThrow('refused')
  expect(last.offered.value).toBe('8 served')
  const slow = last.during(() => new Promise((keep) => void setTimeout(keep, 60_000)))
  await vi.advanceTimersByTimeAsync(60_000)
  await slow
  expect(last.offered.value).toBeUndefined()
})
