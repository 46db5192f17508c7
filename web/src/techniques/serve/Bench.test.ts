import { describe, expect, it } from 'vitest'
import type { Payloads } from '@liquamen/core'
import { button, catalog } from '../../testing/mountScreen'
import { ORDER_ID } from '../../testing/rehearsed'
import { firstStep, workAt, type AtBench } from '../../testing/workAt'

const OTHER_ORDER = '018f0000-0000-7000-8000-00000000000d'
const { formula, step } = firstStep('serve')
const toServe = () => workAt(formula.id, step.id, 1)
const keys = ({ w }: AtBench) => w.findAll('button').map((b) => b.text())
/** A batch for two orders, the second of a guest whose details are given. */
async function forTwo(formulaId: string, stepId: string, noLightlyCookedEgg = false) {
  const shares = [
    { orderId: ORDER_ID, portions: 1 },
    { orderId: OTHER_ORDER, portions: 2 },
  ]
  const at = await workAt(formulaId, stepId, 1, { shares })
  const detailsId = '018f0000-0000-7000-8000-0000000000dd'
  for (const [i, { orderId, portions }] of shares.entries())
    await at.kitchen.port.record('order.taken', orderId, {
      formulaId,
      portions,
      pickupAtMs: at.view.value.state.plan!.pickupAtMs,
      label: `Table ${i + 1}`,
      detailsId: i === 1 ? detailsId : null,
    })
  await at.kitchen.port.keepDetails({ id: detailsId, noLightlyCookedEgg } as never)
  await at.settle()
  return at
}

describe('the pass', () => {
  it('counts what has gone, and ends the sauce with its last step in one tap', async () => {
    const at = await toServe()
    const { portions } = at.view.value.state.plan!
    expect(button(at.w, 'Finish').attributes('disabled')).toBeDefined()
    await at.press('Serve 1')
    expect(at.w.text()).toContain(`1 of ${portions}`)
    await at.press(`Serve ${portions - 1}`)
    expect(at.view.value.state.servedPortions).toBe(portions)
    expect(button(at.w, 'Serve 1').attributes('disabled')).toBeDefined()
    await at.press('Finish')
    expect(at.kitchen.kinds().slice(-2)).toEqual(['step.finished', 'batch.finished'])
    expect(at.view.value.state).toMatchObject({ status: 'finished' })
  })
  it('a portion served by mistake is taken back', async () => {
    const at = await toServe()
    await at.press('Serve 1')
    await at.press(/^Undo/)
    expect(at.view.value.state.servedPortions).toBe(0)
    expect(at.kitchen.last('fact.voided').payload.factId).toBe(at.kitchen.last('portion.served').id)
  })
  it('portions are kept order by order: one by one they go to the order that still waits', async () => {
    const at = await forTwo(formula.id, step.id)
    expect(keys(at)).toEqual(expect.arrayContaining(['Serve 1 Table 1', 'Serve 2 Table 2', 'Serve 1']))
    for (let i = 0; i < 3; i += 1) await at.press('Serve 1')
    const served = at.kitchen.made.filter((f) => f.kind === 'portion.served')
    expect(served.map((f) => (f.payload as Payloads['portion.served']).orderId)).toEqual([
      ORDER_ID,
      OTHER_ORDER,
      OTHER_ORDER,
    ])
    expect(keys(at).some((k) => k.includes('Table'))).toBe(false)
  })
  it('a guest who must not have lightly cooked egg is not served a sauce whose yolks are', async () => {
    const supreme = catalog.formulas.find((f) => f.id === 'supreme')!
    const at = await forTwo('supreme', supreme.steps.at(-1)!.id, true)
    expect(button(at.w, 'Serve 2 Table 2').attributes('disabled')).toBeDefined()
    await at.press('Serve 1')
    expect(at.kitchen.last('portion.served').payload.orderId).toBe(ORDER_ID)
    expect(
      at.w
        .findAll('button')
        .filter((b) => b.text().startsWith('Serve'))
        .map((b) => b.attributes('disabled')),
    ).not.toContain(undefined)
    expect(at.w.find('[role=alert]').text()).toContain('must not have lightly cooked egg')
  })
  it('a refused portion is not counted, and the bench says why', async () => {
    const at = await toServe()
    at.kitchen.refuse('The server has no room.')
    await at.press('Serve 1')
    expect(at.view.value.state.servedPortions).toBe(0)
    expect(at.w.find('[role=alert]').text()).toContain('The server has no room.')
    at.kitchen.refuse()
    await at.press('Serve 1')
    expect(at.view.value.state.servedPortions).toBe(1)
    expect(at.w.find('[role=alert]').exists()).toBe(false)
  })
  it('kept hot instead: in a well it starts its clock, and the bench becomes the well’s', async () => {
    const at = await toServe()
    await at.press('Keep it hot')
    expect(keys(at).some((k) => /^A\b/.test(k))).toBe(true)
    await at.press(/^On the side/)
    expect(at.kitchen.last('hold.started').payload).toMatchObject({ wellId: null, onto: null })
    expect(at.view.value.hold?.clock.startedAtMs).toBeDefined()
    expect(at.w.text()).toContain('Discard')
  })
})
