import type { Ingredient, KitchenCatalog } from '@liquamen/core'
import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { api, OutOfReach, Refusal } from '../port/api'
import { notKept } from '../port/tapped'
import { EVERY_SAUCE } from '../testing/everySauce'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { address, benchOf, button, catalog, mountScreen } from '../testing/mountScreen'
import BookPage from './BookPage.vue'
import CopySauce from './CopySauce.vue'
import FormulaBench from './FormulaBench.vue'
import GoodForm from './GoodForm.vue'
import MethodSteps from './MethodSteps.vue'
import PantryPage from './PantryPage.vue'
import StoreLots from '../larder/LotLines.vue'
import WeighOutCard from './WeighOutCard.vue'
import WorkbenchPage from './WorkbenchPage.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 14)
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
  notKept.value = ''
  vi.spyOn(api, 'formulaVersions').mockResolvedValue([])
})
afterEach(() => vi.restoreAllMocks())
const says = (w: ReturnType<typeof mountScreen>) => w.text().replace(/\s+/g, ' ')
const refusal = (title: string, more: object = {}) =>
  new Refusal({ type: '', title, status: 422, code: 'badInput', ...more })
const field = (w: ReturnType<typeof mountScreen>, label: string) =>
  w
    .findAll('.v-text-field')
    .find((f) => f.text().startsWith(label))!
    .find('input')
const page = (component: Parameters<typeof mountScreen>[0], props = {}, more = {}) =>
  mountScreen(component, props, { port: kitchen.port, ...more })

describe('the book', () => {
  it('draws every sauce, each a way to its workbench', () => {
    const w = page(BookPage)
    const links = w.findAll('a.node').map((a) => a.attributes('href'))
    expect(new Set(links)).toEqual(new Set(catalog.formulas.map((f) => `/book/${f.id}`)))
  })
  it('finds by part of a name or a dish, and says how many; nothing found is said', async () => {
    const w = page(BookPage)
    await field(w, 'Search').setValue('béarn')
    expect(w.findAll('a.node').length).toBeGreaterThan(0)
    expect(w.findAll('a.node').length).toBeLessThan(10)
    await field(w, 'Search').setValue('no such sauce')
    expect(w.findAll('a.node')).toHaveLength(0)
    expect(w.find('.none').exists()).toBe(true)
  })
  it('says what the larder holds of a base', async () => {
    const base = catalog.formulas.find((f) => f.makes)!
    await kitchen.port.record('lot.stored', '018f0000-0000-7000-8000-0000000000f1', {
      ingredientId: base.makes!,
      massG: 2400,
      place: 'fridge',
      madeAtMs: NOW_MS - 86_400_000,
      expiresAtMs: NOW_MS + 86_400_000,
      batchId: null,
    })
    const w = page(BookPage)
    expect(
      w
        .findAll('a.node')
        .find((a) => a.attributes('href') === `/book/${base.id}`)!
        .text(),
    ).toMatch(/2\.\d l|2\.4 kg/)
  })
})

