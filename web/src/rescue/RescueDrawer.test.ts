import { needsOf, rescueFamily, SYMPTOMS_OF, type Symptom } from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { memoryKitchen } from '../testing/memoryKitchen'
import { address, catalog, mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import { BATCH_ID, rehearsed } from '../testing/rehearsed'
import { guestWithout } from '../testing/workAt'
import RescueDrawer from './RescueDrawer.vue'
import { rescueTexts as says } from './texts'

/** The drawer over a batch that was worked as planned up to a step. */
async function drawer(
  formulaId: string,
  stepId?: string,
  symptom?: Symptom,
  asked?: Parameters<typeof rehearsed>[3],
) {
  setActivePinia(createPinia())
  const steps = catalog.formulas.find((f) => f.id === formulaId)!.steps
  const { facts, nowMs } = rehearsed(formulaId, stepId ?? steps.at(-1)!.id, 1, asked)
  const kitchen = memoryKitchen(nowMs)
  kitchen.knows(facts)
  const view = kitchen.viewOf(BATCH_ID)
  const w = mountScreen(
    defineComponent(() => () => h(RescueDrawer, { view: view.value, symptom })),
    {},
    { port: kitchen.port },
  )
  await settle()
  return { ...onScreen(w), kitchen, view }
}
/** What a person reads: nothing in it is no number, no name is an id. */
const BROKEN_WORDS = /NaN|undefined|null|Infinity|\[object/

describe('every sauce of the book', () => {
  it.each(catalog.formulas.map((f) => [f.id]))(
    '%s: each drawing leads to a cause and to what can be done',
    async (id) => {
      const at = await drawer(id)
      for (const symptom of SYMPTOMS_OF[rescueFamily(at.view.value.state)]) {
        await at.press(new RegExp(`${says.symptoms[symptom]}$`)) // its drawing may hold a word too
        expect(at.says(), symptom).not.toMatch(BROKEN_WORDS)
        expect(at.says()).toContain(says.cause)
        expect(at.says()).toContain(says.startAgain)
      }
    },
  )
})

it('a new one is held against the larder: what it is short of is said, what it does not count is asked', async () => {
  const at = await drawer('redWineShallot', 'mount', 'split')
  const needs = needsOf(at.view.value.state.plan!)
  const demi = needs.find((n) => n.ingredientId === 'demiGlace')!
  expect(at.says()).toContain('are they there?')
  expect(at.says()).not.toContain('in the larder')
  const nowMs = Math.round(at.kitchen.port.nowMs)
  await at.kitchen.port.record('lot.stored', '018f0000-0000-7000-8000-0000000000f1', {
    ingredientId: 'demiGlace',
    massG: 20,
    place: 'fridge',
    madeAtMs: nowMs,
    expiresAtMs: nowMs + 864e5,
    batchId: null,
  })
  await settle()
  expect(at.says()).toContain(`Only 20 g of ${Math.round(demi.massG)} g`)
})

it('a wine sauce that looks thin on its way is not lost: by the sum it thickens', async () => {
  const at = await drawer('redWineShallot', 'reduceWine', 'thin')
  expect(at.says()).toContain('go on, and look again')
  expect(at.says()).not.toContain('does not come back')
})

describe('a béarnaise that split', () => {
  it('is mended by one tap, which goes on record with what went in, and asks whether it held', async () => {
    const at = await drawer('bearnaise', 'pour', 'split')
    await at.press('New yolk')
    expect(at.kitchen.kinds()).toEqual(['sauce.broke', 'rescue.tried', 'addition.made', 'addition.made'])
    expect(at.kitchen.last('rescue.tried').payload).toMatchObject({ symptom: 'split', remedy: 'newYolk' })
    expect(
      at.kitchen.made.flatMap((f) => (f.kind === 'addition.made' ? [f.payload.ingredientId] : [])),
    ).toEqual(['yolk', 'water'])
    expect(at.says()).toContain('New yolk: did it hold?')
    await at.press('It held')
    expect(at.kitchen.last('rescue.ended').payload.isHeld).toBe(true)
    expect(at.says()).not.toContain('did it hold?')
    expect(at.view.value.state.rescues[0]!.isHeld).toBe(true)
  })
  it('begun anew it is discarded, and what of its orders is not made is planned', async () => {
    const at = await drawer('bearnaise', 'pour', 'curds')
    expect(at.says()).toContain('It does not come back')
    const again = at.w.findAll('button').find((b) => b.text() === 'Start again')!
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    await again.trigger('keydown', { key: ' ' })
    vi.advanceTimersByTime(600)
    vi.useRealTimers()
    await settle()
    expect(at.kitchen.last('batch.finished').payload).toMatchObject({
      result: 'discarded',
      reason: 'Started again: curds',
    })
    expect(address).toBe(`/service?restart=${BATCH_ID}`)
  })
  it('a remedy with what a guest must not have is offered no more as soon as they have said so', async () => {
    const at = await drawer('beurreBlanc', undefined, 'split')
    const offers = () => at.w.findAll('.ends button').map((b) => b.text())
    expect(offers()).toEqual(['Start again', 'Blend, cream', 'Blend, hot water'])
    await guestWithout(at as never, ['milk'])
    expect(offers()).toEqual(['Start again', 'Blend, hot water'])
  })
})
