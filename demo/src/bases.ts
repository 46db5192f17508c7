import type { Formula } from '@liquamen/core'
import { formula, g, ml, reduce, season, serve, step, strainStep, way } from './formulaDsl'
import { rouxRatioSchool } from './finishSchools'
import { longSimmer, putAway, skimStep, sourceSchool } from './sharedSteps'
import { hotStockSchool, keepsSchool, reductionBoilSchool, underPressure } from './stockSchools'
import { STOCKS } from './stocks'

const FAMILY = 'bases'
const keeps = { hotMin: 120, chilledDays: 4, freezes: 'good' } as const

/** Stocks, brown sauce, demi-glace and glaze: what other sauces are made of. */
export const BASES: readonly Formula[] = [
  ...STOCKS,
  formula(
    FAMILY,
    {
      id: 'brownSauce',
      name: 'Brown sauce',
      fill: 'brownSauce',
      basisPortions: 40,
      portionMl: 50,
      salt: 'base',
      makes: 'brownSauceBase',
      motherId: 'brownStockMade',
      keeps,
      schools: [
        {
          id: 'roux',
          says: 'Roux',
          defaultId: 'brown',
          reason: 'colour and nut',
          options: [
            way('brown', 'brown'),
            way('blond', 'blond: binds more', { op: 'setStep', stepId: 'roux', step: { roux: 'blond' } }),
          ],
        },
        {
          id: 'roots',
          says: 'Roots',
          defaultId: 'fried',
          reason: 'colour and sweetness that hours of simmering do not give',
          options: [
            way('raw', 'raw: paler, at once', {
              op: 'setStep',
              stepId: 'roots',
              step: { minutes: { low: 0.5, value: 1, high: 2 }, endsWhen: 'Roots and paste stirred in raw' },
            }),
            way('sweated', 'sweated: sweet, no colour', {
              op: 'setStep',
              stepId: 'roots',
              step: {
                minutes: { low: 8, value: 10, high: 14 },
                attention: 'often',
                endsWhen: 'Roots soft in the roux’s fat, no colour',
              },
            }),
            way('fried', 'fried'),
          ],
        },
        hotStockSchool([6, 8, 12]),
        {
          id: 'time',
          says: 'Time',
          defaultId: 'three',
          reason: 'skin and fat are off, the flour is cooked out',
          options: [
            way('one', 'one hour: quick, less body', {
              op: 'setStep',
              stepId: 'simmer',
              step: { minutes: { low: 50, value: 60, high: 75 }, lossFrac: 0.12 },
            }),
            way('three', 'three hours'),
            way('five', 'five hours: rounder, less of it', {
              op: 'setStep',
              stepId: 'simmer',
              step: { minutes: { low: 270, value: 300, high: 360 }, lossFrac: 0.45 },
            }),
            way(
              'pressure',
              'under pressure, bound afterwards: flour burns on the floor of a cooker',
              { op: 'move', itemId: 'fat', stepId: 'bind' },
              { op: 'move', itemId: 'flour', stepId: 'bind' },
              { op: 'dropStep', stepId: 'roux' },
              {
                op: 'setStep',
                stepId: 'roots',
                step: { vessel: 'pressureCooker', endsWhen: 'Roots and paste browned in a spoon of fat' },
              },
              {
                op: 'setStep',
                stepId: 'add',
                step: { vessel: 'pressureCooker', endsWhen: 'Stock in, stirred free' },
              },
              ...underPressure('to 70 %', [150, 180, 200]),
              {
                op: 'addStep',
                afterStepId: 'boilDown',
                step: step(
                  'bind',
                  'roux',
                  'bind',
                  'Brown roux made aside, whisked in and boiled out',
                  [20, 25, 32],
                  {
                    roux: 'brown',
                    attention: 'often',
                    heat: 'mediumLow',
                    cautions: ['hotFat'],
                  },
                ),
              },
            ),
          ],
        },
        sourceSchool('stock'),
        rouxRatioSchool('fat', 110),
        keepsSchool,
      ],
    },
    [
      g('roux', 'clarifiedButter', 110, 'fat'),
      g('roux', 'flour', 110, 'flour'),
      g('roots', 'onion', 150, 'onion'),
      g('roots', 'carrot', 150, 'carrot'),
      g('roots', 'tomatoPaste', 60, 'tomato'),
      ml('add', 'brownStock', 3200, 'stock'),
    ],
    [
      step('roux', 'roux', 'roux', 'Hazel brown, smells of nuts', [12, 15, 20], {
        roux: 'brown',
        attention: 'constant',
        heat: 'mediumLow',
        cautions: ['hotFat'],
      }),
      step('roots', 'add', 'roots', 'Roots and paste browned in it', [6, 8, 10], { cut: 'coarse' }),
      step('add', 'add', 'add stock', 'Cold stock in three additions, no lump', [4, 5, 8], {
        comesOut: ['bay leaf', 'bundle of thyme and stalks', 'its string'],
      }),
      longSimmer([150, 180, 240], 0.3),
      skimStep,
      strainStep(0.3),
      ...putAway('4 days'),
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'demiGlaceMade',
      name: 'Demi-glace',
      fill: 'demiGlace',
      basisPortions: 28,
      portionMl: 50,
      salt: 'base',
      makes: 'demiGlace',
      motherId: 'brownSauce',
      keeps: { hotMin: 240, chilledDays: 5, freezes: 'good' },
      schools: [
        {
          id: 'path',
          says: 'Way',
          defaultId: 'sauce',
          reason: 'its roux lets it coat without boiling the salt together',
          options: [
            way('sauce', 'brown sauce and stock, half and half'),
            way(
              'stock',
              'stock alone, reduced: clear, no gluten, lip-sticky instead of coating',
              { op: 'drop', itemId: 'sauce' },
              { op: 'setAmount', itemId: 'stock', amount: { volumeMl: 7000 } },
              {
                op: 'setStep',
                stepId: 'reduce',
                step: { target: 'to a fifth', endsWhen: 'A fifth is left, lip-sticky' },
              },
            ),
            way(
              'concentrate',
              'from bought concentrate: no bones, its salt with it',
              { op: 'drop', itemId: 'sauce' },
              { op: 'swap', itemId: 'stock', ingredientId: 'water', factor: 0.95 },
              { op: 'add', item: g('add', 'stockConcentrate', 170, 'concentrate') },
              {
                op: 'setStep',
                stepId: 'reduce',
                step: { target: 'by a tenth', endsWhen: 'A tenth is gone: more would be too salty' },
              },
            ),
          ],
        },
        reductionBoilSchool('reduce', 'steady'),
        keepsSchool,
      ],
    },
    [
      ml('add', 'brownSauceBase', 1600, 'sauce'),
      ml('add', 'brownStock', 1600, 'stock'),
      ml('add', 'madeira', 150, 'wine'),
    ],
    [
      step('add', 'add', 'put together', 'All in one pot', [2, 3, 5], { attention: 'none' }),
      reduce('reduce', 'reduce', 'by half', 'Half is left, glossy', {
        attention: 'often',
        heat: 'medium',
        cautions: ['steam', 'scorch'],
      }),
      skimStep,
      strainStep(),
      ...putAway('5 days'),
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'meatGlaze',
      name: 'Meat glaze',
      fill: 'demiGlace',
      basisPortions: 18,
      portionMl: 15,
      salt: 'glaze',
      makes: 'glaceDeViande',
      motherId: 'brownStockMade',
      keeps: { hotMin: 240, chilledDays: 30, freezes: 'good' },
      schools: [reductionBoilSchool('reduce', 'steady')],
    },
    [ml('add', 'brownStock', 4300, 'stock')],
    [
      step('add', 'add', 'put together', 'In its wide pot', [1, 2, 3], { attention: 'none' }),
      reduce('reduce', 'reduce', 'to a quarter', 'A quarter is left, lip-sticky', {
        cautions: ['steam'],
        attention: 'often',
        heat: 'mediumHigh',
      }),
      step(
        'move',
        'move',
        'smaller pan',
        'Through the fine sieve’s cloth into a small pan: less wall to burn on',
        [2, 3, 4],
        {
          vessel: 'smallPan',
          attention: 'constant',
          cautions: ['steam'],
        },
      ),
      reduce('glaze', 'glaze', 'glaze', 'Like warm honey; watch the film', {
        cautions: ['scorch'],
        attention: 'constant',
        heat: 'mediumLow',
      }),
      ...putAway('30 days'),
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'veloute',
      name: 'Velouté',
      fill: 'cream',
      basisPortions: 15,
      portionMl: 65,
      salt: 'cream',
      dishes: ['poultry', 'gratin'],
      motherId: 'chickenStockMade',
      keeps,
      schools: [
        sourceSchool('stock'),
        hotStockSchool([5, 7, 10]),
        {
          id: 'roux',
          says: 'Roux',
          defaultId: 'white',
          reason: 'pale and strongest',
          options: [
            way('white', 'white'),
            way('blond', 'blond: rounder, binds a little less', {
              op: 'setStep',
              stepId: 'roux',
              step: { roux: 'blond' },
            }),
          ],
        },
      ],
    },
    [
      g('roux', 'butter', 62, 'fat'),
      g('roux', 'flour', 48, 'flour'),
      ml('add', 'chickenStock', 1200, 'stock'),
    ],
    [
      step('roux', 'roux', 'roux', 'Sandy, no colour', [3, 4, 5], {
        roux: 'white',
        attention: 'constant',
        heat: 'low',
      }),
      step('add', 'add', 'add stock', 'Cold stock in three additions', [3, 4, 6]),
      step('simmer', 'simmer', 'cook out', 'No taste of flour: a quarter of an hour', [15, 20, 30], {
        lossFrac: 0.12,
        attention: 'often',
        heat: 'low',
      }),
      strainStep(),
      season(),
      serve(),
    ],
  ),
]
