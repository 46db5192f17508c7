import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { KitchenCatalog } from '@liquamen/core'
import { defineComponent, h } from 'vue'
import { api } from '../port/api'
import { useChannels } from '../port/channels.store'
import { useKitchenViews } from '../port/useKitchenViews'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { catalog, mountScreen } from '../testing/mountScreen'
import KitchenPage from './KitchenPage.vue'
import { placesOf, rowsOf } from './stovePlan'

const PROBE = {
  id: '018f0000-0000-7000-8000-000000000021',
  deviceId: 'd',
  kind: 'probe' as const,
  name: 'Probe 1',
  isSimulated: true,
}
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  vi.spyOn(api, 'devices').mockResolvedValue([])
  kitchen = memoryKitchen(Date.now()) // samples older than an hour and a half are let go of
})
const now = () => kitchen.port.catalog as unknown as KitchenCatalog
async function page() {
  const w = mountScreen(KitchenPage, {}, { port: kitchen.port })
  await flushPromises()
  return w
}
const says = (w: VueWrapper) => w.text().replace(/\s+/g, ' ')
async function fill(w: VueWrapper, label: string, value: string) {
  const input = w.find(`input[aria-label="${label}"]`)
  await input.setValue(value)
  await input.trigger('change')
  await flushPromises()
}
const press = async (w: VueWrapper, words: string) => {
  await w
    .findAll('button')
    .find((b) => b.text() === words)!
    .trigger('click')
  await flushPromises()
}

