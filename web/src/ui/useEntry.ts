import { shallowRef } from 'vue'

/**
 * One of a screen's entries is open at a time. It goes away once what was entered is kept; what was not kept
 * stays. Keeping takes a moment: an entry opened meanwhile is another, and is left open.
 */
export function useEntry<Entry extends string = string>() {
  const entry = shallowRef<Entry>()
  const close = () => {
    entry.value = undefined
  }
  const toggle = (which: Entry) => {
    entry.value = entry.value === which ? undefined : which
  }
  async function closeAfter(kept: Promise<boolean>): Promise<void> {
    const which = entry.value
    if ((await kept) && entry.value === which) close()
  }
  return { entry, close, toggle, closeAfter }
}
