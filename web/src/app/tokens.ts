/** Colours of LOOK.md §2 by theme; the Vuetify theme and the style sheet's variables are both made from them. */
export const TOKENS = {
  day: { bone: '#EEE8DA', sunk: '#E2DAC8', ink: '#201B16', 'ink-soft': '#564B3F', tick: '#85796A', hair: '#BFB39D', butter: '#E0AE38', 'butter-text': '#6E4E00', roux: '#8F4A0C', ember: '#B0300A', 'ember-fill': '#B0300A', 'on-ember': '#EEE8DA', wine: '#7A1A32', 'wine-fill': '#7A1A32', 'on-wine': '#EEE8DA', sorrel: '#435E1F', bath: '#3F626A' },
  night: { bone: '#16130F', sunk: '#221D17', ink: '#EDE4D1', 'ink-soft': '#B8AC98', tick: '#857A6A', hair: '#4A4237', butter: '#E6BE5C', 'butter-text': '#E6BE5C', roux: '#E29E52', ember: '#F7834F', 'ember-fill': '#F06A33', 'on-ember': '#16130F', wine: '#E38D93', 'wine-fill': '#8C2140', 'on-wine': '#EDE4D1', sorrel: '#A3B76C', bath: '#8DB2B8' },
} as const
export type ThemeName = keyof typeof TOKENS

/** Fill of each liquid, and the colour of numbers printed in it. */
export const FILLS: Readonly<Record<string, Readonly<Record<ThemeName, { readonly fill: string; readonly text: string }>>>> = {
  redWine: { day: { fill: '#5A1428', text: '#EEE8DA' }, night: { fill: '#8E2C46', text: '#EDE4D1' } },
  demiGlace: { day: { fill: '#3A2012', text: '#EEE8DA' }, night: { fill: '#6E4328', text: '#EDE4D1' } },
}
const UNKNOWN_FILL = { day: { fill: '#85796A', text: '#201B16' }, night: { fill: '#857A6A', text: '#16130F' } } as const

/** Fill of a liquid by its key; a neutral one for a key that is not known yet. */
export const fillOf = (key: string, theme: ThemeName): { fill: string; text: string } => (FILLS[key] ?? UNKNOWN_FILL)[theme]
