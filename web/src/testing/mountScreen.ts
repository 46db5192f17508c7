import { kitchenGoods, type FactKind, type Payloads } from '@liquamen/core'
import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { computed, ref, type Component } from 'vue'
import { createRouter, createMemoryHistory } from 'vue-router'
import { createVuetify } from 'vuetify'
import { VAutocomplete } from 'vuetify/components/VAutocomplete'
import { VBtn } from 'vuetify/components/VBtn'
import { VCheckbox } from 'vuetify/components/VCheckbox'
import { VDialog } from 'vuetify/components/VDialog'
import { VList, VListItem } from 'vuetify/components/VList'
import { VMenu } from 'vuetify/components/VMenu'
import { VSelect } from 'vuetify/components/VSelect'
import { VTable } from 'vuetify/components/VTable'
import { VTextField } from 'vuetify/components/VTextField'
import { kitchenPortKey, type KitchenPort } from '../port/useKitchen'
import { toUnmount } from './toUnmount'
import demo from '../../../demo/larchwater-house.json'

/** The demo kitchen, as screens get it. */
export const catalog = demo.catalog
/** Its goods, worked out once for all tests of a worker. */
export const goods = kitchenGoods(catalog)
/** What happened in it. */
export const facts = demo.facts

/** A kitchen store that is open on the demo, and writes what is recorded into a list instead of sending it. */
export async function openDemoStore() {
  setActivePinia(createPinia())
  const { useLiveKitchen } = await import('../port/kitchen.store')
  const kitchen = useLiveKitchen()
  const recorded: { kind: FactKind; streamId: string; payload: Payloads[FactKind] }[] = []
  kitchen.session = { catalog, kitchenId: 'k', deviceId: 'd' } as unknown as typeof kitchen.session
  kitchen.recordAll = (entries) => {
    recorded.push(...entries)
    return Promise.resolve(entries.map(() => 'f'))
  }
  kitchen.record = (async (kind: FactKind, streamId: string, payload: Payloads[FactKind]) => {
    recorded.push({ kind, streamId, payload })
    return 'f'
  }) as typeof kitchen.record
  /** From now on what is recorded of a batch becomes part of it, as it does in the real store. */
  const takeIn = (batchId: string) => {
    const note = kitchen.record
    kitchen.record = (async (kind, streamId, payload) => {
      const factId = await note(kind, streamId, payload)
      if (kind === 'batch.planned' && streamId === batchId) {
        const was = kitchen.batches.get(batchId)!
        const planned = payload as Payloads['batch.planned']
        kitchen.batches.set(batchId, { ...was, planned, plan: planned.plan })
      }
      return factId
    }) as typeof kitchen.record
  }
  return { kitchen, recorded, takeIn }
}

/** Where a screen is mounted: the kitchen it stands in, whatever store is active unless one is given, and what the page asks it for. */
export interface Mounted {
  readonly port?: KitchenPort
  readonly query?: Record<string, string>
  readonly params?: Record<string, string>
  readonly provide?: Record<symbol, unknown>
}
/** The address that the page was sent to last. */
export let address = ''

/** Mounts a component as the page would: with Vuetify's own parts and a router. */
export function mountScreen(
  component: Component,
  props: Record<string, unknown>,
  { port, query = {}, params = {}, provide = {} }: Mounted = {},
): VueWrapper {
  const vuetify = createVuetify({
    theme: { defaultTheme: 'day', themes: { day: { dark: false }, night: { dark: true } } },
    components: {
      VAutocomplete,
      VBtn,
      VCheckbox,
      VDialog,
      VList,
      VListItem,
      VMenu,
      VSelect,
      VTable,
      VTextField,
    },
  })
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:any(.*)*', component: { template: '<i />' } }],
  })
  address = ''
  router.currentRoute.value = { ...router.currentRoute.value, query, params }
  router.afterEach((to) => (address = to.fullPath))
  const wrapper: VueWrapper = mount(component as never, {
    props: props as never,
    attachTo: document.body,
    global: {
      plugins: [vuetify, router],
      provide: { ...provide, ...(port ? { [kitchenPortKey]: port } : {}) },
    },
  })
  toUnmount.add(wrapper)
  return wrapper
}

/** A workbench of a demo formula whose work between frames is done at once. */
export async function benchOf(id: string) {
  const { useWorkbench } = await import('../book/useWorkbench')
  const formula = ref(catalog.formulas.find((f) => f.id === id)!)
  return useWorkbench(
    computed(() => catalog),
    computed(() => formula.value),
    {
      idle: (work) => {
        work(() => 100)
        return () => undefined
      },
    },
  )
}

/** The button whose text or name is or begins so. */
export function button(wrapper: VueWrapper, says: string | RegExp) {
  const found = wrapper
    .findAll('button')
    .find((b) =>
      [b.text(), b.attributes('aria-label') ?? ''].some((t) =>
        typeof says === 'string' ? t === says : says.test(t),
      ),
    )
  if (!found)
    throw new Error(
      `no button ${String(says)} among: ${wrapper
        .findAll('button')
        .map((b) => b.text())
        .join(' | ')}`,
    )
  return found
}
