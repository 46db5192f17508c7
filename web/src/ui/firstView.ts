import { readonly, ref } from 'vue'

const isDue = ref(true)
/** Whether what stands beside the first view is due: the rings are drawn first, the wells and the time rule with the next frame. */
export const isRestDue = readonly(isDue)

/** Draws the first view by itself; the rest comes once it was seen. */
export function firstViewFirst(mount: () => void): void {
  isDue.value = false
  mount()
  requestAnimationFrame(() => requestAnimationFrame(() => (isDue.value = true))) // the second one begins once the first frame was made
}
