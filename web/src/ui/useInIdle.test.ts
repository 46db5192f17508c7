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
  it('does at least one job a moment, as many as fit, and shows them when all of them are there', () => {
    const { idle, come } = handDriven(2)
    const work = vi.fn((key: string) => key.toUpperCase())
    const jobs = computed(() => new Map(['a', 'b', 'c'].map((key) => [key, () => work(key)])))
    const scope = effectScope()
    const { results, isWorking } = scope.run(() => useInIdle(jobs, idle))!
    expect(isWorking.value).toBe(true)
    come()
    expect(work).toHaveBeenCalledTimes(2)
    expect(results.value.size).toBe(0) // half a set is nothing to compare with
    come()
    expect([...results.value.values()]).toEqual(['A', 'B', 'C'])
    expect(isWorking.value).toBe(false)
    scope.stop()
  })
  it('a new set drops the rest of the old one; what is known stands until the new set is whole', async () => {
    const { idle, come, waiting } = handDriven(1)
    const source = ref(1)
    const slow = vi.fn((n: number) => n)
    const jobs = computed(() => {
      const n = source.value
      return new Map<string, () => number>([
        ['now', () => slow(n)],
        ...(n === 2 ? [['other', () => slow(-n)] as const] : []),
      ])
    })
    const scope = effectScope()
    const { results } = scope.run(() => useInIdle(jobs, idle))!
    come()
    expect(results.value.get('now')).toBe(1)
    source.value = 2
    await nextTick()
    come()
    expect(results.value.get('now')).toBe(1) // the new set is not whole
    source.value = 3
    await nextTick()
    expect(waiting()).toBe(1)
    come()
    expect([...results.value]).toEqual([['now', 3]])
    expect(slow).not.toHaveBeenCalledWith(-2)
    scope.stop()
    expect(waiting()).toBe(0)
  })
  it('no jobs, no results', () => {
    const scope = effectScope()
    const { results, isWorking } = scope.run(() =>
      useInIdle(
        computed(() => new Map<string, () => number>()),
        handDriven(1).idle,
      ),
    )!
    expect([results.value.size, isWorking.value]).toEqual([0, false])
    scope.stop()
  })
})
