import type { KitchenKind, Payloads } from '@liquamen/core'
import { onScopeDispose, ref, shallowRef } from 'vue'
import type { Entry } from '../port/makeFact'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { kitchenTexts } from './texts.kitchen'

const UNDO_MS = 8000
/** A change of the kitchen before it is put on record. */
export type Change = {
  readonly [K in KitchenKind]: { readonly kind: K; readonly payload: Payloads[K] }
}[KitchenKind]

/** Changing the kitchen: each tap is one entry or several together, with its words and its undo. */
export function useKitchenChange() {
  const kitchen = useKitchen()
  const problem = ref('')
  const undo = shallowRef<{ readonly factIds: readonly string[]; readonly says: string }>()
  let timer = 0
  onScopeDispose(() => window.clearTimeout(timer))

  return {
    problem,
    undo,
    /** Puts changes on record, all of them or none. */
    make: (says: string, ...changes: readonly Change[]): Promise<boolean> =>
      tapped(async () => {
        const factIds = await kitchen.recordAll(
          changes.map((change) => ({ ...change, streamId: kitchen.kitchenId }) as Entry),
        )
        const made = { factIds, says }
        undo.value = made
        window.clearTimeout(timer)
        timer = window.setTimeout(() => {
          if (undo.value === made) undo.value = undefined
        }, UNDO_MS)
      }, problem),
    /** Takes entries back, whenever they were made. */
    forget: (factIds: readonly string[], reason: string) =>
      tapped(() => kitchen.takeBack(factIds, kitchen.kitchenId, reason), problem),
    takeBack: () =>
      tapped(async () => {
        const last = undo.value
        undo.value = undefined
        if (last) await kitchen.takeBack(last.factIds, kitchen.kitchenId, kitchenTexts.undone)
      }, problem),
  }
}
export type KitchenChange = ReturnType<typeof useKitchenChange>
