import type { CallStatus } from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { address, catalog, facts, mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import PassPage from './PassPage.vue'

/** The demo's evening: hollandaise stands in well A, the supper is open, nobody has ordered. */
const NOW_MS = Math.max(...facts.map((f) => f.atMs)) + 60_000
const MINUTE_MS = 60_000
const TABLE = '018f0000-0000-7000-8000-0000000000a1'
const GUEST = '018f0000-0000-7000-8000-0000000000b1'
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
  kitchen.knows(facts)
})
afterEach(() => vi.unstubAllGlobals())
const supper = () => [...kitchen.port.services.values()].find((s) => s.status === 'open')!
async function page() {
  const w = mountScreen(PassPage, {}, { port: kitchen.port })
  await settle()
  return onScreen(w)
}
type Screen = Awaited<ReturnType<typeof page>>
/** A table orders plates of one dish. */
async function orders(
  dishId: string,
  { inMin = 12, count = 2, label = 'Table 4', detailsId = null as string | null } = {},
) {
  const plates = [{ plateId: dishId, dishId, count, detailsId }]
  const table = {
    tableId: TABLE,
    label,
    pickUpAtMs: kitchen.port.nowMs + inMin * MINUTE_MS,
    plates,
  }
  await kitchen.port.record('table.ordered', supper().id, table)
  await settle()
}
const row = (screen: Screen, status: CallStatus) => screen.w.find(`li.call.${status}`)
async function pass(screen: Screen, minutes: number) {
  kitchen.wait(minutes)
  await screen.settle()
}

describe('the pass', () => {
  it('without an order says so, and without a service where one is begun', async () => {
    expect((await page()).says()).toContain('No table has ordered yet.')
    kitchen = memoryKitchen(NOW_MS)
    expect((await page()).says()).toContain('No service is open.')
  })
  it('a call is drawn from the well where its sauce stands, fired in one tap, taken back in one, and gone it is served', async () => {
    const screen = await page()
    await orders('asparagus')
    expect(screen.says()).toMatch(/Hollandaise.*2 plates · Table 4.*from A/)
    await pass(screen, 11)
    await screen.press('Fire 2')
    const { payload } = kitchen.last('call.fired')
    expect(payload).toMatchObject({ plates: 2, tableId: TABLE })
    expect(kitchen.port.batches.get(payload.fromBatchId!)!.planned!.sauceName).toBe('Hollandaise')
    expect(screen.says()).toMatch(/0 Hollandaise 2 fired/)
    await screen.press('Undo')
    expect(row(screen, 'fired').exists()).toBe(false)
    await screen.press('Fire 2')
    await screen.press('Gone')
    expect(screen.says()).toContain('No table has ordered yet.')
    expect(kitchen.last('portion.served')).toMatchObject({ streamId: payload.fromBatchId })
  })
  it('held it is not due, moved it goes later, cancelled it is off, and back in one tap', async () => {
    const screen = await page()
    await orders('asparagus', { inMin: 6 })
    await screen.press('Hold')
    expect(row(screen, 'held').exists()).toBe(true)
    await screen.press('Go on')
    await screen.press('+5')
    expect(kitchen.last('table.moved').payload.pickUpAtMs).toBe(NOW_MS + 11 * MINUTE_MS)
    await screen.press('✕')
    expect(screen.says()).toContain('Table 4 cancelled. Undo')
    await screen.press('Table 4 cancelled. Undo')
    expect(row(screen, 'waits').exists() || row(screen, 'due').exists()).toBe(true)
  })
  it('a sauce of which none stands is asked for by itself, and planned', async () => {
    const screen = await page()
    await orders('skateWing')
    expect(screen.says()).toContain('not made yet')
    await screen.press('Make it')
    expect(kitchen.last('order.taken').payload).toMatchObject({ label: 'Table 4' })
    expect(address).toBe(`/service?plan=${kitchen.last('order.taken').streamId}`)
  })
  it('late with another sauce standing ready, that is offered, and the floor is to be told', async () => {
    const screen = await page()
    await orders('skateWing', { inMin: 3 })
    await pass(screen, 8)
    await screen.press('Another sauce')
    const [offer] = screen.w.findAll('[aria-label="What stands ready for Table 4 instead"] button')
    expect(offer!.text()).toBe('Hollandaise from A')
    await offer!.trigger('click')
    await settle()
    expect(kitchen.last('plates.decided').payload).toMatchObject({
      decision: 'variant',
      formulaId: 'hollandaise',
    })
    expect(screen.says()).toContain('Another sauce than on the card. Tell the floor.')
  })
  it('what a guest must not have is named with the good that brings it, and nothing is fired before a person decides', async () => {
    const screen = await page()
    await kitchen.port.keepDetails({
      id: GUEST,
      note: '',
      allergies: ['egg'],
      noLightlyCookedEgg: false,
    } as never)
    await orders('asparagus', { count: 1, detailsId: GUEST })
    expect(row(screen, 'blocked').text()).toMatch(/egg/i)
    expect(screen.w.findAll('li.call button').some((b) => b.text().startsWith('Fire'))).toBe(false)
    await screen.press('Without sauce')
    expect(kitchen.last('plates.decided').payload).toMatchObject({ decision: 'without', detailsId: GUEST })
    expect(screen.says()).toContain('without sauce')
  })
  it('a guest whose details are not here is no guest who may have anything', async () => {
    const screen = await page()
    await orders('asparagus', { count: 1, detailsId: GUEST })
    expect(row(screen, 'blocked').text()).toContain('What this guest must not have is not here yet')
    expect(screen.w.findAll('li.call button').map((b) => b.text())).not.toContain(
      'Label read or guest agrees: as it is',
    )
  })
  it('the next call is said aloud with what is to go and when it could be begun anew', async () => {
    const screen = await page()
    await orders('asparagus')
    const said: string[] = []
    vi.stubGlobal('speechSynthesis', { speak: (u: { words: string }) => said.push(u.words) })
    vi.stubGlobal(
      'SpeechSynthesisUtterance',
      class {
        constructor(readonly words: string) {}
      },
    )
    await screen.press('Say the next')
    expect(said[0]).toMatch(/^Table 4\. Hollandaise, 2\. Fire in .*\. 2 to go, 2 all day\. /)
  })
  it('without a server nothing is fired: it says what it waits for', async () => {
    const screen = await page()
    await orders('asparagus', { inMin: 2 })
    kitchen.goAway()
    await settle()
    expect(screen.says()).toContain('waits for the server')
    expect(kitchen.kinds()).not.toContain('call.fired')
  })
})

