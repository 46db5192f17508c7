import type { Formula, School } from '@liquamen/core'
import { deglaze, formula, g, ml, mount, reduce, season, serve, step, strainStep, sweat } from './formulaDsl'
import {
  aromaticColourSchool,
  garlicSchool,
  mushroomSaltSchool,
  mushroomWashSchool,
  pepperSchool,
  tomatoSchool,
  wineSchool,
} from './finishSchools'
import { saltSchool } from './sharedSteps'

const FAMILY = 'brown sauces'
const keeps = { hotMin: 120, chilledDays: 4, freezes: 'good' } as const
const demiChild = (
  id: string,
  name: string,
  fill: string,
  dishes: string[],
  items: readonly ReturnType<typeof g>[],
  extra: Formula['steps'] = [],
  schools: readonly School[] = [],
) =>
  formula(
    FAMILY,
    {
      id,
      name,
      fill,
      basisPortions: 10,
      portionMl: 45,
      salt: 'jusDemi',
      dishes,
      keeps,
      motherId: 'demiGlaceMade',
      schools: [saltSchool, ...schools],
    },
    items,
    [
      sweat('Soft, golden at the edge', {
        cut: 'fine',
        colour: 'golden',
        heat: 'medium',
        minutes: items.some((i) => i.ingredientId === 'onion')
          ? { low: 10, value: 13, high: 18 }
          : { low: 6, value: 8, high: 11 },
      }),
      deglaze(),
      reduce('reduceWine', 'reduce', 'to a third', 'A third is left', { cautions: ['wineVapour', 'steam'] }),
      step('addDemi', 'add', 'add demi', 'In, back at the boil', [0.5, 1, 1.5]),
      reduce('reduceToCoat', 'to coat', 'by a quarter', 'Coats the spoon', { cautions: ['scorch'] }),
      ...extra,
      mount(),
      season(),
      serve(),
    ],
  )
const demiItems = (...more: readonly ReturnType<typeof g>[]) => [
  g('sweat', 'butter', 15, 'sweatButter'),
  ...more,
  ml('addDemi', 'demiGlace', 480, 'demi'),
  g('mount', 'butter', 28, 'finishButter'),
]

/** What comes of demi-glace. */
export const BROWN_SAUCES: readonly Formula[] = [
  demiChild(
    'bordelaise',
    'Bordelaise',
    'redWine',
    ['steak'],
    demiItems(
      g('sweat', 'shallot', 70, 'shallot'),
      g('sweat', 'pepperBlack', 1, 'pepper'),
      ml('deglaze', 'redWine', 350, 'wine'),
      g('marrow', 'marrow', 60, 'marrow'),
    ),
    [step('marrow', 'add', 'marrow', 'Poached dice folded in, not stirred', [0.5, 1, 1.5], { cut: 'neat' })],
    [wineSchool('wine', 'red'), aromaticColourSchool('golden')],
  ),
  demiChild(
    'lyonnaise',
    'Lyonnaise',
    'brownSauce',
    ['liver', 'cold roast'],
    demiItems(
      g('sweat', 'onion', 150, 'onion'),
      ml('deglaze', 'whiteWine', 200, 'wine'),
      ml('deglaze', 'wineVinegar', 40, 'vinegar'),
    ),
    [],
    [wineSchool('wine', 'white')],
  ),
  demiChild(
    'poivrade',
    'Poivrade',
    'brownSauce',
    ['venison', 'hare'],
    demiItems(
      g('sweat', 'carrot', 50, 'carrot'),
      g('sweat', 'onion', 50, 'onion'),
      g('sweat', 'pepperBlack', 4, 'pepper'),
      ml('deglaze', 'redWine', 250, 'wine'),
      ml('deglaze', 'redWineVinegar', 50, 'vinegar'),
    ),
    [strainStep(0.3)],
    [pepperSchool('pepper', 4)],
  ),
  demiChild(
    'chasseur',
    'Chasseur',
    'mushroom',
    ['chicken', 'rabbit'],
    demiItems(
      g('sweat', 'mushroomButton', 180, 'mushroom'),
      g('sweat', 'shallot', 40, 'shallot'),
      ml('deglaze', 'whiteWine', 250, 'wine'),
      g('addDemi', 'tomatoPaste', 25, 'tomato'),
    ),
    [],
    [mushroomSaltSchool(2), mushroomWashSchool(18), tomatoSchool('tomato', 'addDemi'), garlicSchool(6)],
  ),
  demiChild(
    'mustardBrown',
    'Brown mustard sauce',
    'brownSauce',
    ['pork', 'kidneys'],
    demiItems(
      g('sweat', 'onion', 80, 'onion'),
      ml('deglaze', 'whiteWine', 200, 'wine'),
      g('mustard', 'mustardDijon', 20, 'mustard'),
    ),
    [step('mustard', 'add', 'mustard', 'In off the heat: it splits and dulls if boiled', [0.3, 0.5, 1])],
  ),
]
