import {
  measuredIn,
  needsRing,
  viewBatch,
  type ReadingsOf,
  type BatchState,
  type BatchView,
  type KitchenCatalog,
} from '@liquamen/core'
import { computed, effectScope } from 'vue'
import { useChannels } from './channels.store'
import { useKitchen, type KitchenPort } from './useKitchen'

const GONE: readonly BatchState['status'][] = ['discarded', 'takenOff', 'split'] // its children have its orders

const viewsOf = new WeakMap<KitchenPort, ReturnType<typeof createViews>>()

/** What stands in this part of the page's kitchen and what is due there: worked out once a second, for every screen alike. */
export function useKitchenViews(): ReturnType<typeof createViews> {
  const kitchen = useKitchen()
  const views = viewsOf.get(kitchen) ?? effectScope(true).run(() => createViews(kitchen))! // they outlive the screen that asked first
  viewsOf.set(kitchen, views)
  return views
}

/** The batches that are planned or under way, as screens show them now. */
function createViews(kitchen: KitchenPort) {
  const channels = useChannels()
  const nowMs = computed(() => kitchen.nowMs)
  const catalog = computed(() => kitchen.catalog as unknown as KitchenCatalog | undefined)
  const measured = computed(
    () => catalog.value && measuredIn(catalog.value, (channelId) => channels.samples.get(channelId) ?? []),
  )
  const readingsOf: ReadingsOf = (...of) => measured.value?.readingsOf(...of) ?? []
  const current = computed<BatchView[]>(() =>
    catalog.value
      ? [...kitchen.batches.values()]
          .filter((s) => s.status === 'planned' || s.status === 'underWay')
          .flatMap((s) => viewBatch(s, catalog.value as KitchenCatalog, nowMs.value, measured.value) ?? [])
      : [],
  )
  const deadlines = computed(() => current.value.flatMap((v) => v.deadlines).sort((a, b) => a.atMs - b.atMs))
  const openOrders = computed(() =>
    [...kitchen.orders.values()]
      .filter((o) => o.status === 'open' && o.taken)
      .sort((a, b) => (a.taken?.pickupAtMs ?? 0) - (b.taken?.pickupAtMs ?? 0)),
  )
  /** Batches that are made for an order, in the order in which they were planned. */
  const batchesOfOrder = (orderId: string): BatchState[] =>
    [...kitchen.batches.values()].filter(
      (s) => s.planned?.shares.some((share) => share.orderId === orderId) && !GONE.includes(s.status),
    )
  /** First what needs the flame, then what only stands there, then what is planned next. */
  const rank = (view: BatchView) => {
    if (view.state.status === 'planned') return 2
    return needsRing(view) ? 0 : 1
  }
  /** What stands on a ring, or is planned for it; a sauce that is put by has left it. */
  const onRing = (ringId: string) =>
    current.value
      .filter((v) => v.ring.id === ringId && !v.hold)
      .sort(
        (a, b) =>
          rank(a) - rank(b) || (a.state.plan?.latestStartAtMs ?? 0) - (b.state.plan?.latestStartAtMs ?? 0),
      )[0]
  const inWell = (wellId: string) => current.value.find((v) => v.state.hold?.wellId === wellId)
  return {
    kitchen,
    channels,
    readingsOf,
    catalog,
    nowMs,
    current,
    deadlines,
    openOrders,
    batchesOfOrder,
    onRing,
    inWell,
  }
}
