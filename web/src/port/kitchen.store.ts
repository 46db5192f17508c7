import type { Session } from '@liquamen/contracts'
import {
  foldKitchen,
  kitchenGoods,
  whyNot,
  type Doing,
  type Ingredient,
  type KitchenCatalog,
} from '@liquamen/core'
import { defineStore } from 'pinia'
import { computed, watch } from 'vue'
import { setZone } from '../ui/format'
import { createBrowserKitchen } from './browserKitchen'
import { callerOf } from './callerOf'
import { kitchenNowMs, useClock } from './clock'
import { createConnection } from './connection'
import { createRecording } from './recording'

/** The kitchen as this browser knows it: facts, their folds, and the way to the server. */
export const useLiveKitchen = defineStore('kitchen', () => {
  const browser = createBrowserKitchen()
  const { phase, session, details, tray, unsentCount, awaySinceMs, signOn, mirror } = browser
  const catalog = computed<Session['catalog'] | undefined>(
    () =>
      session.value &&
      (foldKitchen(
        session.value.catalog as unknown as KitchenCatalog,
        mirror.ofKitchen.value,
      ) as unknown as Session['catalog']),
  )
  /** Names the stream of what is said of the kitchen itself. */
  const kitchenId = computed(() => session.value?.kitchenId ?? '')
  const ingredients = computed(() =>
    catalog.value ? kitchenGoods(catalog.value as unknown as KitchenCatalog) : new Map<string, Ingredient>(),
  )
  watch(
    [() => catalog.value?.settings.timeZone, () => session.value?.zoneClock],
    ([timeZone, zoneClock]) => setZone(timeZone ?? 'UTC', zoneClock),
    { immediate: true, flush: 'sync' },
  )
  const { batches, orders, lots, services, factsOf } = mirror
  return {
    phase,
    session,
    kitchenId,
    deviceId: computed(() => session.value?.deviceId ?? ''),
    catalog,
    ingredients,
    batches,
    orders,
    lots,
    services,
    factsOf,
    details,
    tray,
    unsentCount,
    awaySinceMs,
    crewId: signOn.crewId,
    /** Why whoever stands here may not do a thing; undefined where they may. */
    whyNot: (doing: Doing) => whyNot(callerOf(browser), doing),
    nowMs: useClock().nowMs,
    exactNowMs: kitchenNowMs,
    ...createRecording(browser),
    ...createConnection(browser),
  }
})
