import { settle } from '../testing/onScreen'
import { techniqueOf } from '@liquamen/core'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it } from 'vitest'
import { EVERY_SAUCE } from '../testing/everySauce'
import { memoryKitchen } from '../testing/memoryKitchen'
import { address, catalog, mountScreen } from '../testing/mountScreen'
import { BATCH_ID, rehearsed } from '../testing/rehearsed'
import StovePage from './StovePage.vue'
import StoveStation from './StoveStation.vue'

async function stove(made?: ReturnType<typeof rehearsed>) {
  setActivePinia(createPinia())
  const kitchen = memoryKitchen(made?.nowMs ?? Date.UTC(2026, 10, 28, 16))
  if (made) kitchen.knows(made.facts)
  const w = mountScreen(StovePage, {}, { port: kitchen.port })
  await settle()
  return { w, kitchen, settle }
}
const says = (w: VueWrapper) => w.text().replace(/\s+/g, ' ')
/** The station on which a sauce stands. */
const station = (w: VueWrapper, sauce: string) =>
  w.findAll('.station').find((s) => s.find('.sauce').exists() && s.find('.sauce').text() === sauce)

describe('an empty stove', () => {
  it('shows every ring and every well, and a ring leads to the service', async () => {
    const { w } = await stove()
    expect(w.findAll('.rings .station')).toHaveLength(catalog.rings.length)
    expect(w.findAll('.wells .station')).toHaveLength(catalog.wells.length)
    for (const well of catalog.wells) expect(says(w)).toContain(`Well ${well.letter} is empty.`)
    await w.find('.rings .station').trigger('click')
    await flushPromises()
    expect(address).toBe('/service')
  })
  it('a kitchen without a stove says how it gets one', async () => {
    setActivePinia(createPinia())
    const kitchen = memoryKitchen(0)
    Object.assign(kitchen.port, { catalog: { ...catalog, rings: [], wells: [] } })
    const w = mountScreen(StovePage, {}, { port: kitchen.port })
    expect(says(w)).toContain('No stove yet')
  })
})

describe.each(EVERY_SAUCE)('the station of %s', (id, formula) => {
  it('in every step says what it is, what is next and when, in words too', async () => {
    for (const step of formula.steps) {
      setActivePinia(createPinia())
      const made = rehearsed(id, step.id, 0.5)
      const kitchen = memoryKitchen(made.nowMs)
      const w = mountScreen(StoveStation, { ring: made.view.ring, view: made.view }, { port: kitchen.port })
      await flushPromises()
      const label = w.find('.station').attributes('aria-label')
      expect(label).toContain(formula.name)
      expect(label, step.id).toContain(made.view.pan.name)
      expect(w.find('.number').text()).toBe(String(made.view.ring.number))
      expect(w.html(), step.id).not.toMatch(/NaN|undefined/)
      kitchen.wait(500)
      await w.setProps({ view: made.viewAt(kitchen.port.nowMs) })
      expect(w.html(), `${step.id}, long after`).not.toMatch(/NaN|undefined/)
      w.unmount()
    }
  })
})

describe('a station', () => {
  const wine = () => rehearsed('redWineShallot', 'reduceWine', 2)
  it('opens its bench', async () => {
    const { w } = await stove(wine())
    await station(w, 'Red wine & shallot')!.trigger('click')
    await flushPromises()
    expect(address).toBe(`/bench/${BATCH_ID}`)
  })
  it('at its notch stands in a block with what to do', async () => {
    const made = wine()
    const { w, kitchen, settle } = await stove(made)
    const due = made.view.deadlines.find((d) => d.kind === 'actNow')!
    kitchen.wait((due.atMs - made.nowMs) / 60_000 + 0.2)
    await settle()
    const block = station(w, 'Red wine & shallot')!.find('.block-act')
    expect(block.text()).toContain('weigh or dip, then off')
  })
  it('a batch that is planned says when to light it and how late it will be', async () => {
    const made = wine()
    const planned = made.facts.filter((f) => f.kind === 'batch.planned')
    setActivePinia(createPinia())
    const kitchen = memoryKitchen(planned[0]!.atMs)
    kitchen.knows(planned)
    const w = mountScreen(StovePage, {}, { port: kitchen.port })
    expect(station(w, 'Red wine & shallot')!.text()).toContain('light')
  })
})

describe('a well', () => {
  const hold = catalog.formulas
    .find((f) => f.id === 'hollandaise')!
    .steps.find((s) => techniqueOf(s).id === 'hold')!
  async function held() {
    const made = rehearsed('hollandaise', hold.id)
    const at = await stove(made)
    await at.kitchen.port.record('hold.started', BATCH_ID, {
      wellId: catalog.wells[0]!.id,
      letter: catalog.wells[0]!.letter,
      limits: { houseS: 7200, codeS: 14400, code: 'usModel', hotHoldC: 57 },
      portions: 6,
      onto: null,
    })
    await at.settle()
    return at
  }
  const well = (w: VueWrapper) => w.find('.wells .station')
  it('takes the sauce off its ring, with its margin and the moment by which it must go', async () => {
    const { w } = await held()
    expect(well(w).text()).toContain('Hollandaise')
    expect(w.findAll('.rings .station').some((s) => s.text().includes('Hollandaise'))).toBe(false)
    expect(well(w).attributes('aria-label')).toMatch(
      /^Well \w, Hollandaise, 6 left, \d+ min till it (may break|curdles), discard \d\d:\d\d$/,
    )
  })
  it('says when to stir it, and past the limit only that it must go', async () => {
    const { w, kitchen, settle } = await held()
    kitchen.wait(11)
    await settle()
    expect(well(w).text()).toContain('stir it')
    kitchen.wait(115)
    await settle()
    expect(well(w).text()).toContain('✕ Discard')
    expect(well(w).text()).toContain('or go on by name')
    kitchen.wait(120)
    await settle()
    expect(well(w).text()).toContain('✕ Discard')
    expect(well(w).text()).not.toContain('go on by name')
  })
})
