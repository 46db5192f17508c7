import type { Payloads } from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { onScreen, settle } from '../testing/onScreen'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { button, mountScreen } from '../testing/mountScreen'
import { BATCH_ID, ORDER_ID, rehearsed } from '../testing/rehearsed'
import ServicePage from './ServicePage.vue'

const SECOND = '018f0000-0000-7000-8000-0000000000ab'
let kitchen: MemoryKitchen
const made = rehearsed('redWineShallot', 'serve', 1)
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(made.nowMs)
})
const order = (id = ORDER_ID, more: Partial<Payloads['order.taken']> = {}) =>
  kitchen.port.record('order.taken', id, {
    formulaId: 'redWineShallot',
    portions: 10,
    pickupAtMs: Math.round(made.nowMs + 2 * 3600_000),
    label: 'Table 5',
    detailsId: null,
    ...more,
  })
async function page(query: Record<string, string> = {}) {
  const w = mountScreen(ServicePage, {}, { port: kitchen.port, query })
  await settle()
  return onScreen(w)
}

describe('tonight', () => {
  it('without an order says so, and offers to take one', async () => {
    const { press, w } = await page()
    await press('Take an order')
    expect(w.find('form').exists()).toBe(true)
  })
  it('counts portions and orders, soonest first', async () => {
    await order(ORDER_ID)
    await order(SECOND, {
      label: 'Table 9',
      portions: 3,
      formulaId: 'portGlaze',
      pickupAtMs: Math.round(made.nowMs + 3600_000),
    })
    const { says } = await page()
    expect(says()).toMatch(/13 portions · 2 orders/)
    expect(says().indexOf('Table 9')).toBeLessThan(says().indexOf('Table 5'))
  })
  it('orders of one sauce for near times are offered as one batch', async () => {
    await order(ORDER_ID)
    await order(SECOND, { label: 'Table 9', portions: 4 })
    const { press, says } = await page()
    expect(says()).toContain('14')
    await press('Plan it')
    expect(says()).toContain('Table 5, Table 9')
  })
  it('an order cancelled by mistake is taken back within its time', async () => {
    await order()
    const { press, says } = await page()
    await press('Cancel order')
    expect(kitchen.port.orders.get(ORDER_ID)!.status).toBe('cancelled')
    expect(says()).not.toContain('Table 5')
    await press('Cancelled. Undo')
    expect(kitchen.port.orders.get(ORDER_ID)!.status).toBe('open')
    expect(says()).toContain('Table 5')
  })
  it('an order whose batch is made stands under what was served', async () => {
    await order()
    kitchen.knows(made.facts)
    await kitchen.port.record('batch.finished', BATCH_ID, { result: 'served', reason: '' })
    const { says } = await page()
    expect(says()).toMatch(/0 portions · 0 orders/)
    expect(says()).toContain('served')
  })
})

describe('what other screens ask for', () => {
  it('a batch to be started again: what of its orders is not made', async () => {
    await order()
    kitchen.knows(made.facts)
    await kitchen.port.record('batch.finished', BATCH_ID, { result: 'discarded', reason: 'split' })
    const { says, press } = await page({ restart: BATCH_ID })
    expect(says()).toMatch(/10 portions for/)
    await press('Put it on the stove')
    expect(kitchen.last('batch.planned').payload.shares).toEqual([{ orderId: ORDER_ID, portions: 10 }])
    expect(kitchen.last('batch.planned').streamId).not.toBe(BATCH_ID)
  })
  it('a planned batch to be changed', async () => {
    await order()
    kitchen.knows(made.facts.filter((f) => f.kind === 'batch.planned'))
    const { press, w } = await page({ change: BATCH_ID })
    expect(button(w, 'Take it off the stove').exists()).toBe(true)
    await press('Close')
    expect(button(w, 'Take an order').exists()).toBe(true)
  })
  it('an order of the sauce that stands open in the Book', async () => {
    const { w } = await page({ sauce: 'hollandaise' })
    expect(w.find('form').html()).toContain('Hollandaise')
  })
})
