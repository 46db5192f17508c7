import { dealShares, emulsionOf, foldOrder, type Fact, type OrderState, type Taken } from '@liquamen/core'
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
      payload: {
        formulaId: 'hollandaise',
        portions: 4,
        pickupAtMs: 1e12,
        label: 'Table 5',
        detailsId: null,
        ...payload,
      },
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
    expect(store.recorded[0]!.payload).toMatchObject({
      formulaId: 'hollandaise',
      portions: 4,
      detailsId: null,
    })
    expect(store.recorded[0]!.payload).not.toHaveProperty('choices')
  })
  it('with the schools that were chosen in the Book, unless they are put back', async () => {
    const w = mountScreen(OrderForm, { formulaId: 'hollandaise', choices: HARD })
    expect(w.text()).toContain('As chosen: Bath: hard, water boiling')
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
  const plan = (order: OrderState, taken: Taken[] = []) =>
    effectScope(true).run(() =>
      usePlanDraft({
        catalog: computed(() => catalog),
        ingredients: computed(() => store.kitchen.ingredients),
        orders: computed(() => [order]),
        batch: computed(() => undefined),
        taken: computed(() => taken),
      }),
    )!
  it('is made with the schools of the order, in a bowl for an egg sauce', () => {
    const [gentle, hard] = [plan(orderOf({})), plan(orderOf({ choices: HARD }))]
    const emulsion = (made: typeof gentle) => emulsionOf(made.result.value.placed!.plan)!
    expect(gentle.result.value.placed!.place.vessels.bowl?.kind).toBe('bowl')
    expect(emulsion(hard).method.bath).toBe('boil')
    expect(emulsion(hard).ribbonS!.value).toBeLessThan(emulsion(gentle).ribbonS!.value / 2)
  })
  it('a phrase with two ends gives no plan but its readings', () => {
    const made = plan(orderOf({ formulaId: 'redWineShallot' }))
    expect(made.result.value.placed).toBeDefined()
    made.draft.phrases.reduceWine = 'by a third, to 40 ml'
    expect(made.result.value.placed).toBeUndefined()
    expect(made.unclear.value?.target.status).toBe('conflict')
  })
  it('a ring that another batch has then is said to be free later, and is not taken while another is free', () => {
    const free = plan(orderOf({}))
    const { ring } = free.result.value.placed!
    const taken: Taken[] = [
      { fromMs: 0, toMs: 2e12, ringId: ring.id, panIds: ['sauteuse19'], batchId: 'b', isLit: false },
    ]
    const busy = plan(orderOf({}), taken)
    expect(busy.result.value.placed!.ring.id).not.toBe(ring.id)
    expect(busy.ringFreeAtMs(ring.id)).toBe(2e12)
    busy.draft.ringId = ring.id // asked for all the same: it begins when the ring is free
    expect(busy.result.value.placed!.waitsFor).toBe('ring')
    expect(busy.result.value.placed!.plan.earliestReadyAtMs).toBeGreaterThan(2e12)
  })
  it('four hundred portions are dealt out to as many batches as the bowls force, and no portion is lost', () => {
    const made = plan(orderOf({ portions: 400 }))
    const { batches } = made.result.value.placed!.choice
    expect(batches).toBeGreaterThan(1)
    const list = made.inBatches(batches)
    expect(list.map((p) => p.plan.portions).reduce((a, b) => a + b, 0)).toBe(400)
    for (const one of list) expect(one.plan.warnings.map((w) => w.code)).not.toContain('panTooFull')
  })
})

