import { computed, ref, shallowRef } from 'vue'

/** So long what was done last may be taken back in one tap, ms. */
const UNDO_MS = 8000

/**
 * What was done last, offered to be taken back for a moment.
 * While something else is being kept nothing is offered: an undo that is tapped at once must not take back what was done before it.
 */
export function lastDone<T>() {
  const done = shallowRef<T>()
  const acts = ref(0)
  const offered = computed(() => (acts.value > 0 ? undefined : done.value))
  return {
    offered,
    offer(what: T): void {
      done.value = what
      window.setTimeout(() => {
        if (done.value === what) done.value = undefined
      }, UNDO_MS)
    },
    /** What is offered, once. */
    take(): T | undefined {
      const what = offered.value
      if (what !== undefined) done.value = undefined
      return what
    },
    async during<R>(act: () => Promise<R>): Promise<R> {
      acts.value++
      try {
        return await act()
      } finally {
        acts.value--
      }
    },
  }
}
