import { densityGPerMl, NO_HOUSE_MEASURES, weighedGood } from '@liquamen/core'
import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { benchOf, button, catalog, facts, mountScreen, openDemoStore } from '../testing/mountScreen'

let store: Awaited<ReturnType<typeof openDemoStore>>
beforeEach(async () => {
  store = await openDemoStore()
})
const good = (id: string) => weighedGood(store.kitchen.ingredients.get(id)!)

describe('an amount, typed as it is said', async () => {
  const { default: AmountField } = await import('./AmountField.vue')
  const field = (more: Record<string, unknown> = {}) =>
    mountScreen(AmountField, {
      name: 'Cream',
      shown: '100 g',
      good: good('cream35'),
      measures: NO_HOUSE_MEASURES,
      ...more,
    })
  const type = async (w: ReturnType<typeof field>, text: string) => {
    await w.find('input').setValue(text)
    await w.find('input').trigger('keydown', { key: 'Enter' })
  }
  it('gives grams, and nothing where nothing was changed', async () => {
    const w = field()
    await w.find('input').trigger('change')
    expect(w.emitted('amount')).toBeUndefined()
    await type(w, '200 ml')
    expect((w.emitted('amount')![0]![0] as number).toFixed(0)).toBe('198')
  })
  it('asks about a comma that could be either, and takes the answer', async () => {
    const w = field()
    await type(w, '1,500 ml')
    expect(w.emitted('amount')).toBeUndefined()
    await button(w, '1500 ml').trigger('click')
    expect((w.emitted('amount')![0]![0] as number).toFixed(0)).toBe('1482')
  })
  it('asks once which cup it is, keeps the answer, and weighs a splash', async () => {
    const w = field()
    await type(w, '1 cup')
    await button(w, 'metric').trigger('click')
    expect(w.emitted('measured')![0]![0]).toMatchObject({ readings: { cup: 'metric' } })
    expect((w.emitted('amount')![0]![0] as number).toFixed(0)).toBe('247')
    await type(w, '1 splash')
    await w.find('input.grams').setValue('12')
    await w.find('input.grams').trigger('keydown', { key: 'Enter' })
    expect(w.emitted('measured')!.at(-1)![0]).toMatchObject({
      weighed: { 'splash:cream35': { low: expect.closeTo(8.4, 9) as number, value: 12 } },
    })
    expect(w.emitted('amount')!.at(-1)![0]).toBe(12)
  })
  it.each([
    ['🥄', 'Not understood as an amount.'],
    ['-3 g', 'Less than nothing cannot go in.'],
    ['1/0 l', 'Nothing can be divided by nought.'],
    ['some', 'An amount is missing.'],
  ])('says what is wrong with %s', async (text, says) => {
    const w = field()
    await type(w, text)
    expect(w.find('[role=alert]').text()).toContain(says)
    expect(w.emitted('amount')).toBeUndefined()
  })
  it('what was told with a word that has no size is asked about at once', async () => {
    const w = field({ shown: '', said: '1 splash brandy' })
    await nextTick()
    expect(w.find('[role=alertdialog]').text()).toContain('Weigh a splash of it once')
  })
})

describe('goods as told', async () => {
  const { default: TellGoods } = await import('./TellGoods.vue')
  it('lists every line with what was made of it; one that is said twice must be settled first', async () => {
    const bench = await benchOf('beurreBlanc')
    const w = mountScreen(TellGoods, { catalog, bench, stepId: 'season' })
    await w
      .find('textarea')
      .setValue('250 g butter\n200 g butter\nsaffron\n5 g moonstone\n2 tbsp lemon juice')
    await button(w, 'Read it').trigger('click')
    const lines = w.findAll('li').map((l) => l.text())
    expect(lines[2]).toContain('Saffron: no amount: ask before scaling')
    expect(lines[3]).toContain('not in this pantry')
    expect(lines[4]).toMatch(/Lemon juice: 3\d g \(\d+–\d+\)/) // a spoon keeps its range
    expect(lines[5]).toContain('is said twice')
    expect(button(w, /^Put \d in$/).attributes('disabled')).toBeDefined()
    await button(w, '200 g butter').trigger('click')
    await button(w, /^Put 3 in$/).trigger('click')
    const added = bench.draft.value.items.filter((i) => i.stepId === 'season')
    expect(added.map((i) => i.ingredientId).sort()).toEqual(['butter', 'lemonJuice'])
    expect(added.find((i) => i.ingredientId === 'butter')!.amount).toEqual({ massG: 200 })
    expect(bench.waiting.value.map((x) => x.ingredientId)).toEqual(['saffron'])
    expect(w.emitted('done')).toHaveLength(1)
  })
  it('a name that fits several goods is asked about', async () => {
    const bench = await benchOf('beurreBlanc')
    const w = mountScreen(TellGoods, { catalog, bench, stepId: 'season' })
    await w.find('textarea').setValue('20 g vinegar')
    await button(w, 'Read it').trigger('click')
    expect(button(w, /^Put 0 in$/).attributes('disabled')).toBeDefined()
    await button(w, /^Cider vinegar/).trigger('click')
    await button(w, /^Put 1 in$/).trigger('click')
    expect(
      bench.waiting.value.length +
        bench.draft.value.items.filter((i) => i.ingredientId === 'ciderVinegar').length,
    ).toBe(1)
  })
})

