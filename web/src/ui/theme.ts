import { readonly, ref } from 'vue'
import type { ThemeName } from '../app/tokens'

const KEY = 'liquamen.theme' // public/opening.js reads it before anything is drawn
const { dataset } = document.documentElement
const name = ref<ThemeName>(dataset.theme === 'night' ? 'night' : 'day')

/** Day or night, as this device has it. */
export const themeName = readonly(name)
/** Changes it, and keeps it for the next start. */
export function setTheme(to: ThemeName): void {
  name.value = to
  dataset.theme = to
  localStorage.setItem(KEY, to)
}
