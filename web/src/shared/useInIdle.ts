import { onScopeDispose, readonly, ref, shallowRef, watch, type ComputedRef } from 'vue'

/** Asks for a moment in which nothing better is to do; answers with how to call it off. `timeLeftMs` says how long the moment lasts. */
export type WhenIdle = (work: (timeLeftMs: () => number) => void) => () => void

const LATEST_MS = 250
const SHORT_SLICE_MS = 6 // where a browser cannot say when it is idle
const ENOUGH_MS = 3 // less is not worth beginning another job

/** The browser's own idle moments, or short slices where it knows none. */
export const whenIdle: WhenIdle = (work) => {
  if (typeof requestIdleCallback === 'function') {
    const id = requestIdleCallback((deadline) => work(() => deadline.timeRemaining()), { timeout: LATEST_MS })
    return () => cancelIdleCallback(id)
  }
  const id = setTimeout(() => {
    const until = performance.now() + SHORT_SLICE_MS
    work(() => until - performance.now())
  })
  return () => clearTimeout(id)
}

/**
 * Works jobs off between frames, so that a slider or a switch never waits for them: at least one a moment, more while there is time.
 * A new set of jobs drops the rest of the old one; what was worked out stands until it is replaced or its job is gone.
 */
export function useInIdle<T>(jobs: ComputedRef<ReadonlyMap<string, () => T>>, idle: WhenIdle = whenIdle) {
  const results = shallowRef<ReadonlyMap<string, T>>(new Map())
  const isWorking = ref(false)
  let callOff: () => void = () => undefined

  function work(left: [string, () => T][]): void {
    callOff = idle((timeLeftMs) => {
      const done = new Map(results.value)
      do {
        const next = left.shift()
        if (next) done.set(next[0], next[1]())
      } while (left.length > 0 && timeLeftMs() > ENOUGH_MS)
      results.value = done
      isWorking.value = left.length > 0
      if (left.length > 0) work(left)
    })
  }
  watch(
    jobs,
    (now) => {
      callOff()
      results.value = new Map([...results.value].filter(([key]) => now.has(key)))
      isWorking.value = now.size > 0
      if (now.size > 0) work([...now])
    },
    { immediate: true },
  )
  onScopeDispose(() => callOff())
  return { results: readonly(results) as Readonly<typeof results>, isWorking: readonly(isWorking) }
}
