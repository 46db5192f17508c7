import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { catalog, mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import { dishOf, draftErrors, draftOf, usualCompanion } from './dishDraft'
import ServicePage from './ServicePage.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 15)
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})
async function page() {
  const w = mountScreen(ServicePage, {}, { port: kitchen.port })
  await settle()
  return onScreen(w)
}
const service = () => [...kitchen.port.services.values()][0]!
async function type(screen: Awaited<ReturnType<typeof page>>, label: string, value: string): Promise<void> {
  const field = screen.w.find(`input[aria-label="${label}"]`)
  await field.setValue(value)
  await field.trigger('change')
  await settle()
}

describe('the brief', () => {
  it('is opened for the next evening with one sitting, whose sentence is its form', async () => {
    const screen = await page()
    await screen.press('New service')
    expect(screen.says()).toMatch(/30 covers · Supper · Sat 28 Nov/)
    await type(screen, 'Covers of the first sitting', '26')
    await type(screen, 'Time of the first sitting', '18:30')
    await screen.press('booked')
    expect(service().sittings).toMatchObject([
      { covers: 26, basis: 'guessed', startsAtMs: Date.UTC(2026, 10, 28, 18, 30) },
    ])
    await type(screen, 'Time of the first sitting', 'late')
    expect(service().sittings[0]!.startsAtMs).toBe(Date.UTC(2026, 10, 28, 18, 30))
    expect(screen.says()).toContain('Pick-up is a clock time')
  })
  it('a second sitting, more cooks, and a sitting that is not', async () => {
    const screen = await page()
    await screen.press('New service')
    await screen.press('Another sitting')
    await type(screen, 'Covers of the second sitting', '28')
    await type(screen, 'Cooks on the line', '3')
    expect(screen.says()).toContain('58 covers')
    expect(service().people.at(-1)!.count).toBe(3)
    await screen.press('Remove it')
    expect(service().sittings).toHaveLength(1)
  })
  it('a dish that runs out is off with its reason, and on again', async () => {
    const screen = await page()
    await screen.press('New service')
    const dish = catalog.dishes![0]!
    await kitchen.port.record('dish.offered', service().id, { dish, perCover: 0.2, delayMin: 35 })
    await settle()
    expect(screen.says()).toMatch(/6 ?Poached eggs, muffin and ham/)
    await screen.press('Off the card')
    await screen.w.find('.why input').setValue('no more eggs')
    await screen.press('It is off')
    expect(service().dishes[0]!.offReason).toBe('no more eggs')
    expect(screen.says()).toContain('off: no more eggs')
    await screen.press('On again')
    expect(service().dishes[0]).toEqual({ dish, perCover: 0.2, delayMin: 35 })
  })
})

describe('a plate card', () => {
  it.each(catalog.dishes!.map((d) => [d.name, d] as const))(
    '%s is the same after it was opened',
    (_, dish) => {
      const draft = draftOf(dish)
      expect(draftErrors(draft)).toEqual([])
      expect(dishOf(draft, dish, new Set())).toEqual(dish)
    },
  )
  it('says which of its fields cannot be kept, and names a new one by its own name', () => {
    const draft = draftOf(undefined)
    expect(draftErrors({ ...draft, portionMl: '400', delayMin: 'soon' })).toEqual([
      'name',
      'formulaId',
      'portionMl',
      'delayMin',
    ])
    const named = { ...draft, name: 'Ei auf Toast', formulaId: 'hollandaise', portionMl: '42,5' }
    expect(draftErrors(named)).toEqual([])
    expect(dishOf(named, undefined, new Set(['eiAufToast']))).toMatchObject({
      id: 'eiAufToast2',
      portionMl: 42.5,
    })
    expect(draftErrors({ ...named, parts: [{ name: 'Ham', massG: '40', saltPct: 'much' }] })).toEqual([
      'parts',
    ])
  })
  it('every companion begins as it is usual', () => {
    const draft = { ...draftOf(undefined), name: 'D', formulaId: 'hollandaise' }
    for (const kind of ['poachedEgg', 'rest', 'fish', 'toast', 'croutons', 'warmed'] as const)
      expect(
        dishOf({ ...draft, companions: [usualCompanion(kind)] }, undefined, new Set()).companions[0]!.kind,
      ).toBe(kind)
  })
})
