import type { KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { viewBatch, type BatchView } from './batchView'
import { useChannels } from './channels.store'
import { useClock } from './clock'
import { deadlinesOf } from './deadlines'
import { useKitchen } from './kitchen.store'

/** The batches that are planned or under way, as screens show them now, and what is due. */
export function useKitchenViews() {
  const kitchen = useKitchen()
  const channels = useChannels()
  const { nowMs } = useClock()
  const catalog = computed(() => kitchen.catalog as unknown as KitchenCatalog | undefined)
  const current = computed<BatchView[]>(() =>
    catalog.value
      ? [...kitchen.batches.values()]
          .filter((s) => s.status === 'planned' || s.status === 'underWay')
          .flatMap((s) => viewBatch(s, catalog.value as KitchenCatalog, nowMs.value, channels.pointsOf) ?? [])
      : [],
  )
  const deadlines = computed(() => current.value.flatMap(deadlinesOf).sort((a, b) => a.atMs - b.atMs))
  const openOrders = computed(() =>
    [...kitchen.orders.values()]
      .filter((o) => o.status === 'open' && o.taken)
      .sort((a, b) => (a.taken?.pickupAtMs ?? 0) - (b.taken?.pickupAtMs ?? 0)),
  )
  const batchOfOrder = (orderId: string) =>
    [...kitchen.batches.values()].find((s) => s.planned?.orderIds.includes(orderId) && s.status !== 'discarded')
  /** What stands on a ring: a batch under way that is not in a well, else the one planned next. */
  const onRing = (ringId: string) =>
    current.value
      .filter((v) => v.ring.id === ringId && !v.hold)
      .sort(
        (a, b) =>
          Number(b.state.status === 'underWay') - Number(a.state.status === 'underWay') ||
          (a.state.plan?.latestStartAtMs ?? 0) - (b.state.plan?.latestStartAtMs ?? 0),
      )[0]
  const inWell = (wellId: string) => current.value.find((v) => v.state.hold?.wellId === wellId)
  return { kitchen, channels, catalog, nowMs, current, deadlines, openOrders, batchOfOrder, onRing, inWell }
}
