import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '../port/api'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { catalog, mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import ServicePage from './ServicePage.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 15)
const WEEK_MS = 7 * 24 * 3600_000
const dish = catalog.dishes!.find((d) => d.id === 'beefFillet')!
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})
afterEach(() => vi.restoreAllMocks())
const past = (weeks: number, covers: number, plates: number) => ({
  serviceId: `${weeks}`,
  name: 'Supper',
  atMs: NOW_MS - weeks * WEEK_MS,
  covers,
  plates: { beefFillet: plates },
})
async function page() {
  const w = mountScreen(ServicePage, {}, { port: kitchen.port })
  await settle()
  const screen = onScreen(w)
  await screen.press('New service')
  const [id] = kitchen.port.services.keys()
  await kitchen.port.record('dish.offered', id!, { dish, perCover: 0.1, delayMin: 35 })
  await settle()
  return screen
}
const perCover = () => [...kitchen.port.services.values()][0]!.dishes[0]!.perCover

describe('what past services say of tonight', () => {
  it('guests of such a day, and a dish by what it came to; taken with one tap', async () => {
    vi.spyOn(api, 'pastServices').mockResolvedValue([past(1, 60, 18), past(2, 50, 15)])
    const screen = await page()
    await screen.press('From past services')
    expect(screen.says()).toContain('2 times Saturday: 55 covers, 50 to 60')
    // 33 plates of 110 guests, and the card's word for ten more: 0.28
    expect(screen.says()).toMatch(/0\.28 a cover/)
    await screen.press('Take all')
    expect(perCover()).toBe(0.28)
  })
  it('a file with a bad line says which, and that nothing was taken; a good one how many evenings', async () => {
    vi.spyOn(api, 'pastServices').mockResolvedValue([])
    const read = vi.spyOn(api, 'readPastServices')
    const screen = await page()
    await screen.press('From past services')
    expect(screen.says()).toContain('No evening is over yet')
    const bring = async () => {
      const input = screen.w.find('input[type="file"]')
      Object.defineProperty(input.element, 'files', {
        value: [{ text: () => Promise.resolve('date,covers,dish,plates') }],
        configurable: true,
      })
      await input.trigger('change')
      await settle()
    }
    read.mockResolvedValueOnce({ added: 0, known: 0, bad: [{ line: 3, why: 'The house has no dish “x”.' }] })
    await bring()
    expect(screen.says()).toContain('Nothing of it was taken.')
    expect(screen.says()).toContain('Line 3: The house has no dish “x”.')
    read.mockResolvedValueOnce({ added: 2, known: 1, bad: [] })
    await bring()
    expect(screen.says()).toContain('2 evenings on record, 1 there already')
  })
})
