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
 *
 * Results are of one set: what was worked out stands whole until the next set is whole, so that nothing is ever compared with something older.
 * A new set drops what was not yet done of the one before.
 */
export function useInIdle<T>(jobs: ComputedRef<ReadonlyMap<string, () => T>>, idle: WhenIdle = whenIdle) {
  const results = shallowRef<ReadonlyMap<string, T>>(new Map())
  const isWorking = ref(false)
  let callOff: () => void = () => undefined

  function work(left: [string, () => T][], done: Map<string, T>): void {
    callOff = idle((timeLeftMs) => {
      do {
        const next = left.shift()
        if (next) done.set(next[0], next[1]())
      } while (left.length > 0 && timeLeftMs() > ENOUGH_MS)
      if (left.length > 0) return work(left, done)
      results.value = done
      isWorking.value = false
    })
  }
  watch(
    jobs,
    (now) => {
      callOff()
      isWorking.value = now.size > 0
      if (now.size > 0) work([...now], new Map())
      else results.value = new Map()
    },
    { immediate: true },
  )
  onScopeDispose(() => callOff())
  return { results: readonly(results) as Readonly<typeof results>, isWorking: readonly(isWorking) }
}