describe('numbers and where they are from', async () => {
  const { default: NumbersTable } = await import('./NumbersTable.vue')
  it('marks what differs from the variant beside, and explains the number that is tapped', async () => {
    const bench = await benchOf('panJus')
    bench.chooseWay('stock', 'cube')
    const w = mountScreen(NumbersTable, {
      beside: bench.asWritten.value.trace.at(-1),
      besideName: 'as written',
      chosen: bench.trace.value.at(-1),
      factor: 2,
      currency: 'EUR',
      bench,
    })
    const row = w.findAll('tr').find((r) => r.text().startsWith('salt of its own'))!
    expect(row.classes()).toContain('changed')
    expect(
      w
        .findAll('tr')
        .find((r) => r.text().startsWith('mass'))!
        .text(),
    ).toContain(' g')
    expect(w.text()).not.toContain('went in')
    await row.find('button').trigger('click')
    const why = w.find('[role=region]')
    expect(why.attributes('aria-label')).toBe('Where salt of its own comes from')
    expect(why.findAll('tr')[0]!.text()).toMatch(/^Broth from a stock cube estimate/)
    expect(why.text()).toContain('worked out by: mass left of liquids boiled down')
    await row.find('button').trigger('click')
    expect(w.find('[role=region]').exists()).toBe(false)
  })
})

describe('schools', async () => {
  const { default: SchoolSwitches } = await import('./SchoolSwitches.vue')
  it('each way says what it would move; the chosen one says nothing; a tap chooses', async () => {
    const bench = await benchOf('hollandaise')
    const w = mountScreen(SchoolSwitches, {
      formula: bench.draft.value,
      choices: bench.choices.value,
      outcomes: bench.outcomes.value,
      currency: 'EUR',
    })
    const ways = w.findAll('button')
    expect(ways).toHaveLength((bench.draft.value.schools ?? []).reduce((n, s) => n + s.options.length, 0))
    const [whole, clarified] = ways
    expect(whole!.attributes('aria-pressed')).toBe('true')
    expect(whole!.find('.caption').text()).toBe('')
    expect(clarified!.find('.caption').text()).toMatch(/φ \+0\.0\d/)
    await clarified!.trigger('click')
    expect(w.emitted('choose')![0]).toEqual(['butter', 'clarified'])
  })
})

describe('a step is changed', async () => {
  const { default: StepForm } = await import('./StepForm.vue')
  const form = async (id = 'beurreBlanc') => {
    const bench = await benchOf(id)
    const step = bench.draft.value.steps.find((s) => s.technique === 'mount')!
    return { bench, step, w: mountScreen(StepForm, { step, bench }) }
  }
  const input = (w: Awaited<ReturnType<typeof form>>['w'], label: string) =>
    w
      .findAll('.v-text-field')
      .find((f) => f.text().includes(label))!
      .find('input')
  it('keeps words, minutes and hours; three numbers that do not rise are refused and nothing changes', async () => {
    const { bench, step, w } = await form()
    await input(w, 'Minutes').setValue('5 – 4 – 3')
    await w.find('form').trigger('submit')
    expect(w.text()).toContain('Three numbers that rise.')
    expect(bench.isEdited.value).toBe(false)
    await input(w, 'Minutes').setValue('3 – 4,5 – 8')
    await input(w, 'Keeps when done ahead').setValue('a while')
    await w.find('form').trigger('submit')
    expect(w.text()).toContain('Hours, as a number.')
    await input(w, 'What is done').setValue('  whisk in butter ')
    await input(w, 'Keeps when done ahead').setValue('2')
    await w.find('form').trigger('submit')
    const changed = bench.draft.value.steps.find((s) => s.id === step.id)!
    expect(changed).toMatchObject({
      verb: 'whisk in butter',
      minutes: { low: 3, value: 4.5, high: 8 },
      aheadKeepsH: 2,
    })
    expect(w.emitted('done')).toHaveLength(1)
  })
  it('moves it, adds one after it, and takes it out: its goods go in at the step before', async () => {
    const { bench, step, w } = await form()
    const order = () => bench.draft.value.steps.map((s) => s.id)
    const before = order()
    await button(w, 'Later').trigger('click')
    expect(order().indexOf(step.id)).toBe(before.indexOf(step.id) + 1)
    await button(w, 'Add a step after it').trigger('click')
    expect(order()[order().indexOf(step.id) + 1]).toBe(w.emitted('added')![0]![0])
    const goods = bench.draft.value.items.filter((i) => i.stepId === step.id).map((i) => i.id)
    await button(w, 'Take the step out').trigger('click')
    expect(order()).not.toContain(step.id)
    expect(
      bench.draft.value.items.filter((i) => goods.includes(i.id)).every((i) => order().includes(i.stepId)),
    ).toBe(true)
  })
})