describe('a table orders by hand', () => {
  it('in three taps: a dish, its name, take it', async () => {
    const screen = await page()
    await screen.press('A table orders')
    await screen.press('Take it')
    expect(screen.says()).toContain('Which dishes?')
    const asparagus = catalog.dishes!.find((d) => d.id === 'asparagus')!
    await screen.w.find(`button[aria-label="${asparagus.name}: one more"]`).trigger('click')
    await screen.w.find(`button[aria-label="${asparagus.name}: one more"]`).trigger('click')
    await screen.w.find(`button[aria-label="${asparagus.name}: one less"]`).trigger('click')
    await screen.w.find('.v-text-field input').setValue('Table 12')
    await screen.w.find('form').trigger('submit')
    await settle()
    expect(kitchen.last('table.ordered').payload).toMatchObject({
      label: 'Table 12',
      plates: [{ dishId: 'asparagus', count: 1, detailsId: null }],
    })
    expect(screen.says()).toContain('1 plate · Table 12')
  })
  it('one guest’s allergy and wish stand at their own plate, and what they must not have is kept apart from the record', async () => {
    const screen = await page()
    await screen.press('A table orders')
    const dish = catalog.dishes!.find((d) => d.id === 'asparagus')!
    for (let i = 0; i < 3; i++)
      await screen.w.find(`button[aria-label="${dish.name}: one more"]`).trigger('click')
    await screen.w.find('.v-text-field input').setValue('Table 3')
    await screen.w.findAll('input[type="checkbox"]')[0]!.setValue(true)
    await settle()
    const whose = screen.w.findAllComponents({ name: 'VSelect' }).at(-1)!
    await whose.vm.$emit('update:modelValue', 'asparagus')
    await settle()
    await screen.w.find('form').trigger('submit')
    await settle()
    const { plates } = kitchen.last('table.ordered').payload
    expect(plates.map((p) => p.count)).toEqual([2, 1])
    const { detailsId } = plates[1]!
    expect(kitchen.port.details.get(detailsId!)).toMatchObject({ noLightlyCookedEgg: true })
    expect(JSON.stringify(kitchen.made)).not.toContain('noLightlyCookedEgg')
  })
})
