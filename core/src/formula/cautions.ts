/** Cautions that may stand at a step of a formula; the words are the catalogue's. */
export const CAUTIONS = [
  'hotFat',
  'wineVapour',
  'steam',
  'rawEgg',
  'hotButter',
  'hotBlender',
  'linedCopper',
  'flambe',
  'spatter',
  'eggClock',
  'coolingClock',
  'scorch',
  'pressure',
  'noBoilAfterButter',
  'clock',
] as const
export type Caution = (typeof CAUTIONS)[number]
