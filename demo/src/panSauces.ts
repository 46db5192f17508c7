import type { Formula } from '@liquamen/core'
import { deglaze, formula, g, ml, mount, reduce, season, serve, step, strainStep, sweat, way } from './formulaDsl'
import { creamBody, creamDown, skimStep, sourceSchool } from './sharedSteps'

const FAMILY = 'pan sauces and jus'
const panSteps = (target: string) => [
  sweat('Fond brown, not black', { heat: 'medium', cut: 'fine' }),
  deglaze(),
  reduce('reduceWine', 'reduce', 'by half', 'Half is left'),
  step('addStock', 'add', 'add stock', 'In, scraped clean', [0.5, 1, 1.5]),
  reduce('reduceStock', 'reduce stock', target, 'A film on the spoon that shines', { cautions: ['scorch'] }),
  mount(),
  season(),
  serve(),
]

/** Pan sauces and jus. */
export const PAN_SAUCES: readonly Formula[] = [
  formula(
    FAMILY,
    {
      id: 'panJus',
      name: 'Deglazed jus',
      fill: 'jus',
      basisPortions: 6,
      portionMl: 30,
      salt: 'panSauce',
      dishes: ['roast chicken', 'pork chop'],
      keeps: { hotMin: 60, chilledDays: 3, freezes: 'good' },
      motherId: 'chickenStockMade',
      schools: [
        sourceSchool('stock'),
        {
          id: 'gelatin',
          says: 'Thin stock',
          defaultId: 'none',
          reason: 'a made stock has its own',
          options: [
            way('none', 'as it is'),
            way('gelatin', 'gelatin bloomed in cold stock, melted at 50 °C', {
              op: 'add',
              item: g('addStock', 'gelatinBeefPowder', 6, 'gelatin'),
            }),
          ],
        },
      ],
    },
    [
      g('sweat', 'butter', 10, 'sweatButter'),
      g('sweat', 'shallot', 25, 'shallot'),
      ml('deglaze', 'whiteWine', 100, 'wine'),
      ml('addStock', 'chickenStock', 450, 'stock'),
      g('mount', 'butter', 20, 'finishButter'),
    ],
    panSteps('to 35 %'),
  ),
  formula(
    FAMILY,
    {
      id: 'roastJus',
      name: 'Roast jus, fat separated',
      fill: 'jus',
      basisPortions: 10,
      portionMl: 38,
      salt: 'panSauce',
      dishes: ['roast beef', 'roast lamb'],
      keeps: { hotMin: 120, chilledDays: 3, freezes: 'good' },
      motherId: 'brownStockMade',
      schools: [sourceSchool('stock')],
    },
    [
      g('brown', 'neutralOil', 10, 'oil'),
      g('brown', 'beefTrim', 250, 'trim'),
      g('brown', 'onion', 80, 'onion'),
      ml('deglaze', 'redWine', 150, 'wine'),
      ml('addStock', 'brownStock', 1100, 'stock'),
    ],
    [
      step('brown', 'sweat', 'brown', 'Brown on every side, nothing black', [8, 10, 14], {
        cut: 'fine',
        heat: 'mediumHigh',
        attention: 'often',
        cautions: ['hotFat'],
      }),
      deglaze(),
      reduce('reduceWine', 'reduce', 'to a third', 'A third is left'),
      step('addStock', 'add', 'add stock', 'In', [1, 2, 3]),
      step('simmer', 'simmer', 'simmer', 'Tastes of the roast', [25, 30, 40], { lossFrac: 0.25, attention: 'none', heat: 'low' }),
      strainStep(),
      skimStep,
      reduce('reduceToCoat', 'reduce', 'by half', 'Half is left, glossy'),
      season(),
      serve(),
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'mushroomSauce',
      name: 'Mushroom sauce',
      fill: 'mushroom',
      basisPortions: 7,
      portionMl: 50,
      salt: 'panSauce',
      dishes: ['steak', 'chicken', 'pasta'],
      keeps: { hotMin: 60, chilledDays: 2, freezes: 'fair' },
      motherId: 'demiGlaceMade',
      schools: [creamBody(0.37)],
    },
    [
      g('sweat', 'butter', 20, 'sweatButter'),
      g('sweat', 'mushroomChestnut', 300, 'mushroom'),
      g('sweat', 'shallot', 40, 'shallot'),
      ml('deglaze', 'sherryDry', 80, 'wine'),
      ml('addDemi', 'demiGlace', 150, 'demi'),
      ml('addDemi', 'cream35', 250, 'cream'),
    ],
    [
      sweat('Browned, no pool in the pan', { heat: 'high', cut: 'neat' }),
      deglaze(),
      reduce('reduceWine', 'reduce', 'by half', 'Half is left'),
      step('addDemi', 'add', 'demi, cream', 'In, boiled once', [1, 1.5, 2]),
      creamDown('by a fifth'),
      season(),
      serve(),
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'perPersonPan',
      name: 'Mustard pan sauce, by the cover',
      fill: 'jus',
      basisPortions: 2,
      portionMl: 35,
      salt: 'panSauce',
      dishes: ['steak', 'pork chop'],
      keeps: { hotMin: 15, chilledDays: 0, freezes: 'no' },
      motherId: 'chickenStockMade',
    },
    [
      g('sweat', 'butter', 6, 'sweatButter'),
      g('sweat', 'shallot', 14, 'shallot'),
      ml('deglaze', 'brandy', 20, 'spirit'),
      ml('addStock', 'chickenStock', 160, 'stock'),
      g('mount', 'mustardGrain', 6, 'mustard'),
      g('mount', 'butter', 14, 'finishButter'),
    ],
    panSteps('to 40 %'),
  ),
]
