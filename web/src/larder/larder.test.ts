import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { PDFDocument } from '@cantoo/pdf-lib'
import { larderDays, type Fact, type LotState } from '@liquamen/core'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { button, catalog, mountScreen } from '../testing/mountScreen'
import { useByMs } from '../ui/format'
import { labelPdf } from './labelPdf'
import { labelWords, lotNumber } from './openLabel'
import LarderPage from './LarderPage.vue'

const DAY_MS = 86_400_000
const NOW_MS = Date.UTC(2026, 10, 27, 12)
const base = catalog.formulas.find((f) => f.makes === 'demiGlace')!
let kitchen: MemoryKitchen
const ids = ['018f0000-0000-7000-8000-0000000000a1', '018f0000-0000-7000-8000-0000000000a2']
/** A lot as it was put away so many days ago. */
const putAway = (id: string, daysAgo: number, place: 'fridge' | 'freezer' = 'fridge') =>
  kitchen.port.record('lot.stored', id, {
    ingredientId: 'demiGlace',
    massG: 1000 + daysAgo,
    place,
    madeAtMs: NOW_MS - daysAgo * DAY_MS,
    expiresAtMs: NOW_MS + 4 * DAY_MS,
    batchId: null,
  })
const lotOf = (id: string) => kitchen.port.lots.get(id)!
async function page(query: Record<string, string> = {}) {
  const w = mountScreen(LarderPage, {}, { port: kitchen.port, query })
  await flushPromises()
  for (const more of w
    .findAll('button')
    .filter((b) => b.text() === 'more')
    .slice(-1))
    await more.trigger('click')
  return w
}
const says = (w: VueWrapper) => w.text().replace(/\s+/g, ' ')
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})

describe('the larder', () => {
  it('freezing pauses its days and thawing goes on with what is left of them', async () => {
    await putAway(ids[0]!, 2)
    const w = await page()
    await button(w, /^Freeze/).trigger('click')
    await flushPromises()
    expect(lotOf(ids[0]!)).toMatchObject({ place: 'freezer' })
    kitchen.wait(30 * 24 * 60)
    await flushPromises()
    await button(w, /^Thaw/).trigger('click')
    await flushPromises()
    const left = Math.min(7, base.keeps!.chilledDays) - 3 // made two days before: the third day was begun
    expect(lotOf(ids[0]!).expiresAtMs).toBe(useByMs(kitchen.port.nowMs, left))
  })
  it('a lot without a day left is not offered the fridge, and says why', async () => {
    await putAway(ids[0]!, 20, 'freezer')
    const fact = kitchen.last('lot.stored')
    kitchen.knows([
      { ...fact, id: 'x', streamId: ids[1]!, payload: { ...fact.payload, place: 'fridge' } } as Fact,
    ])
    await kitchen.port.record('lot.moved', ids[1]!, { place: 'freezer', expiresAtMs: NOW_MS + 60 * DAY_MS })
    const w = await page()
    expect(says(w)).toContain('its chilled days are used up')
  })
  it('poured together they are as old as the older and end with the earlier', async () => {
    await putAway(ids[0]!, 1)
    await putAway(ids[1]!, 3)
    const w = await page()
    await button(w, /^Pour together/).trigger('click')
    await flushPromises()
    const held = [...kitchen.port.lots.values()].filter((l) => l.status === 'held')
    expect(held).toHaveLength(1)
    expect(held[0]).toMatchObject({ massG: 2004, stored: { madeAtMs: NOW_MS - 3 * DAY_MS } })
    expect(held[0]!.expiresAtMs).toBe(NOW_MS + 4 * DAY_MS)
  })
  it('a concentrate says its water and its salt then', async () => {
    await kitchen.port.record('lot.stored', ids[0]!, {
      ingredientId: 'demiGlace',
      massG: 300,
      place: 'fridge',
      madeAtMs: NOW_MS,
      expiresAtMs: NOW_MS + 4 * DAY_MS,
      batchId: null,
      solidsFrac: 0.55,
      saltFrac: 0.0179,
    })
    expect(says(await page())).toContain('525 g of water brings it to 20 % solids, its salt then 0.65 %') // kitchen:K-C3
  })
  it('a label’s code opens its lot, and says so where it is gone', async () => {
    await putAway(ids[0]!, 1)
    expect(says(await page({ lot: ids[0]! }))).toContain('found by its label')
    expect(says(await page({ lot: 'nothing' }))).toContain('No such lot is held here')
  })
  it('use by counts the making day as the first, to the end of its last day', () => {
    expect(useByMs(NOW_MS, 7)).toBe(Date.UTC(2026, 11, 3, 23, 59))
    expect(useByMs(NOW_MS, 1)).toBe(Date.UTC(2026, 10, 27, 23, 59))
    expect(larderDays({ ...base, keeps: { ...base.keeps!, chilledDays: 9 } }, 'fridge', 7)).toBe(7)
  })
})

describe('a label', () => {
  it('says name, amount, days, allergens and lot, and its code opens the lot', async () => {
    await putAway(ids[0]!, 1)
    const good = kitchen.port.ingredients.get('demiGlace')!
    const words = labelWords(lotOf(ids[0]!) as LotState, good, 'Ilse')
    expect(words.name).toBe(good.name)
    expect(words.lines.map(([what]) => what)).toEqual(expect.arrayContaining(['Amount', 'Made', 'By', 'Lot']))
    expect(words.link).toContain(`/larder?lot=${ids[0]}`)
    expect(lotNumber(ids[0]!)).toMatch(/^\d{6}$/)
    const bytes = await labelPdf({ ...words, name: 'Red wine – “très” dark − 漢' })
    const pdf = await PDFDocument.load(bytes)
    expect(pdf.getPageCount()).toBe(1)
    expect(Math.round((pdf.getPage(0).getWidth() * 25.4) / 72)).toBe(62)
  })
})
