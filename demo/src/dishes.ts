import type { Companion, Dish, Placement } from '@liquamen/core'
import type { CookingWay, Protein } from '@liquamen/core'

interface Card {
  readonly name: string
  readonly formulaId: string
  readonly plate: readonly [placement: Placement, portionMl: number]
  readonly of: readonly [protein: Protein, way: CookingWay]
  readonly parts: readonly (readonly [name: string, massG: number, saltPct: number])[]
  readonly companions?: readonly Companion[]
  readonly assembly: readonly string[]
  readonly drainS?: number
  readonly lastMinute?: readonly string[]
}
const dish = (id: string, c: Card): Dish => ({
  id,
  name: c.name,
  formulaId: c.formulaId,
  placement: c.plate[0],
  portionMl: c.plate[1],
  protein: c.of[0],
  way: c.of[1],
  parts: c.parts.map(([name, massG, saltPct]) => ({ name, massG, saltPct })),
  companions: c.companions ?? [],
  assembly: c.assembly,
  ...(c.drainS === undefined ? {} : { drainS: c.drainS }),
  lastMinute: c.lastMinute ?? [],
})
const eggs: Companion = {
  kind: 'poachedEgg',
  eggs: 2,
  way: 'offHeat',
  hasLid: true,
  eggG: 50,
  wish: 'runny',
  isIced: false,
  vinegarMlPerL: 5,
  isSwirled: false,
}
const rest = (thickMm: number, coreC: number): Companion => ({
  kind: 'rest',
  thickMm,
  coreC,
  surfaceC: 85,
  sear: 'hard',
  cover: 'open',
})
const fish = (thickMm: number): Companion => ({ kind: 'fish', thickMm, panC: 180, targetC: 52 })

/** Twelve dishes of the house, with eight sauces of seven families. */
export const dishes: readonly Dish[] = [
  dish('eggsMuffin', {
    name: 'Poached eggs, muffin and ham',
    formulaId: 'hollandaise',
    plate: ['over', 45],
    of: ['egg', 'poached'],
    parts: [
      ['Muffin', 55, 1.1],
      ['Cooked ham', 40, 2.3],
      ['Eggs', 100, 0.3],
    ],
    companions: [eggs, { kind: 'toast', durationS: 120, waitsS: 180 }],
    assembly: ['Dry toast', 'Ham', 'Drained eggs', 'Sauce over'],
    drainS: 12,
    lastMinute: ['Chives'],
  }),
  dish('asparagus', {
    name: 'Green asparagus, warm',
    formulaId: 'hollandaise',
    plate: ['beside', 50],
    of: ['greenVeg', 'steamed'],
    parts: [['Asparagus', 160, 0.5]],
    assembly: ['Asparagus', 'Sauce beside'],
    lastMinute: ['Chervil'],
  }),
  dish('beefFillet', {
    name: 'Beef fillet from the grill',
    formulaId: 'bearnaise',
    plate: ['beside', 50],
    of: ['beefLean', 'grilled'],
    parts: [
      ['Beef', 160, 0.8],
      ['Potatoes', 150, 0.4],
    ],
    companions: [rest(45, 50)],
    assembly: ['Potatoes', 'Beef', 'Sauce beside'],
    lastMinute: ['Watercress'],
  }),
  dish('lambSaddle', {
    name: 'Saddle of lamb',
    formulaId: 'bearnaise',
    plate: ['beside', 50],
    of: ['lamb', 'roasted'],
    parts: [
      ['Lamb', 150, 0.8],
      ['Beans', 120, 0.5],
    ],
    companions: [rest(40, 52)],
    assembly: ['Beans', 'Lamb', 'Sauce beside'],
  }),
  dish('lakeTrout', {
    name: 'Lake trout in the pan',
    formulaId: 'beurreBlanc',
    plate: ['round', 40],
    of: ['oilyFish', 'panButter'],
    parts: [
      ['Trout', 150, 0.8],
      ['Leeks', 90, 0.5],
    ],
    companions: [fish(20)],
    assembly: ['Leeks', 'Trout, skin up', 'Sauce round it'],
    lastMinute: ['Trout eggs'],
  }),
  dish('pikePerch', {
    name: 'Steamed pike-perch',
    formulaId: 'beurreBlanc',
    plate: ['under', 35],
    of: ['whiteFish', 'steamed'],
    parts: [
      ['Pike-perch', 150, 0.8],
      ['Spinach', 80, 0.6],
    ],
    assembly: ['Sauce', 'Spinach', 'Pike-perch'],
  }),
  dish('venisonLoin', {
    name: 'Loin of venison',
    formulaId: 'redWineShallot',
    plate: ['over', 40],
    of: ['game', 'pan'],
    parts: [
      ['Venison', 150, 0.8],
      ['Celeriac', 120, 0.5],
    ],
    companions: [rest(42, 52)],
    assembly: ['Celeriac', 'Venison', 'Sauce over'],
  }),
  dish('duckBreast', {
    name: 'Breast of duck',
    formulaId: 'redWineShallot',
    plate: ['under', 35],
    of: ['duck', 'pan'],
    parts: [
      ['Duck', 160, 0.8],
      ['Red cabbage', 110, 0.6],
    ],
    companions: [rest(28, 54)],
    assembly: ['Sauce', 'Red cabbage', 'Duck, skin up'],
  }),
  dish('crayfishDumplings', {
    name: 'Pike dumplings',
    formulaId: 'lobsterCoulis',
    plate: ['round', 40],
    of: ['shellfish', 'poached'],
    parts: [['Dumplings', 110, 0.8]],
    assembly: ['Dumplings', 'Sauce round them'],
    lastMinute: ['Dill'],
  }),
  dish('vealEscalope', {
    name: 'Veal escalope',
    formulaId: 'chasseur',
    plate: ['over', 45],
    of: ['veal', 'panButter'],
    parts: [
      ['Veal', 150, 0.8],
      ['Noodles', 140, 0.6],
    ],
    assembly: ['Noodles', 'Veal', 'Sauce over'],
    lastMinute: ['Chervil', 'Tarragon'],
  }),
  dish('poachedChicken', {
    name: 'Poached chicken, young carrots',
    formulaId: 'supreme',
    plate: ['over', 50],
    of: ['poultryBreast', 'poached'],
    parts: [
      ['Chicken', 150, 0.8],
      ['Carrots', 110, 0.5],
    ],
    assembly: ['Carrots', 'Chicken', 'Sauce over'],
  }),
  dish('skateWing', {
    name: 'Skate with capers',
    formulaId: 'hazelnutButter',
    plate: ['over', 40],
    of: ['whiteFish', 'panButter'],
    parts: [
      ['Skate', 170, 0.8],
      ['Potatoes', 150, 0.4],
    ],
    companions: [fish(24), { kind: 'croutons', durationS: 240, waitsS: 900 }],
    assembly: ['Potatoes', 'Skate', 'Sauce over'],
    lastMinute: ['Croutons', 'Capers', 'Parsley'],
  }),
]