describe('an amount goes in by stages', async () => {
  const { default: SplitForm } = await import('./SplitForm.vue')
  it('in equal parts, or part here and the rest later; too much is refused', async () => {
    const bench = await benchOf('beurreBlanc')
    const item = bench.draft.value.items.find((i) => i.ingredientId === 'butter')!
    const w = mountScreen(SplitForm, { item, bench })
    await w.find('input').setValue('5000')
    await button(w, 'Keep').trigger('click')
    expect(w.text()).toContain('The parts are more than the whole.')
    await button(w, 'in 2 equal parts').trigger('click')
    expect(bench.draft.value.items.filter((i) => i.ingredientId === 'butter')).toHaveLength(2)
    expect(w.emitted('done')).toHaveLength(1)
  })
})

describe('what stands under the workbench’s head', async () => {
  const { default: BenchFindings } = await import('./BenchFindings.vue')
  it('a missing amount, a cube’s salt, a refused save and two ends in one phrase are each said', async () => {
    const bench = await benchOf('roastJus')
    const w = mountScreen(BenchFindings, { bench, refusals: ['somebody saved it meanwhile'] })
    expect(w.text()).toContain('✕ somebody saved it meanwhile')
    bench.chooseWay('stock', 'cube')
    await nextTick()
    expect(w.text()).toMatch(/This stock will finish at \d\.\d %; at least \d+ g of it must be unsalted/)
    bench.putIn('season', [{ ingredientId: 'saffron', said: '' }])
    await nextTick()
    expect(w.text()).toContain('No amount yet: Saffron. Scaling and saving wait.')
  })
  it('one portion on a coarse scale is said to be another sauce', async () => {
    const bench = await benchOf('hollandaise')
    bench.ask.value = { by: 'portions', portions: 1 }
    const w = mountScreen(BenchFindings, { bench, refusals: [] })
    expect(w.text()).toMatch(/Weighed as shown it is another sauce: φ 0\.62 as meant, φ 0\.\d\d as weighed/)
  })
})

describe('sides and size', async () => {
  const { default: SidesList } = await import('./SidesList.vue')
  const { default: AtThisSize } = await import('./AtThisSize.vue')
  it('eggs are whole, whites have a use, gelatin is bloomed', async () => {
    const bench = await benchOf('hollandaise')
    bench.ask.value = { by: 'portions', portions: 12 }
    await nextTick()
    const w = mountScreen(SidesList, { bench })
    expect(w.text()).toMatch(/8 eggs, 2 to spare/)
    expect(w.text()).toContain('meringue')
    const jus = await benchOf('panJus')
    jus.chooseWay('gelatin', 'gelatin')
    expect(mountScreen(SidesList, { bench: jus }).text()).toContain('Bloom 6 g gelatin in 36 ml cold water')
  })
  it('times are of this pan, hands are counted, and a spice is tasted, not multiplied', async () => {
    const bench = await benchOf('bordelaise')
    bench.ask.value = { by: 'portions', portions: 30 }
    await nextTick()
    const text = mountScreen(AtThisSize, { bench }).text()
    expect(text).toMatch(/\d+–\d+–\d+ min from first to last, a batch/)
    expect(text).toMatch(/min with both hands/)
    expect(text).toContain('Black pepper: put in 80 % of it, then taste')
  })
})

describe('how much is made', async () => {
  const { default: ScaleBar } = await import('./ScaleBar.vue')
  it('changing only the way does not change the batch; what the store holds can be used up', async () => {
    const { createMirror } = await import('../port/mirror')
    const mirror = createMirror()
    mirror.merge(facts.filter((f) => f.streamKind === 'lot'))
    for (const [id, lot] of mirror.lots) store.kitchen.lots.set(id, { ...lot, expiresAtMs: Date.now() + 1e9 })
    const lotsG = [...mirror.lots.values()]
      .filter((l) => l.stored?.ingredientId === 'demiGlace')
      .reduce((sum, l) => sum + l.massG, 0)
    expect(lotsG).toBeGreaterThan(3000)
    const bench = await benchOf('bordelaise')
    const w = mountScreen(ScaleBar, { formula: bench.draft.value, catalog, bench })
    expect(w.text()).toContain('× 1.00')
    expect(w.text()).toMatch(/Demi-glace, made here: 5\.\d l in the store/)
    await button(w, 'Make it from all of it').trigger('click')
    expect(bench.ask.value).toMatchObject({ by: 'ingredient', ingredientId: 'demiGlace', massG: lotsG })
    expect(w.text()).toMatch(/× \d+\.\d\d, in \d+ batches/)
    await w.find('input').setValue('nonsense')
    expect(bench.ask.value).toMatchObject({ massG: lotsG }) // a field that holds no number changes nothing
  })
})

