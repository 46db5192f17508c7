import type { Symptom } from '@liquamen/core'
import { readonly, shallowRef } from 'vue'

/** Whose rescue is open, and what was seen of it. */
export interface RescueOpen {
  readonly batchId: string | undefined
  readonly symptom: Symptom | undefined
}
const open = shallowRef<RescueOpen>()

/** The drawer that is reachable from everywhere: one for the whole page. */
export const useRescueDrawer = () => ({
  open: readonly(open),
  show: (batchId?: string, symptom?: Symptom) => {
    open.value = { batchId, symptom }
  },
  hide: () => {
    open.value = undefined
  },
})
