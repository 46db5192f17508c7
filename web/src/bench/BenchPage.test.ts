import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it } from 'vitest'
import PlanSheet from '../service/PlanSheet.vue'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import BenchPage from './BenchPage.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 14)
const ORDER = '018f0000-0000-7000-8000-00000000000a'
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})

it('a batch that was taken off says so, and leads to the one that its order is made as', async () => {
  await kitchen.port.record('order.taken', ORDER, {
    formulaId: 'hollandaise',
    portions: 2,
    pickupAtMs: NOW_MS + 3 * 3600_000,
    label: 'Table 5',
    detailsId: null,
  })
  const put = async () => {
    const orders = [kitchen.port.orders.get(ORDER)!]
    await onScreen(mountScreen(PlanSheet, { orders }, { port: kitchen.port })).press('Put it on the stove')
    return kitchen.last('batch.planned').streamId
  }
  const first = await put()
  const second = await put()
  await kitchen.port.record('batch.takenOff', first, { reason: '' })
  const w = mountScreen(BenchPage, {}, { port: kitchen.port, params: { id: first } })
  await settle()
  expect(w.text()).toContain('Hollandaise: this one was taken off the plan before it was begun.')
  expect(w.find(`a[href="/bench/${second}"]`).exists()).toBe(true)
})
