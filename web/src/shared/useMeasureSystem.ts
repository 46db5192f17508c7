import type { MeasureSystem } from '@liquamen/core'
import { readonly, ref } from 'vue'

const KEY = 'liquamen.measures'
const system = ref<MeasureSystem>(localStorage.getItem(KEY) === 'us' ? 'us' : 'metric')

/** Which measures this device speaks: grams and millilitres, or ounces and cups. Everything is kept in grams. */
export function useMeasureSystem() {
  function toggle(): void {
    system.value = system.value === 'us' ? 'metric' : 'us'
    localStorage.setItem(KEY, system.value)
  }
  return { system: readonly(system), toggle }
}
