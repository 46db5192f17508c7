import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { memoryKitchen } from '../testing/memoryKitchen'
import { address, mountScreen } from '../testing/mountScreen'
import { BATCH_ID, ORDER_ID, rehearsed } from '../testing/rehearsed'
import TimeRule from './TimeRule.vue'

vi.mock('../ui/useSize', () => ({ useWidth: () => ref(900) })) // nothing is laid out here
beforeEach(() => void setActivePinia(createPinia()))

describe('the time rule', () => {
  it('shows the hour, what is due on it and the orders to come; what is overdue stands as a flag', async () => {
    const made = rehearsed('redWineShallot', 'reduceWine', 2)
    const kitchen = memoryKitchen(made.nowMs)
    kitchen.knows(made.facts)
    await kitchen.port.record('order.taken', ORDER_ID, {
      formulaId: 'redWineShallot',
      portions: 10,
      pickupAtMs: Math.round(made.nowMs + 40 * 60_000),
      label: 'Table 5',
      detailsId: null,
    })
    const w = mountScreen(TimeRule, {}, { port: kitchen.port })
    await flushPromises()
    expect(w.find('time.now').attributes('datetime')).toBe(new Date(made.nowMs).toISOString())
    expect(
      w
        .findAll('.event')
        .map((e) => e.text())
        .join(),
    ).toContain('Table 5')
    expect(w.find('.flag').exists()).toBe(false)
    const due = made.view.deadlines.find((d) => d.kind === 'actNow')!
    kitchen.wait((due.atMs - made.nowMs) / 60_000 + 0.1)
    await flushPromises()
    expect(w.find('.flag').text()).toContain('Red wine & shallot')
    await w.find('.flag').trigger('click')
    await flushPromises()
    expect(address).toBe(`/bench/${BATCH_ID}`)
  })
})
