import { techniqueOf, type Allergen, type BatchView, type TechniqueId } from '@liquamen/core'
import type { VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { defineComponent, h, shallowRef, watch, type Component, type ComputedRef } from 'vue'
import { benchOf } from '../techniques/registry'
import { memoryKitchen, type MemoryKitchen } from './memoryKitchen'
import { catalog, mountScreen } from './mountScreen'
import { onScreen, settle } from './onScreen'
import { BATCH_ID, ORDER_ID, rehearsed, type Asked } from './rehearsed'

type Async = Component & { __asyncLoader: () => Promise<Component> }
/** The bench that a batch is worked at, changing with it as the page changes it. */
const Worked = defineComponent({
  props: { view: { type: Object, required: true } },
  setup(props) {
    const bench = shallowRef<Component>()
    const of = () => benchOf(props.view as BatchView) as Async | undefined
    watch(of, async (next) => (bench.value = await next?.__asyncLoader()), { immediate: true })
    return () =>
      bench.value
        ? h(bench.value, { view: props.view, key: (props.view as BatchView).step?.id })
        : h('p', 'no bench')
  },
})

/** The first step of the book that is worked in a room. */
export function firstStep(id: TechniqueId, act?: string) {
  for (const formula of catalog.formulas)
    for (const step of formula.steps)
      if (techniqueOf(step).id === id && (!act || step.technique === act)) return { formula, step }
  throw new Error(`no ${id} in the book`)
}

/** A cook at the bench of one batch: the page's keys, the kitchen behind them, and the batch as it stands. */
export interface AtBench {
  readonly w: VueWrapper
  readonly kitchen: MemoryKitchen
  readonly view: ComputedRef<BatchView>
  /** Presses the key of these words, and waits for what it does. */
  readonly press: (says: string | RegExp) => Promise<void>
  /** Types a number into the entry that is open, and keeps it. */
  readonly enter: (value: number | string) => Promise<void>
  /** Waits for what is under way. */
  readonly settle: () => Promise<void>
}

/** Stands a cook at a step that everything before was worked as planned for, through the real plan, record and fold. */
export async function workAt(
  formulaId: string,
  stepId: string,
  afterMin = 0,
  asked?: Asked,
): Promise<AtBench> {
  setActivePinia(createPinia())
  const { facts, nowMs } = rehearsed(formulaId, stepId, afterMin, asked)
  const kitchen = memoryKitchen(nowMs)
  kitchen.knows(facts)
  const view = kitchen.viewOf(BATCH_ID)
  const w = mountScreen(
    defineComponent(() => () => h(Worked, { view: view.value })),
    {},
    { port: kitchen.port },
  )
  await settle()
  return {
    w,
    kitchen,
    view,
    settle,
    press: onScreen(w).press,
    enter: async (value) => {
      await w.find('.digits input').setValue(String(value))
      await w.find('form').trigger('submit')
      await settle()
    },
  }
}

/** From now on a guest of this batch, at table 7, must not have something. */
export async function guestWithout(at: AtBench, allergies: readonly Allergen[]): Promise<void> {
  const detailsId = '018f0000-0000-7000-8000-0000000000dd'
  const { formula, state } = at.view.value
  await at.kitchen.port.record('order.taken', ORDER_ID, {
    formulaId: formula.id,
    portions: 6,
    pickupAtMs: state.plan?.pickupAtMs ?? 0,
    label: 'Table 7',
    detailsId,
  })
  await at.kitchen.port.keepDetails({
    id: detailsId,
    note: '',
    allergies: [...allergies],
    noLightlyCookedEgg: false,
  })
  at.kitchen.made.length = 0
  await at.settle()
}
