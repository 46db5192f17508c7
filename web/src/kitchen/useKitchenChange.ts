import type { KitchenKind, Payloads } from '@liquamen/core'
import { ref } from 'vue'
import { lastDone } from '../port/lastDone'
import type { Entry } from '../port/makeFact'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { kitchenTexts } from './texts.kitchen'

/** A change of the kitchen before it is put on record. */
export type Change = {
  readonly [K in KitchenKind]: { readonly kind: K; readonly payload: Payloads[K] }
}[KitchenKind]

/** Changing the kitchen: each tap is one entry or several together, with its words and its undo. */
export function useKitchenChange() {
  const kitchen = useKitchen()
  const problem = ref('')
  const last = lastDone<{ readonly factIds: readonly string[]; readonly says: string }>()

  return {
    problem,
    undo: last.offered,
    /** Puts changes on record, all of them or none. */
    make: (says: string, ...changes: readonly Change[]): Promise<boolean> =>
      last.during(() =>
        tapped(async () => {
          const factIds = await kitchen.recordAll(
            changes.map((change) => ({ ...change, streamId: kitchen.kitchenId }) as Entry),
          )
          last.offer({ factIds, says })
        }, problem),
      ),
    /** Takes entries back, whenever they were made. */
    forget: (factIds: readonly string[], reason: string) =>
      tapped(() => kitchen.takeBack(factIds, kitchen.kitchenId, reason), problem),
    takeBack: async () => {
      const done = last.take()
      if (done)
        await tapped(() => kitchen.takeBack(done.factIds, kitchen.kitchenId, kitchenTexts.undone), problem)
    },
  }
}
export type KitchenChange = ReturnType<typeof useKitchenChange>
