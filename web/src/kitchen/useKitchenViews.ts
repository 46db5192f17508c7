import type { KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { viewBatch, type BatchView } from './batchView'
import { useClock } from './clock'
import { deadlinesOf } from './deadlines'
import { useKitchen } from './kitchen.store'

/** The batches that are planned or under way, as screens show them now, and what is due. */
export function useKitchenViews() {
  const kitchen = useKitchen()
  const { nowMs } = useClock()
  const catalog = computed(() => kitchen.catalog as unknown as KitchenCatalog | undefined)
  const current = computed<BatchView[]>(() => (catalog.value ? [...kitchen.batches.values()].filter((s) => s.status === 'planned' || s.status === 'underWay').flatMap((s) => viewBatch(s, catalog.value as KitchenCatalog, nowMs.value) ?? []) : []))
  const deadlines = computed(() => current.value.flatMap(deadlinesOf).sort((a, b) => a.atMs - b.atMs))
  const openOrders = computed(() => [...kitchen.orders.values()].filter((o) => o.status === 'open' && o.taken).sort((a, b) => (a.taken?.pickupAtMs ?? 0) - (b.taken?.pickupAtMs ?? 0)))
  const batchOfOrder = (orderId: string) => [...kitchen.batches.values()].find((s) => s.planned?.orderIds.includes(orderId) && s.status !== 'discarded')
  return { kitchen, catalog, nowMs, current, deadlines, openOrders, batchOfOrder }
}
