import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { api } from '../port/api'
import { memoryKitchen } from '../testing/memoryKitchen'
import { address, catalog, mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import CadencePage from './CadencePage.vue'

const FIVE_PM = Date.UTC(2026, 10, 28, 17)
async function page(nowMs = FIVE_PM) {
  setActivePinia(createPinia())
  const kitchen = memoryKitchen(nowMs)
  const w = mountScreen(CadencePage, {}, { port: kitchen.port })
  await settle()
  const field = (label: string) => w.findAll('.v-text-field').find((f) => f.text().includes(label))!
  return {
    ...onScreen(w),
    kitchen,
    type: async (label: string, value: string) => {
      await field(label).find('input').setValue(value)
      await settle()
    },
    chooses: async (id: string) => {
      w.findAllComponents({ name: 'VSelect' })[0]!.vm.$emit('update:modelValue', id)
      await settle()
    },
  }
}

describe('batches for a service', () => {
  it('of every sauce: how long it stands as planned sets how many there are; none is older, nothing is no number', async () => {
    const at = await page()
    for (const { id } of catalog.formulas.filter((f) => !f.makes)) {
      await at.chooses(id)
      expect(at.says(), id).not.toMatch(/NaN|undefined|Infinity/)
      const may = Number(/may stand (\d+) min/.exec(at.says())![1])
      // a mounted butter in this well's water is made to order
      if (may < 11) expect(at.says(), id).toContain('make it to order')
      else expect(Number(/none older than (\d+) min/.exec(at.says())![1]), id).toBeLessThanOrEqual(may - 4)
    }
  })
  it('what is picked becomes orders, each wanted when its stretch begins, and as big as is worth it', async () => {
    const at = await page()
    await at.type('A batch may be so old', '105')
    expect(at.says()).toContain('2 batches')
    await at.press(/^Take 2 batches/)
    const taken = at.kitchen.made.flatMap((f) => (f.kind === 'order.taken' ? [f.payload] : []))
    expect(taken.map((t) => t.label)).toEqual(['Batch 1 of 2', 'Batch 2 of 2'])
    expect(taken.map((t) => new Date(t.pickupAtMs).toISOString().slice(11, 16))).toEqual(['19:00', '20:45'])
    expect(taken[0]!.portions).toBeGreaterThanOrEqual(taken[1]!.portions)
    expect(address).toBe('/service')
  })
  it('what was typed stays when what the house learned comes late, until another sauce is asked for', async () => {
    let learned = (_: []): void => undefined
    vi.spyOn(api, 'lessons').mockReturnValue(new Promise((resolve) => (learned = resolve)))
    const at = await page()
    await at.type('A batch may be so old', '105')
    learned([])
    await at.settle()
    expect(at.says()).toContain('2 batches')
    await at.chooses(catalog.formulas.filter((f) => f.emulsion)[1]!.id)
    expect(at.says()).not.toContain('2 batches')
  })
  it.each([0, 2, 4.9, 5.6, 6.9, 8, 12, 18, 23])(
    'an evening is one evening, whenever it is asked for: %s h after five',
    async (h) => {
      const at = await page(FIVE_PM + h * 3600_000)
      expect(at.says()).toMatch(/\d+ batches/)
      expect(at.says()).not.toContain('ends before it begins')
    },
  )
  it('what cannot be is said in words: no number, a service that ends before it begins, a sauce that cannot stand', async () => {
    const at = await page()
    await at.type('Take it, of a hundred', 'some')
    expect(at.says()).toContain('A number or a clock time is missing')
    await at.type('Take it, of a hundred', '35')
    await at.type('until', '18:00')
    expect(at.says()).toContain('the service ends before it begins')
    await at.type('until', '22:30')
    await at.type('A batch may be so old', '0')
    expect(at.says()).toContain('make it to order')
  })
})
