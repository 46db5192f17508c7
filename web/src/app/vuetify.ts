import { createVuetify } from 'vuetify'
import { watch, type App } from 'vue'
import { themeName } from '../ui/theme'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { TOKENS, type ThemeName } from './tokens'

const theme = (name: ThemeName) => {
  const t = TOKENS[name]
  return {
    dark: name === 'night',
    colors: {
      ...t,
      background: t.bone,
      surface: t.bone,
      'surface-variant': t.sunk,
      primary: t.ink,
      secondary: t['ink-soft'],
      error: t.wine,
      warning: t.roux,
      success: t.sorrel,
      info: t.bath,
      'on-background': t.ink,
      'on-surface': t.ink,
      'on-primary': t.bone,
      'on-surface-variant': t.ink,
    },
  }
}

const flat = { elevation: 0, rounded: 0, ripple: false } as const
const field = { variant: 'underlined', density: 'comfortable', hideDetails: 'auto', color: 'ink' } as const

/** Vuetify with the house's two themes and flat defaults (LOOK.md §10). */
export function installVuetify(app: App): void {
  const vuetify = createVuetify({
    theme: { defaultTheme: themeName.value, themes: { day: theme('day'), night: theme('night') } },
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } }, // drawn, not a font: boxes and arrows come with the page
    defaults: {
      global: { ripple: false },
      VBtn: { ...flat, variant: 'outlined' },
      VTextField: field,
      VSelect: { ...field, menuProps: { scrim: false } },
      VAutocomplete: field,
      VTextarea: field,
      VNumberInput: field,
      VCheckbox: { hideDetails: true, color: 'ink' },
    },
  })
  provideStyleHead(app)
  app.use(vuetify)
  watch(themeName, (name) => vuetify.theme.change(name))
}

/** Vuetify writes its theme as a <style>; the content policy allows only style sheets of our own making, so it is adopted instead. */
function provideStyleHead(app: App): void {
  const sheet = new CSSStyleSheet()
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
  const write = (head: unknown) => {
    const entry = (typeof head === 'function' ? (head as () => unknown)() : head) as {
      style?: { innerHTML?: string; textContent?: string }[]
    }
    const resolved = (entry as { style?: unknown })?.style
    const list = (Array.isArray(resolved) ? resolved : []) as { innerHTML?: string; textContent?: string }[]
    sheet.replaceSync(list.map((style) => style.innerHTML ?? style.textContent ?? '').join('\n'))
  }
  app.provide('usehead', {
    push: (head: unknown) => {
      write(head)
      return { patch: write }
    },
  })
}