describe.each(EVERY_SAUCE)('the workbench of %s', (id, formula) => {
  it('has its goods, steps, numbers and card, and nothing on it is no number', async () => {
    const w = page(FormulaBench, { formula, catalog })
    await flushPromises()
    const text = says(w)
    for (const item of formula.items)
      expect(text, item.id).toContain(kitchen.port.ingredients.get(item.ingredientId)!.name)
    for (const step of formula.steps) expect(text).toContain(step.verb)
    for (const s of formula.steps)
      if (s.target)
        expect(
          w.findAll('.target input').some((i) => (i.element as HTMLInputElement).value === s.target),
        ).toBe(true)
    expect(w.html()).not.toMatch(/NaN|>undefined|\[object/)
    expect(w.emitted('edited')![0]).toEqual([false])
    const card = page(WeighOutCard, { bench: await benchOf(id), catalog, name: formula.name })
    for (const item of formula.items)
      expect(card.text()).toContain(kitchen.port.ingredients.get(item.ingredientId)!.name)
  })
})

describe('saving', () => {
  const panJus = catalog.formulas.find((f) => f.id === 'panJus')!
  const edited = async () => {
    const w = page(FormulaBench, { formula: panJus, catalog })
    await phrase(w, 'by a quarter')
    await flushPromises()
    return w
  }
  async function phrase(w: ReturnType<typeof mountScreen>, to: string) {
    const input = w.find('.target input')
    ;(input.element as HTMLInputElement).value = to
    await input.trigger('change')
  }
  const save = (w: ReturnType<typeof mountScreen>) => button(w, /^Save/)
  it('nothing changed, nothing to save; a change is told, undone it is none', async () => {
    const w = page(FormulaBench, { formula: panJus, catalog })
    expect(save(w).attributes('disabled')).toBeDefined()
    const changed = await edited()
    expect(save(changed).attributes('disabled')).toBeUndefined()
    expect(changed.emitted('edited')!.at(-1)).toEqual([true])
    await button(changed, 'Undo').trigger('click')
    await flushPromises()
    expect(changed.emitted('edited')!.at(-1)).toEqual([false])
  })
  it('sends what was changed on the version that was looked at, and says the new one', async () => {
    const sent = vi
      .spyOn(api, 'saveFormula')
      .mockImplementation((f) => Promise.resolve({ ...f, version: f.version + 1 }))
    const w = await edited()
    await save(w).trigger('click')
    await flushPromises()
    expect(sent.mock.calls[0]![0]).toMatchObject({ id: 'panJus', version: panJus.version })
    expect(w.emitted('saved')).toEqual([[panJus.version + 1]])
  })
  it('a refusal and a server that is away are said, and what was typed stands', async () => {
    const fails = vi
      .spyOn(api, 'saveFormula')
      .mockRejectedValueOnce(
        refusal('That is an older version.', {
          fields: [{ field: 'steps.2.target', message: 'is unclear' }],
        }),
      )
      .mockRejectedValueOnce(new OutOfReach())
    const w = await edited()
    await save(w).trigger('click')
    await flushPromises()
    expect(says(w)).toContain('steps.2.target: is unclear')
    await save(w).trigger('click')
    await flushPromises()
    expect(fails).toHaveBeenCalledTimes(2)
    expect((w.find('.target input').element as HTMLInputElement).value).toBe('by a quarter')
    expect(save(w).attributes('disabled')).toBeUndefined()
  })
  it('a version saved by somebody else meanwhile is told, and does not wipe what is being changed', async () => {
    const w = page(WorkbenchPage, {}, { params: { id: 'panJus' } })
    await flushPromises()
    await phrase(w, 'by a third')
    const newer = { ...panJus, version: panJus.version + 1 }
    const next: KitchenCatalog = {
      ...catalog,
      formulas: catalog.formulas.map((f) => (f.id === 'panJus' ? newer : f)),
    }
    Object.assign(kitchen.port, { catalog: next })
    await flushPromises()
    expect(w.find('.newer').exists()).toBe(true)
    expect((w.find('.target input').element as HTMLInputElement).value).toBe('by a third')
    await w.find('.newer button').trigger('click')
    expect(w.find('.newer').exists()).toBe(false)
  })
  it('an id that no sauce has says so', () => {
    const w = page(WorkbenchPage, {}, { params: { id: 'nothing' } })
    expect(w.find('a[href="/book"]').exists()).toBe(true)
  })
})

describe('a copy', () => {
  it('is a sauce of its own under the one it came from, with a name that is free, and makes no base twice', async () => {
    const base = catalog.formulas.find((f) => f.makes)!
    const sent = vi.spyOn(api, 'saveFormula').mockImplementation((f) => Promise.resolve(f))
    const w = page(CopySauce, { formula: base, catalog })
    expect(button(w, 'Make the copy').attributes('disabled')).toBeDefined()
    await w.find('input').setValue('Larchwater gravy')
    await w.find('form').trigger('submit')
    await flushPromises()
    const copy = sent.mock.calls[0]![0]
    expect(copy).toMatchObject({ name: 'Larchwater gravy', version: 1, motherId: base.id })
    expect(copy).not.toHaveProperty('makes')
    expect(catalog.formulas.some((f) => f.id === copy.id)).toBe(false)
    expect(address).toBe(`/book/${copy.id}`)
  })
  it('refused, it stays open and says why', async () => {
    vi.spyOn(api, 'saveFormula').mockRejectedValue(
      new Refusal({ type: '', title: 'That name is taken.', status: 409, code: 'nameTaken' }),
    )
    const w = page(CopySauce, { formula: catalog.formulas[0]!, catalog })
    await w.find('input').setValue('Another')
    await w.find('form').trigger('submit')
    await flushPromises()
    expect(says(w)).toContain('That name is taken.')
    expect(w.emitted('done')).toBeUndefined()
  })
})

describe('a method', () => {
  const method = async (id = 'panJus') => {
    const bench = await benchOf(id)
    const w = page(MethodSteps, { bench, selectedId: bench.draft.value.steps[0]!.id })
    const open = async (verb: string) => {
      await button(w, `Edit the step: ${verb}`).trigger('click')
      return w.find('form')
    }
    return { bench, w, open }
  }
  it('a step is changed in words, minutes and hours that it keeps; wrong ones are refused where they stand', async () => {
    const { bench, w } = await method()
    const first = bench.draft.value.steps[0]!
    await w.find('.edit').trigger('click')
    const form = w.find('form')
    const set = (label: string, to: string) => field(w, label).setValue(to)
    await set('Minutes', '8 – 5 – 3')
    await form.trigger('submit')
    expect(bench.isEdited.value).toBe(false)
    await set('Minutes', '3 – 5,5 – 8')
    await form.trigger('submit')
    expect(bench.draft.value.steps[0]).toMatchObject({
      id: first.id,
      minutes: { low: 3, value: 5.5, high: 8 },
    })
    expect(w.find('form').exists()).toBe(false)
  })
  it('is moved, put in after another and taken out; the last one stays', async () => {
    const { bench, w } = await method()
    const verbs = () => bench.draft.value.steps.map((s) => s.id)
    const before = verbs()
    await w.find('.edit').trigger('click')
    expect(button(w, /earlier/i).attributes('disabled')).toBeDefined()
    await button(w, /later/i).trigger('click')
    expect(verbs().slice(0, 2)).toEqual([before[1], before[0]])
    bench.undo()
    expect(verbs()).toEqual(before)
  })
})

describe('a good', () => {
  const put = (w: ReturnType<typeof mountScreen>) => (w.emitted('save') ?? []).map(([g]) => g as Ingredient)
  it('is saved as it was, where nothing was touched', async () => {
    for (const id of ['butter', 'redWine', 'yolk', 'demiGlace']) {
      const good = catalog.ingredients.find((i) => i.id === id)
      if (!good) continue
      const w = page(GoodForm, { good, taken: [] })
      await w.find('form').trigger('submit')
      expect(put(w)[0], id).toEqual(good)
      w.unmount()
    }
  })
  it('is refused until it adds up to a hundred grams, has a name, and a short name of its own', async () => {
    const w = page(GoodForm, { good: undefined, taken: ['butter'] })
    const can = () => button(w, 'Save').attributes('disabled') === undefined
    await field(w, 'Name').setValue('House butter')
    await field(w, 'Short name').setValue('butter')
    await field(w, 'water').setValue('16')
    await field(w, 'fat').setValue('82,5')
    expect(can()).toBe(false)
    await field(w, 'Short name').setValue('houseButter')
    expect(can()).toBe(true)
    await field(w, 'Price').setValue('-3')
    expect(can()).toBe(false)
    await field(w, 'Price').setValue('9,80')
    await w.find('form').trigger('submit')
    expect(put(w)[0]).toMatchObject({
      id: 'houseButter',
      name: 'House butter',
      costMinorPerKg: 980,
      per100G: { water: 16, fat: 82.5 },
      source: 'house',
    })
  })
})

describe('the pantry', () => {
  const choose = async (w: ReturnType<typeof mountScreen>, text: string) => {
    const input = w.find('input[type=file]')
    Object.defineProperty(input.element, 'files', {
      configurable: true,
      value: [{ text: () => Promise.resolve(text) }],
    })
    await input.trigger('change')
    await flushPromises()
  }
  it('lists every good with what it brings, found by name', async () => {
    const w = page(PantryPage)
    expect(w.findAll('.list .line')).toHaveLength(catalog.ingredients.length)
    await field(w, 'Search').setValue('butter')
    expect(w.findAll('.list .line').length).toBeLessThan(20)
    expect(says(w)).toContain('Butter, unsalted Milk')
  })
  it('a table is looked at first, and written only when somebody says so', async () => {
    const asked = vi.spyOn(api, 'ingredientTable').mockResolvedValue({
      added: 2,
      changed: 1,
      same: 9,
      badCount: 1,
      bad: [{ line: 7, why: 'water is no number' }],
    } as never)
    const w = page(PantryPage)
    await choose(w, 'id,name')
    expect(asked.mock.calls).toEqual([['id,name', 'preview']])
    expect(says(w)).toContain('2 new, 1 changed, 9 as they were.')
    expect(says(w)).toContain('line 7: water is no number')
    await button(w, 'Take the good lines in').trigger('click')
    await flushPromises()
    expect(asked.mock.calls[1]).toEqual(['id,name', 'write'])
    expect(says(w)).toContain('2 added, 1 changed.')
  })
  it('a table that is refused says in which field', async () => {
    vi.spyOn(api, 'ingredientTable').mockRejectedValue(
      refusal('No goods in it.', { fields: [{ field: 'line 1', message: 'has no column id' }] }),
    )
    const w = page(PantryPage)
    await choose(w, 'nonsense')
    expect(w.find('[role=status]').text()).toContain('No goods in it. line 1 has no column id')
  })
  it('a good that is saved closes its form; refused, it stays and says why', async () => {
    const saves = vi
      .spyOn(api, 'saveIngredient')
      .mockRejectedValueOnce(refusal('Too salty.'))
      .mockResolvedValue({} as never)
    const w = page(PantryPage)
    await w.find('.list .line').trigger('click')
    await w.find('form.good').trigger('submit')
    await flushPromises()
    expect(says(w)).toContain('Too salty.')
    expect(w.find('form.good').exists()).toBe(true)
    await w.find('form.good').trigger('submit')
    await flushPromises()
    expect(saves).toHaveBeenCalledTimes(2)
    expect(w.find('form.good').exists()).toBe(false)
  })
})

describe('lots', () => {
  const LOT = '018f0000-0000-7000-8000-0000000000f1'
  const base = catalog.formulas.find((f) => f.makes)!
  const store = (expiresInDays: number) =>
    kitchen.port.record('lot.stored', LOT, {
      ingredientId: base.makes!,
      massG: 2400,
      place: 'fridge',
      madeAtMs: NOW_MS - 86_400_000,
      expiresAtMs: NOW_MS + expiresInDays * 86_400_000,
      batchId: null,
    })
  const Lots = defineComponent(() => () => h(StoreLots, { catalog }))
  it('an empty store says so', () => {
    expect(says(page(Lots))).toContain('Nothing is held')
  })
  it('is counted again in words, and gone when it is used', async () => {
    await store(3)
    const w = page(Lots)
    await button(w, /^count again/).trigger('click')
    await w.find('.counting input').setValue('1.2 kg')
    await w.find('.counting input').trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(kitchen.port.lots.get(LOT)!.massG).toBeCloseTo(1200, 0)
    await button(w, /^gone/).trigger('click')
    await flushPromises()
    expect(kitchen.last('lot.emptied').payload).toEqual({ reason: 'used' })
    expect(says(w)).toContain('Nothing is held')
  })
  it('past its day it can only be thrown away', async () => {
    await store(-1)
    const w = page(Lots)
    expect(says(w)).toContain('past its day')
    expect(w.findAll('button').some((b) => b.text() === 'count again')).toBe(false)
  })
  it('a refused count leaves the lot and its entry as they were, and is said', async () => {
    await store(3)
    const w = page(Lots)
    kitchen.refuse('Not now.')
    await button(w, /^count again/).trigger('click')
    await w.find('.counting input').setValue('900 g')
    await w.find('.counting input').trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(kitchen.port.lots.get(LOT)!.massG).toBe(2400)
    expect(notKept.value).toBe('That was not kept. Not now.')
    expect(w.find('.counting').exists()).toBe(true)
  })
})