describe('the store', async () => {
  const { default: StoreLots } = await import('../larder/LotLines.vue')
  it('a lot is counted and emptied with a tap; one past its day can only be discarded', async () => {
    store.kitchen.lots.set('l1', {
      id: 'l1',
      status: 'held',
      massG: 2000,
      countedAtMs: 0,
      taken: [],
      deviations: [],
      place: 'fridge',
      expiresAtMs: Date.now() + 1e8,
      stays: [],
      stored: {
        batchId: null,
        ingredientId: 'brownStock',
        massG: 2000,
        place: 'fridge',
        madeAtMs: 0,
        expiresAtMs: Date.now() + 1e8,
      },
    })
    store.kitchen.lots.set('l2', {
      id: 'l2',
      status: 'held',
      massG: 900,
      countedAtMs: 0,
      taken: [],
      deviations: [],
      place: 'fridge',
      expiresAtMs: 1,
      stays: [],
      stored: {
        batchId: null,
        ingredientId: 'fishStock',
        massG: 900,
        place: 'fridge',
        madeAtMs: 0,
        expiresAtMs: 1,
      },
    })
    const w = mountScreen(StoreLots, { catalog })
    const [past, fresh] = w.findAll('li')
    expect(past!.text()).toContain('past its day')
    expect(past!.findAll('button').map((b) => b.text())).toEqual(['Discard'])
    expect(fresh!.text()).toMatch(/2\.0 l/)
    expect(fresh!.text()).toMatch(/Brown sauce for \d+/)
    await button(w, /^gone: Brown stock/).trigger('click')
    expect(store.recorded.at(-1)).toMatchObject({ kind: 'lot.emptied', streamId: 'l1' })
    await button(w, /^count again: Brown stock/).trigger('click')
    const field = w
      .findAll('input')
      .find((i) => i.attributes('aria-label')?.startsWith('Amount of Brown stock'))!
    await field.setValue('500 ml')
    await field.trigger('keydown', { key: 'Enter' })
    expect(store.recorded.at(-1)).toMatchObject({ kind: 'lot.counted', streamId: 'l1' })
    expect((store.recorded.at(-1)!.payload as { massG: number }).massG).toBeCloseTo(
      500 * densityGPerMl(store.kitchen.ingredients.get('brownStock')!),
      1,
    )
  })
  it('says so where nothing is held', () =>
    expect(mountScreen(StoreLots, { catalog }).text()).toContain('Nothing is held.'))
})

describe('the allergen sheet', async () => {
  const { default: AllergenSheet } = await import('./AllergenSheet.vue')
  const order = (id: string, formulaId: string, choices?: unknown) =>
    ({
      id,
      status: 'open',
      takenAtMs: 0,
      decisions: {},
      deviations: [],
      taken: { formulaId, portions: 2, pickupAtMs: 1, label: '', detailsId: null, choices },
    }) as never
  it('shows tonight’s sauces as they were ordered, and the whole book where nothing is ordered', async () => {
    expect(mountScreen(AllergenSheet, {}).findAll('tbody tr')).toHaveLength(catalog.formulas.length)
    store.kitchen.orders.set('o1', order('o1', 'redWineShallot'))
    store.kitchen.orders.set(
      'o2',
      order('o2', 'redWineShallot', { schools: { thicken: 'beurreManie' }, swaps: {} }),
    )
    store.kitchen.orders.set('o3', order('o3', 'redWineShallot'))
    const w = mountScreen(AllergenSheet, {})
    const rows = w.findAll('tbody tr')
    expect(rows).toHaveLength(2)
    const gluten = (row: (typeof rows)[number]) => /contains:\s+[^■]*Wheat flour/.test(row.text())
    expect(rows.map(gluten)).toEqual([false, true])
    expect(rows[1]!.text()).toContain('as chosen')
  })
  it('names the good far up the descent that brings an allergen', () => {
    store.kitchen.orders.set('o1', order('o1', 'whiteWineCream'))
    const text = mountScreen(AllergenSheet, {}).text()
    expect(text).toMatch(/contains:\s+[^■]*Fish stock/)
  })
})
