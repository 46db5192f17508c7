import {
  actualWalk,
  findPlace,
  planBatch,
  type BatchState,
  type OrderState,
  type Payloads,
} from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { notKept } from '../port/tapped'
import { EVERY_SAUCE } from '../testing/everySauce'
import { onScreen, settle } from '../testing/onScreen'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { address, catalog, goods, mountScreen } from '../testing/mountScreen'
import { numberText, percentText } from '../ui/format'
import PlanSheet from './PlanSheet.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 14)
const ORDER = '018f0000-0000-7000-8000-00000000000a'
const SECOND = '018f0000-0000-7000-8000-0000000000ab'
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})
async function order(
  formulaId: string,
  portions: number,
  more: Partial<Payloads['order.taken']> = {},
  id = ORDER,
) {
  await kitchen.port.record('order.taken', id, {
    formulaId,
    portions,
    pickupAtMs: NOW_MS + 10 * 3600_000,
    label: 'Table 5',
    detailsId: null,
    ...more,
  })
  return kitchen.port.orders.get(id)!
}
async function sheet(orders: readonly OrderState[], batch?: BatchState) {
  const w = mountScreen(PlanSheet, { orders, ...(batch ? { batch } : {}) }, { port: kitchen.port })
  await settle()
  return onScreen(w)
}
const planned = () => kitchen.made.filter((f) => f.kind === 'batch.planned')
const lastPlan = () => kitchen.last('batch.planned').payload

