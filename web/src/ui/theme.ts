import { readonly, ref } from 'vue'
import type { ThemeName } from '../app/tokens'

const KEY = 'liquamen.theme'

function firstTheme(): ThemeName {
  const kept = localStorage.getItem(KEY)
  if (kept === 'day' || kept === 'night') return kept
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day'
}
const name = ref<ThemeName>(firstTheme())
/** What lies behind the page follows it. */
const showBehind = (theme: ThemeName) => (document.documentElement.dataset.theme = theme)
showBehind(name.value)

/** Day or night, as this device has it. */
export const themeName = readonly(name)
/** Changes it, and keeps it for the next start. */
export function setTheme(to: ThemeName): void {
  name.value = to
  showBehind(to)
  localStorage.setItem(KEY, to)
}
