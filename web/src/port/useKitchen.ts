import { computed, hasInjectionContext, inject, type ComputedRef, type InjectionKey } from 'vue'
import { useLiveKitchen } from './kitchen.store'

/**
 * The kitchen as screens and benches see it: what is known, what time it is there, and how a tap goes on record. The live one keeps its
 * facts in the browser and sends them; another may stand in its place below a part of the page (practice keeps its own in memory, with a
 * clock of its own). `nowMs` moves once a second with every screen, `exactNowMs` reads the same clock to the millisecond.
 */
export type KitchenPort = Pick<
  ReturnType<typeof useLiveKitchen>,
  | 'kitchenId'
  | 'deviceId'
  | 'catalog'
  | 'ingredients'
  | 'batches'
  | 'orders'
  | 'lots'
  | 'services'
  | 'details'
  | 'crewId'
  | 'whyNot'
  | 'nowMs'
  | 'awaySinceMs'
  | 'exactNowMs'
  | 'record'
  | 'recordAll'
  | 'takeBack'
  | 'keepDetails'
  | 'factsOf'
  | 'takeFromLarder'
  | 'publishPlan'
  | 'fireCall'
  | 'takeBackCall'
  | 'refreshCatalog'
>
/** Under which a part of the page is given another kitchen. */
export const kitchenPortKey: InjectionKey<KitchenPort> = Symbol('kitchen port')

/** The kitchen of this part of the page: the one given to it, else the live one. */
export function useKitchen(): KitchenPort {
  return (hasInjectionContext() ? inject(kitchenPortKey, undefined) : undefined) ?? useLiveKitchen()
}

/** The time in the kitchen of this part of the page, moving once a second. */
export function useKitchenNow(): ComputedRef<number> {
  const kitchen = useKitchen()
  return computed(() => kitchen.nowMs)
}