describe.each(EVERY_SAUCE)('the plan sheet of %s', (id, formula) => {
  it('says what the core says, and what is put on the stove is planned so', async () => {
    const { says, press } = await sheet([await order(id, formula.basisPortions)])
    const text = says()
    expect(text).not.toMatch(/NaN|undefined|null|\[object/)
    await press('Put it on the stove')
    const put = lastPlan()
    const own = planBatch({
      formula,
      ingredients: goods,
      place: findPlace(catalog, put.vessels, put.ringId),
      portions: formula.basisPortions,
      pickupAtMs: NOW_MS + 10 * 3600_000,
      nowMs: NOW_MS,
    })
    expect(put.plan.weighOut).toEqual(own.weighOut)
    expect(put.plan.finalVolumeMl).toBeCloseTo(own.finalVolumeMl, 6)
    for (const line of own.weighOut) expect(text, line.itemId).toContain(line.name)
    expect(text).toContain(`${numberText(own.finalVolumeMl)} ml`)
    expect(text).toContain(`${numberText(own.salt.addG, 1)} g`)
    expect(text).toContain(`${percentText(own.salt.ownSaltFrac, 2)} %`)
    expect(text).toContain(`${numberText(own.totalMin.low)}–${numberText(own.totalMin.high)} min`)
    expect(put.shares).toEqual([{ orderId: ORDER, portions: formula.basisPortions }])
    expect(own.steps.map((s) => s.stepId)).toEqual(put.plan.steps.map((s) => s.stepId))
    expect(address).toBe('/stove')
  })
})

describe('a plan', () => {
  it('for a near time says when it will be ready instead, and for a wrong time plans nothing', async () => {
    const soon = { pickupAtMs: NOW_MS + 3600_000 }
    const { w, says, settle } = await sheet([await order('redWineShallot', 10, soon)])
    const ready = () =>
      w
        .findAll('.v-text-field')
        .find((f) => f.text().startsWith('Ready'))!
        .find('input')
    await ready().setValue('14:01')
    await settle()
    expect(says()).toMatch(/▽ .*\d\d:\d\d/)
    await ready().setValue('25:99')
    await settle()
    expect(w.findAll('button').some((b) => b.text() === 'Put it on the stove')).toBe(false)
  })
  it('that another put on the stove meanwhile is not put there twice, and its bench is named', async () => {
    const asked = await order('hollandaise', 2)
    const { w, says } = await sheet([asked])
    const other = onScreen(mountScreen(PlanSheet, { orders: [asked] }, { port: kitchen.port }))
    await other.press('Put it on the stove')
    expect(planned()).toHaveLength(1)
    await settle()
    expect(says()).toContain('on the stove’s plan meanwhile')
    expect(w.findAll('button').some((b) => b.text() === 'Put it on the stove')).toBe(false)
    expect(w.find(`a[href="/bench/${kitchen.last('batch.planned').streamId}"]`).exists()).toBe(true)
  })
  it('of two orders keeps the portions of each', async () => {
    const orders = [
      await order('hollandaise', 7),
      await order('hollandaise', 4, { label: 'Table 6' }, SECOND),
    ]
    const { press, says } = await sheet(orders)
    expect(says()).toContain('Table 5, Table 6')
    await press('Put it on the stove')
    expect(lastPlan().shares).toEqual([
      { orderId: ORDER, portions: 7 },
      { orderId: SECOND, portions: 4 },
    ])
    expect(lastPlan().plan.portions).toBe(11)
  })
  it('too big for one vessel is put on as so many batches in one tap, all or none', async () => {
    const { press, says } = await sheet([await order('hollandaise', 400)])
    const many = Number(/as (\d+) batches|(\d+) batches/i.exec(says())!.slice(1).find(Boolean))
    expect(many).toBeGreaterThan(1)
    kitchen.refuse('No.')
    const key = /batches/i
    await press(key)
    expect(planned()).toHaveLength(0)
    expect(notKept.value).toBe('That was not kept. No.')
    kitchen.refuse()
    await press(key)
    expect(planned()).toHaveLength(many)
    const portions = planned().map((f) => (f.payload as Payloads['batch.planned']).plan.portions)
    expect(portions.reduce((a, b) => a + b, 0)).toBe(400)
    expect(Math.max(...portions) - Math.min(...portions)).toBeLessThanOrEqual(1)
  }, 30_000)
  it('is changed: the same batch, another time; and taken off', async () => {
    const taken = await order('beurreBlanc', 6)
    await (await sheet([taken])).press('Put it on the stove')
    const batchId = planned()[0]!.streamId
    const batch = () => kitchen.port.batches.get(batchId)!
    const first = batch().plan!.pickupAtMs
    const again = await sheet([taken], batch())
    await again.w
      .findAll('.v-text-field')
      .find((f) => f.text().startsWith('Ready'))!
      .find('input')
      .setValue('22:30')
    await again.settle()
    await again.press('Keep the change')
    expect(planned().map((f) => f.streamId)).toEqual([batchId, batchId])
    expect(batch().plan!.pickupAtMs).not.toBe(first)
    const off = await sheet([taken], batch())
    await off.press('Take it off the stove')
    expect(batch().status).toBe('takenOff')
    expect(off.w.emitted('close')).toHaveLength(1)
  })
  it('leaves the ring of another batch to it, and says when it is free if asked for all the same', async () => {
    await (await sheet([await order('redWineShallot', 10)])).press('Put it on the stove')
    const ring = lastPlan().ringId
    const { press } = await sheet([await order('portGlaze', 10, {}, SECOND)])
    await press('Put it on the stove')
    expect(lastPlan().ringId).not.toBe(ring)
  })
  it('with a good that a guest must not have takes the source that has none of it', async () => {
    const swappable = catalog.formulas.find((f) =>
      f.items.some((i) => i.sources?.length && /butter/i.test(i.ingredientId)),
    )
    const other = catalog.formulas.find((f) => f.items.some((i) => i.sources?.length))!
    const formula = swappable ?? other
    const { press } = await sheet([await order(formula.id, formula.basisPortions)])
    await press('Put it on the stove')
    const item = formula.items.find((i) => i.sources?.length)!
    const used = lastPlan().plan.weighOut.find((l) => l.itemId === item.id)
    expect([item.ingredientId, ...item.sources!]).toContain(used!.ingredientId)
  })
  it('is what the pan really is walked by, once it is lit', async () => {
    await (await sheet([await order('redWineShallot', 10)])).press('Put it on the stove')
    const state = kitchen.port.batches.get(planned()[0]!.streamId)!
    expect(actualWalk(state)).toBeUndefined()
    expect(state.plan!.finalVolumeMl).toBeGreaterThan(100)
  })
})
