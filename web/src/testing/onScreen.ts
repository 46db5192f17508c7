import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { vi } from 'vitest'
import { button } from './mountScreen'

/** Waits for what is under way: promises, and chunks of the page that are being loaded. */
export async function settle(): Promise<void> {
  await flushPromises()
  await vi.dynamicImportSettled()
  await flushPromises()
}

/** A mounted screen as a cook has it: what it says, and its keys. */
export function onScreen(w: VueWrapper) {
  return {
    w,
    settle,
    says: () => w.text().replace(/\s+/g, ' '),
    /** Presses the key of these words, and waits for what it does. */
    press: async (key: string | RegExp) => {
      await button(w, key).trigger('click')
      await settle()
    },
  }
}
