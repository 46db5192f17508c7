import { foldOrder, type Fact, type OrderState } from '@liquamen/core'
import { beforeEach, describe, expect, it } from 'vitest'
import { computed, effectScope } from 'vue'
import { button, catalog, mountScreen, openDemoStore } from '../testing/mountScreen'

let store: Awaited<ReturnType<typeof openDemoStore>>
beforeEach(async () => {
  store = await openDemoStore()
})
const HARD = { schools: { bath: 'hard' }, swaps: {} }
const orderOf = (payload: Record<string, unknown>, more: Fact[] = []): OrderState =>
  foldOrder('o1', [
    {
      id: 'f1',
      kind: 'order.taken',
      atMs: 1,
      actor: { deviceId: 'd' },
      payload: { formulaId: 'hollandaise', portions: 4, pickupAtMs: 1e12, label: 'Table 5', detailsId: null, ...payload },
    } as unknown as Fact,
    ...more,
  ])

describe('an order is taken', async () => {
  const { default: OrderForm } = await import('./OrderForm.vue')
  const field = (w: ReturnType<typeof mountScreen>, label: string) =>
    w
      .findAll('.v-text-field')
      .find((f) => f.text().startsWith(label))!
      .find('input')
  it('only with portions and a time that can be read', async () => {
    const w = mountScreen(OrderForm, { formulaId: 'hollandaise' })
    await field(w, 'Portions').setValue('four')
    await field(w, 'Pick-up').setValue('25:00')
    await w.find('form').trigger('submit')
    expect(store.recorded).toEqual([])
    await field(w, 'Portions').setValue('4')
    await field(w, 'Pick-up').setValue('19:30')
    await w.find('form').trigger('submit')
    expect(store.recorded).toHaveLength(1)
    expect(store.recorded[0]!.payload).toMatchObject({ formulaId: 'hollandaise', portions: 4, detailsId: null })
    expect(store.recorded[0]!.payload).not.toHaveProperty('choices')
  })
  it('with the schools that were chosen in the Book, unless they are put back', async () => {
    const w = mountScreen(OrderForm, { formulaId: 'hollandaise', choices: HARD })
    expect(w.text()).toContain('As chosen: hard, water boiling: fast, burns the wall layer')
    await field(w, 'Portions').setValue('2')
    await w.find('form').trigger('submit')
    expect(store.recorded[0]!.payload).toMatchObject({ choices: HARD })
    await button(w, 'as written').trigger('click')
    await w.find('form').trigger('submit')
    expect(store.recorded[1]!.payload).not.toHaveProperty('choices')
  })
})

describe('a plan from an order', async () => {
  const { usePlanDraft } = await import('./usePlanDraft')
  const plan = (order: OrderState) =>
    effectScope(true).run(() => {
      const made = usePlanDraft(
        computed(() => catalog),
        computed(() => store.kitchen.ingredients),
        computed(() => order),
        computed(() => ['ring1']),
        computed(() => new Set<string>()),
      )
      made.choose()
      return made
    })!
  it('is made with the schools of the order, in a bowl for an egg sauce', () => {
    const [gentle, hard] = [plan(orderOf({})), plan(orderOf({ choices: HARD }))]
    expect(catalog.pans.find((p) => p.id === gentle.draft.panId)?.kind).toBe('bowl')
    expect(hard.result.value.plan!.emulsion!.method.bath).toBe('boil')
    expect(hard.result.value.plan!.emulsion!.ribbonS.value).toBeLessThan(gentle.result.value.plan!.emulsion!.ribbonS.value / 2)
  })
  it('a phrase with two ends gives no plan but its readings', () => {
    const made = plan(orderOf({ formulaId: 'redWineShallot' }))
    expect(made.result.value.plan).toBeDefined()
    made.draft.phrases.reduceWine = 'by a third, to 40 ml'
    expect(made.result.value.plan).toBeUndefined()
    expect(made.unclear.value?.target.status).toBe('conflict')
  })
})

describe('an order’s line', async () => {
  const { default: OrderLine } = await import('./OrderLine.vue')
  const line = (order: OrderState, details?: unknown) => mountScreen(OrderLine, { order, batch: undefined, details })
  const celery = { id: 'd1', note: '', allergies: ['milk'], noLightlyCookedEgg: true }
  it('an allergy that the sauce meets blocks planning until a person decides', async () => {
    const w = line(orderOf({ detailsId: 'd1' }), celery)
    expect(button(w, 'Plan it').attributes('disabled')).toBeDefined()
    expect(w.text()).toContain('Butter, unsalted')
    await w
      .findAll('button')
      .find((b) => /leave|left/i.test(b.text()))!
      .trigger('click')
    expect(store.recorded.at(-1)).toMatchObject({ kind: 'allergen.decided', payload: { allergen: 'milk', decision: 'leaveOff' } })
  })
  it('a made base brings what its own formula has in it: milk of the butter in a fish stock', () => {
    const fish = line(orderOf({ formulaId: 'whiteWineCream', detailsId: 'd1' }), {
      ...celery,
      allergies: ['sulphites'],
      noLightlyCookedEgg: false,
    })
    expect(fish.text()).toContain('Fish stock')
  })
  it('without an allergy it can be planned or cancelled', async () => {
    const w = line(orderOf({}))
    expect(button(w, 'Plan it').attributes('disabled')).toBeUndefined()
    await button(w, 'Plan it').trigger('click')
    expect(w.emitted('plan')).toHaveLength(1)
  })
})
