import { describe, expect, it, vi } from 'vitest'
import { computed, effectScope, nextTick, ref } from 'vue'
import { useInIdle, type WhenIdle } from './useInIdle'

/** Idle moments that come when the test says so, each long enough for `fits` jobs. */
function handDriven(fits: number) {
  const asked: ((timeLeftMs: () => number) => void)[] = []
  const idle: WhenIdle = (work) => {
    asked.push(work)
    return () => asked.splice(asked.indexOf(work), 1)
  }
  const come = () => {
    let done = 0
    asked.shift()?.(() => (++done < fits ? 100 : 0))
  }
  return { idle, come, waiting: () => asked.length }
}

describe('work between frames', () => {
  it('does at least one job a moment, as many as fit, and says when all is done', () => {
    const { idle, come } = handDriven(2)
    const jobs = computed(() => new Map(['a', 'b', 'c'].map((key) => [key, () => key.toUpperCase()])))
    const scope = effectScope()
    const { results, isWorking } = scope.run(() => useInIdle(jobs, idle))!
    expect(results.value.size).toBe(0)
    come()
    expect([...results.value]).toEqual([
      ['a', 'A'],
      ['b', 'B'],
    ])
    expect(isWorking.value).toBe(true)
    come()
    expect(results.value.get('c')).toBe('C')
    expect(isWorking.value).toBe(false)
    scope.stop()
  })
  it('a new set drops the rest of the old one; what is known stands until it is replaced or its job is gone', async () => {
    const { idle, come, waiting } = handDriven(1)
    const source = ref(1)
    const slow = vi.fn((n: number) => n)
    const jobs = computed(() => {
      const n = source.value
      return new Map<string, () => number>([['now', () => slow(n)], ...(n === 1 ? [['old', () => slow(-1)] as const] : [])])
    })
    const scope = effectScope()
    const { results } = scope.run(() => useInIdle(jobs, idle))!
    come()
    expect(results.value.get('now')).toBe(1)
    source.value = 2
    await nextTick()
    expect(results.value.get('now')).toBe(1) // still shown while the new one is worked out
    expect(waiting()).toBe(1)
    come()
    expect(results.value.get('now')).toBe(2)
    expect(slow).not.toHaveBeenCalledWith(-1)
    scope.stop()
    expect(waiting()).toBe(0)
  })
})