describe('the kitchen, changed', () => {
  it('a water test gives the ring its real power, and forgetting it gives the plate’s back', async () => {
    const w = await page()
    expect(says(w)).toContain('a water test makes it sure')
    await fill(w, 'Water after', '372')
    await press(w, 'Keep this test')
    const { measured } = now().rings[0]!
    expect(measured).toHaveLength(1)
    expect(measured![0]!.powerW).toBeGreaterThan(1100)
    expect(measured![0]!.powerW).toBeLessThan(1400)
    expect(says(w)).toContain('after 1 test')
    expect(says(w)).toContain('Heat words on this knob')
    await press(w, 'Forget')
    expect(now().rings[0]!.measured ?? []).toEqual([])
  })
  it('more water after than before is told, and cannot be kept', async () => {
    const w = await page()
    await fill(w, 'Water after', '540')
    expect(says(w)).toContain('More water after than before')
    expect(
      w
        .findAll('button')
        .find((b) => b.text() === 'Keep this test')!
        .attributes('disabled'),
    ).toBeDefined()
  })
  it('says how many sieves and blenders all share: one set leaves the other and the rest of the place as they are', async () => {
    const w = await page()
    const before = now().settings
    expect(says(w)).toContain('blender are shared by all who cook.')
    await fill(w, 'Fine sieves', '1')
    await fill(w, 'Blenders', '0')
    expect(now().settings).toEqual({ ...before, kits: { sieve: 1, blender: 0 } })
    expect(says(w)).toContain('fine sieve and')
    await fill(w, 'Height above the sea', '900')
    expect(now().settings.kits).toEqual({ sieve: 1, blender: 0 })
  })
  it('a ring is carried by the arrow keys, set down, and taken back', async () => {
    const w = await page()
    const ring = w.find('g.thing')
    const before = now().rings[0]!
    for (let i = 0; i < 4; i++) await ring.trigger('keydown', { key: 'ArrowRight', shiftKey: true })
    await ring.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(now().rings[0]!.at!.xMm).toBe(Math.round((1780 * 0.64) / 6 / 10) * 10 + 200)
    await press(w, 'Undo')
    expect(now().rings[0]).toEqual(before)
  })
  it('a pan is added from the common sizes, or measured; pours that cannot be are told', async () => {
    const w = await page()
    await press(w, 'Add a pan')
    await w.find('form.panel input[type="text"]').exists()
    await fill(w, 'Depth after both pours', '20')
    expect(says(w)).toContain('More water stands no deeper')
    await fill(w, 'First pour', '500')
    await fill(w, 'Depth after the first pour', '22.3')
    await fill(w, 'Both pours together', '1277.6')
    await fill(w, 'Depth after both pours', '50')
    expect(says(w)).toContain('160 mm at the base')
    await fill(w, 'Both pours together', '900')
    expect(says(w)).toContain('rim is narrower than its base')
    await fill(w, 'Depth after both pours', '300')
    expect(says(w)).toContain('higher than its wall')
  })
  it('a probe is checked in ice and in the boil, and its readings are put right everywhere', async () => {
    useChannels().channels = [PROBE]
    const w = await page()
    expect(says(w)).toContain('not checked yet')
    await fill(w, 'Probe 1 in ice water', '0.6')
    expect(now().probes ?? []).toEqual([])
    await fill(w, 'Probe 1 in boiling water', '96.7')
    expect(now().probes).toMatchObject([{ channelId: PROBE.id, iceReadsC: 0.6, boilReadsC: 96.7 }])
    kitchen.reads(PROBE.id, 60.6)
    let read = 0
    const Reader = defineComponent({
      setup: () => ((read = useKitchenViews().readingsOf(PROBE.id, -1)[0]!.tempC), () => h('i')),
    })
    mountScreen(Reader, {}, { port: kitchen.port })
    expect(read).toBeCloseTo(60, 1)
    expect(says(w)).toContain('good as it is')
    await fill(w, 'Probe 1 in ice water', '3.4')
    expect(says(w)).toContain('out of service')
  })
  it('a scale is checked by a known mass', async () => {
    const w = await page()
    await fill(w, 'What the scale shows for it', '1003')
    await w
      .findAll('button')
      .filter((b) => b.text() === 'Keep')
      .at(-1)!
      .trigger('click')
    await flushPromises()
    expect(now().settings.scaleFactor).toBeCloseTo(0.9942, 4)
  })
  it('house rules are a sentence with one number, kept with its name', async () => {
    const w = await page()
    await fill(w, 'Longest hold', '1.5')
    expect(now().settings.rules?.holdLimitH).toBe(1.5)
    expect(kitchen.last('rules.set').actor.crewId).toBe('ilse')
    await fill(w, 'Longest hold', '9')
    expect(now().settings.rules?.holdLimitH).toBe(1.5)
    expect(says(w)).toContain('0.5–6 h')
  })
  it('an empty kitchen says how it gets a ring, a pan and a book', async () => {
    Object.assign(kitchen.port, { catalog: { ...catalog, rings: [], wells: [], pans: [], formulas: [] } })
    const w = await page()
    expect(says(w)).toContain('No ring yet')
    expect(says(w)).toContain('No pan yet')
    expect(says(w)).toContain('Take the house book')
    await press(w, 'Put a ring in')
    expect(now().rings).toMatchObject([{ number: 1, row: 0, column: 0 }])
  })
  it('what was refused is said, and nothing is changed', async () => {
    const w = await page()
    kitchen.refuse('These numbers cannot be.')
    await fill(w, 'Room temperature', '30')
    expect(says(w)).toContain('These numbers cannot be.')
    expect(now().settings.roomTempC).toBe(24)
  })
})

describe('where things stand', () => {
  const stove = { widthMm: 1780, depthMm: 900 }
  it('rows and columns follow from the places, whatever was set out first', () => {
    const places = new Map(placesOf(catalog.rings, stove, 'rings', true))
    const [first] = catalog.rings
    places.set(first!, { xMm: 900, yMm: 120 })
    const rows = rowsOf(places)
    expect(rows.find((r) => r.id === first!.id)).toMatchObject({ row: 0, column: 1 })
    expect(new Set(rows.map((r) => `${r.row} ${r.column}`)).size).toBe(catalog.rings.length)
  })
  it('set out as they are, nothing moves (law)', () => {
    const places = placesOf(catalog.rings, stove, 'rings', true)
    for (const ring of rowsOf(places)) {
      const own = catalog.rings.find((r) => r.id === ring.id)!
      expect([ring.row, ring.column]).toEqual([own.row, own.column])
    }
  })
})
