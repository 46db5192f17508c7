/** Colours of LOOK.md §2 by theme; the Vuetify theme and the style sheet's variables are both made from them. */
export const TOKENS = {
  day: {
    bone: '#EEE8DA',
    sunk: '#E2DAC8',
    ink: '#201B16',
    'ink-soft': '#564B3F',
    tick: '#85796A',
    hair: '#BFB39D',
    butter: '#E0AE38',
    'butter-text': '#6E4E00',
    roux: '#8F4A0C',
    ember: '#B0300A',
    'ember-fill': '#B0300A',
    'on-ember': '#EEE8DA',
    wine: '#7A1A32',
    'wine-fill': '#7A1A32',
    'on-wine': '#EEE8DA',
    sorrel: '#435E1F',
    bath: '#3F626A',
  },
  night: {
    bone: '#16130F',
    sunk: '#221D17',
    ink: '#EDE4D1',
    'ink-soft': '#B8AC98',
    tick: '#857A6A',
    hair: '#4A4237',
    butter: '#E6BE5C',
    'butter-text': '#E6BE5C',
    roux: '#E29E52',
    ember: '#F7834F',
    'ember-fill': '#F06A33',
    'on-ember': '#16130F',
    wine: '#E38D93',
    'wine-fill': '#8C2140',
    'on-wine': '#EDE4D1',
    sorrel: '#A3B76C',
    bath: '#8DB2B8',
  },
} as const
export type ThemeName = keyof typeof TOKENS

/** Fill of each liquid, and the colour of numbers printed in it. */
export const FILLS: Readonly<
  Record<string, Readonly<Record<ThemeName, { readonly fill: string; readonly text: string }>>>
> = {
  hollandaise: { day: { fill: '#EBC250', text: '#201B16' }, night: { fill: '#E9C45C', text: '#16130F' } },
  bearnaise: { day: { fill: '#D9B95A', text: '#201B16' }, night: { fill: '#D6B862', text: '#16130F' } },
  mousseline: { day: { fill: '#E6CE84', text: '#201B16' }, night: { fill: '#E2CB86', text: '#16130F' } },
  choron: { day: { fill: '#D98A52', text: '#201B16' }, night: { fill: '#DB925E', text: '#16130F' } },
  beurreBlanc: { day: { fill: '#F4E3AE', text: '#201B16' }, night: { fill: '#EDDCA8', text: '#16130F' } },
  beurreRouge: { day: { fill: '#9A4858', text: '#EEE8DA' }, night: { fill: '#BE7389', text: '#16130F' } },
  redWine: { day: { fill: '#5A1428', text: '#EEE8DA' }, night: { fill: '#8E2C46', text: '#EDE4D1' } },
  port: { day: { fill: '#45101F', text: '#EEE8DA' }, night: { fill: '#7A2440', text: '#EDE4D1' } },
  madeira: { day: { fill: '#7C4218', text: '#EEE8DA' }, night: { fill: '#935526', text: '#EDE4D1' } },
  marsala: { day: { fill: '#8A5222', text: '#EEE8DA' }, night: { fill: '#B87A40', text: '#16130F' } },
  fishGlaze: { day: { fill: '#CFAE72', text: '#201B16' }, night: { fill: '#CDB07C', text: '#16130F' } },
  sorrelCream: { day: { fill: '#A9AF63', text: '#201B16' }, night: { fill: '#A9B26E', text: '#16130F' } },
  coulis: { day: { fill: '#D66A3C', text: '#201B16' }, night: { fill: '#DC7048', text: '#16130F' } },
  cream: { day: { fill: '#F3E8CB', text: '#201B16' }, night: { fill: '#EADFC2', text: '#16130F' } },
  jus: { day: { fill: '#5C3318', text: '#EEE8DA' }, night: { fill: '#855030', text: '#EDE4D1' } },
  mushroom: { day: { fill: '#6F573A', text: '#EEE8DA' }, night: { fill: '#9A8062', text: '#16130F' } },
  stock: { day: { fill: '#D3B06A', text: '#201B16' }, night: { fill: '#CBAE72', text: '#16130F' } },
  brownSauce: { day: { fill: '#5A341B', text: '#EEE8DA' }, night: { fill: '#87542F', text: '#EDE4D1' } },
  demiGlace: { day: { fill: '#3A2012', text: '#EEE8DA' }, night: { fill: '#6E4328', text: '#EDE4D1' } },
  clarified: { day: { fill: '#E2B22F', text: '#201B16' }, night: { fill: '#E2B648', text: '#16130F' } },
  hazelnut: { day: { fill: '#965812', text: '#EEE8DA' }, night: { fill: '#C4822F', text: '#16130F' } },
}
const UNKNOWN_FILL = {
  day: { fill: '#85796A', text: '#201B16' },
  night: { fill: '#857A6A', text: '#16130F' },
} as const

/** Fill of a liquid by its key; a neutral one for a key that is not known yet. */
export const fillOf = (key: string, theme: ThemeName): { fill: string; text: string } =>
  (FILLS[key] ?? UNKNOWN_FILL)[theme]
