import type { HoldFamilyId, HoldMargin } from '@liquamen/core'

/** What the bench of a held sauce says. */
export const holdTexts = {
  title: 'How it stands',
  family: {
    egg: 'egg and butter',
    mounted: 'mounted butter',
    mountedWithCream: 'mounted, with cream',
    mountedJus: 'mounted jus',
  } satisfies Record<HoldFamilyId, string>,
  left: 'it may stand',
  binds: {
    breaks: 'then one in twenty has broken',
    curdles: 'then its yolk is in grains',
    clock: 'then its clock is over',
  } satisfies Record<HoldMargin['binds'], string>,
  /** The same in a word, on the stove. */
  short: {
    breaks: 'till it may break',
    curdles: 'till it curdles',
    clock: 'on its clock',
  } satisfies Record<HoldMargin['binds'], string>,
  isOver: {
    breaks: 'By now more than one in twenty has broken: look at it before it is served.',
    curdles: 'Too hot for too long: its yolk is going to grains.',
    clock: '',
  } satisfies Record<HoldMargin['binds'], string>,
  broken: (pct: string, isHouse: boolean) =>
    `${pct} % of such sauces have broken by now, by ${isHouse ? 'this house’s own batches' : 'the table'}`,
  itBroke: 'It broke',
  isBroken: 'Broken: mend it, or discard it.',
  mend: 'Mend it',
  lost: (g: string, salt: string) => `${g} g of water lost; salt now ${salt} %`,
  taken: (temp: string) => `Nobody has read it: the well’s ${temp} is taken for it.`,
  unread: 'Read its temperature: how long it may stand hangs on it.',
  whisk: 'Whisk in',
  warmWater: (g: string, min: string) => `${g} g warm water: + ${min} min`,
  cooler: (temp: string, min: string) => `At ${temp}: + ${min} min`,
  warmer: (temp: string, min: string) => `Warmed to ${temp}: + ${min} min`,
  plain: 'Nothing in it breaks by waiting: its clock and its skin are what count.',
} as const