describe('orders of one sauce', async () => {
  const { nearOrders } = await import('./nearOrders')
  const at = (minute: number, more: Record<string, unknown> = {}) =>
    orderOf({ pickupAtMs: minute * 60_000, ...more })
  it('near one time may be made as one batch; another sauce, another way or another hour may not', () => {
    const [first, second, late] = [at(0), at(30), at(31)]
    expect(nearOrders([late, second, first])).toEqual([[first, second]])
    expect(nearOrders([first, at(5, { choices: HARD }), at(5, { formulaId: 'bearnaise' })])).toEqual([])
  })
  it('keep their own portions in it, whatever the batches it is made in', () => {
    const orders = [
      { orderId: 'a', portions: 7 },
      { orderId: 'b', portions: 4 },
    ]
    expect(dealShares(orders, [6, 5])).toEqual([
      [{ orderId: 'a', portions: 6 }],
      [
        { orderId: 'a', portions: 1 },
        { orderId: 'b', portions: 4 },
      ],
    ])
  })
})

describe('an order’s line', async () => {
  const { default: OrderLine } = await import('./OrderLine.vue')
  const line = (order: OrderState, details?: unknown) =>
    mountScreen(OrderLine, { order, batches: [], details })
  const celery = { id: 'd1', note: '', allergies: ['milk'], noLightlyCookedEgg: true }
  it('an allergy that the sauce meets blocks planning until a person decides', async () => {
    const w = line(orderOf({ detailsId: 'd1' }), celery)
    expect(button(w, 'Plan it').attributes('disabled')).toBeDefined()
    expect(w.text()).toContain('Butter, unsalted')
    await w
      .findAll('button')
      .find((b) => /leave|left/i.test(b.text()))!
      .trigger('click')
    expect(store.recorded.at(-1)).toMatchObject({
      kind: 'allergen.decided',
      payload: { allergen: 'milk', decision: 'leaveOff' },
    })
  })
  it('is asked for in a way that its guest may have, by one tap that corrects the order', async () => {
    const details = { ...celery, allergies: ['gluten'] }
    store.kitchen.factsOf = () => [{ id: 'f1', kind: 'order.taken' }] as never
    const w = line(orderOf({ formulaId: 'supreme', detailsId: 'd1' }), details)
    await button(w, 'Cornstarch').trigger('click')
    expect(store.recorded.at(-1)).toMatchObject({
      kind: 'fact.corrected',
      streamKind: 'order',
      streamId: 'o1',
      payload: {
        factId: 'f1',
        payload: {
          formulaId: 'supreme',
          choices: { swaps: { flour: { ingredientId: 'cornstarch' } } },
        },
      },
    })
  })
  it('a made base brings what its own formula has in it: milk of the butter in a fish stock', () => {
    const fish = line(orderOf({ formulaId: 'whiteWineCream', detailsId: 'd1' }), {
      ...celery,
      allergies: ['sulphites'],
      noLightlyCookedEgg: false,
    })
    expect(fish.text()).toContain('Fish stock')
  })
  it('a guest without lightly cooked egg is told of a liaison as of an emulsion, and not of a jus', () => {
    const told = (formulaId: string) =>
      line(orderOf({ formulaId, detailsId: 'd1' }), { ...celery, allergies: [] })
        .text()
        .includes('must not have lightly cooked egg')
    expect(['hollandaise', 'supreme', 'panJus'].map(told)).toEqual([true, true, false])
  })
  it('a planned batch is changed from here, and an order with none left is cancelled', async () => {
    const batch = {
      id: 'b1',
      status: 'planned',
      planned: { shares: [{ orderId: 'o1', portions: 4 }], vessels: {} },
    }
    const w = mountScreen(OrderLine, { order: orderOf({}), batches: [batch], details: undefined })
    await button(w, 'Change').trigger('click')
    expect(w.emitted('change')).toEqual([[batch]])
    await button(w, 'Cancel order').trigger('click')
    expect(w.emitted('cancel')).toHaveLength(1)
  })
  it('without an allergy it can be planned or cancelled', async () => {
    const w = line(orderOf({}))
    expect(button(w, 'Plan it').attributes('disabled')).toBeUndefined()
    await button(w, 'Plan it').trigger('click')
    expect(w.emitted('plan')).toHaveLength(1)
  })
})
