import type { HoldFamilyId, HoldMargin, HoldPlace, HoldWall } from '@liquamen/core'

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
  /** Of ten futures eight. */
  between: (low: string, high: string) => `${low}–${high} min in eight of ten futures`,
  stands: (min: string, ends: string) => `${min} min ${ends}`,
  places: {
    well: 'In a well',
    side: 'On the side of the stove',
    shelf: 'On the warm shelf',
    flask: 'In the flask',
  } satisfies Record<HoldPlace, string>,
  newOntoOld: (sauce: string, at: string) =>
    `New never onto old: what is fresh would be as old as the ${sauce} of ${at}, and as near to breaking. A clean insert, or the old one first.`,
  ontoYes: 'Onto it all the same',
  ontoNo: 'Not onto it',
  wall: 'What it stands in',
  walls: { metal: 'in metal', plastic: 'in plastic' } satisfies Record<HoldWall, string>,
  wallsFor:
    'Metal takes a well’s heat at once and loses it as fast; plastic is slower both ways. Wine and lemon only in stainless steel.',
  keep: (place: string, min: string, ends: string) => `Keep it: ${place}, ${min} min ${ends}.`,
  hasSkin: 'It has a skin by now: lift it off, pass it through the sieve.',
  lostBack: (g: string) => `${g} g warm water: what it lost`,
  binds: {
    breaks: 'then one in twenty has broken',
    curdles: 'then its yolk is in grains',
    oils: 'then its cream oils out',
    thins: 'then its starch gives way',
    sets: 'then its gelatin sets',
    clock: 'then its clock is over',
  } satisfies Record<HoldMargin['binds'], string>,
  /** The same in a word, on the stove. */
  short: {
    breaks: 'till it may break',
    curdles: 'till it curdles',
    oils: 'till its cream oils',
    thins: 'till it thins',
    sets: 'till it sets',
    clock: 'on its clock',
  } satisfies Record<HoldMargin['binds'], string>,
  isOver: {
    breaks: 'By now more than one in twenty has broken: look at it before it is served.',
    curdles: 'Too hot for too long: its yolk is going to grains.',
    oils: 'So much water has left that its cream oils: whisk water in.',
    thins: 'Longer than its starch holds: it is thinner than it was. Bind it anew.',
    sets: 'Under 45 °C its gelatin sets: warm it, and loosen it with stock.',
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
