import type { Formula, FormulaStep, School } from '@liquamen/core'
import { aromaticColourSchool, slurryColdWay, strainOutSchool, wineSchool } from './finishSchools'
import { creamBody, creamDown } from './sharedSteps'
import {
  deglaze,
  formula,
  g,
  ml,
  mount,
  reduce,
  season,
  serve,
  step,
  strainStep,
  sweat,
  way,
} from './formulaDsl'

const BUTTER = 'butter on wine'
const WINE = 'wine reductions'
const FISH = 'fish, shellfish and cream'
const creamSchool: School = {
  id: 'cream',
  says: 'Cream',
  defaultId: 'none',
  reason: 'the wine stays clear; with cream it holds longer',
  options: [
    way('none', 'none'),
    way(
      'spoon',
      'a spoon: wider window, milder',
      { op: 'setKeeps', keeps: { hotMin: 45 } },
      { op: 'add', item: g('addCream', 'cream35', 30, 'cream') },
      {
        op: 'addStep',
        afterStepId: 'reduce',
        step: step('addCream', 'add', 'add cream', 'In, boiled once', [0.5, 1, 1.5], { cautions: ['steam'] }),
      },
    ),
  ],
}
const strainSchool: School = {
  id: 'strain',
  says: 'Strain',
  defaultId: 'after',
  reason: 'smooth on white fish; the shallots give to the end',
  options: [
    way('after', 'the finished sauce'),
    way(
      'before',
      'the reduction, before the butter: no sauce stays in the sieve',
      { op: 'dropStep', stepId: 'strain' },
      { op: 'addStep', afterStepId: 'reduce', step: { ...strainStep(0.3), id: 'strainEarly' } },
    ),
    way('leave', 'shallots left in', { op: 'dropStep', stepId: 'strain' }),
  ],
}
const mounted = (id: string, says: string, step: Partial<Omit<FormulaStep, 'id'>>) =>
  way(id, says, { op: 'setStep', stepId: 'mount', step })
const heatSchool: School = {
  id: 'heat',
  says: 'Heat under the butter',
  defaultId: 'low',
  reason: 'it stays in its window while the butter goes in',
  options: [
    way('low', 'low, 46–57 °C'),
    mounted('off', 'off: only the pan’s own heat, back for seconds', {
      mountHeat: 'off',
      endsWhen: 'Off the heat, cold pieces one by one, back for seconds when it stiffens',
    }),
    mounted('bubble', 'low, and one bubble at the end: only where cream carries it', {
      mountHeat: 'bubble',
      endsWhen: 'Cold pieces over low heat; all in, one bubble of a second or two, whisking',
    }),
  ],
}
const moveSchool: School = {
  id: 'move',
  says: 'Moved',
  defaultId: 'whisk',
  reason: 'finer drops, and the butter goes in sooner',
  options: [
    way('whisk', 'with a whisk'),
    mounted('swirl', 'swirling the pan: no whisk to wash, slower', { mountBy: 'swirl' }),
  ],
}
const coldSchool: School = {
  id: 'butterC',
  says: 'Butter',
  defaultId: 'cold',
  reason: 'it melts no faster than it is taken up',
  options: [
    way('cold', 'cold, from the refrigerator'),
    mounted('soft', 'soft, 18 °C: less heat to give', { butterC: 18 }),
  ],
}
const thickenSchool = (stepId: string): School => ({
  id: 'thicken',
  says: 'Body',
  defaultId: 'reduction',
  reason: 'nothing but itself; no allergen added',
  options: [
    way('reduction', 'by reduction'),
    way(
      'slurry',
      'a little starch slurry',
      { op: 'setStep', stepId, step: { target: 'by a quarter' } },
      { op: 'add', item: g('slurry', 'arrowroot', 6, 'arrowroot') },
      { op: 'add', item: g('slurry', 'water', 10, 'slurryWater') },
      {
        op: 'addStep',
        afterStepId: stepId,
        step: step('slurry', 'thicken', 'slurry', 'Boiled one minute, clear', [1, 1.5, 2]),
      },
    ),
    slurryColdWay(4, 8, stepId),
    way(
      'roux',
      'white roux: gluten, boiled a quarter of an hour',
      { op: 'setStep', stepId, step: { target: 'by a quarter' } },
      { op: 'add', item: g('roux', 'flour', 10, 'rouxFlour') },
      { op: 'add', item: g('roux', 'clarifiedButter', 9, 'rouxFat') },
      {
        op: 'addStep',
        afterStepId: stepId,
        step: step(
          'roux',
          'thicken',
          'white roux',
          'Cold roux whisked in, boiled until no flour is tasted',
          [12, 15, 20],
        ),
      },
    ),
    way(
      'beurreManie',
      'kneaded butter: gluten',
      { op: 'setStep', stepId, step: { target: 'by a quarter' } },
      { op: 'add', item: g('manie', 'flour', 10, 'manieFlour') },
      { op: 'add', item: g('manie', 'butter', 10, 'manieButter') },
      {
        op: 'addStep',
        afterStepId: stepId,
        step: step(
          'manie',
          'thicken',
          'kneaded butter',
          'Whisked in piece by piece, boiled six minutes',
          [5, 6, 8],
        ),
      },
    ),
  ],
})
const steps = (target: string, ends: string) => [
  step('reduce', 'reduce', 'reduce', ends, undefined, {
    target,
    heat: 'medium',
    attention: 'often',
    cautions: ['wineVapour', 'scorch'],
    cut: 'fine',
    aheadKeepsH: 48,
  }),
  step('mount', 'mount', 'mount butter', 'Cold pieces over low heat, 46–57 °C, never boiling', undefined, {
    attention: 'constant',
    mountHeat: 'low',
    mountBy: 'whisk',
    cautions: ['noBoilAfterButter'],
  }),
  strainStep(0.3),
  season(),
  serve(),
]
const wineButter = (
  id: string,
  name: string,
  fill: string,
  dishes: string[],
  items: readonly ReturnType<typeof g>[],
) =>
  formula(
    BUTTER,
    {
      id,
      name,
      fill,
      basisPortions: 6,
      portionMl: 40,
      over: 0.15,
      salt: 'wineButter',
      dishes,
      keeps: { hotMin: 30, chilledDays: 0, freezes: 'no' },
      schools: [creamSchool, strainSchool, heatSchool, moveSchool, coldSchool],
    },
    items,
    steps('to a fifth', 'A fifth is left, syrupy shallots'),
  )

/** Butter-mounted wine reductions, wine glazes, and what comes from fish and shell. */
export const WINE_SAUCES: readonly Formula[] = [
  wineButter(
    'beurreBlanc',
    'Beurre blanc',
    'beurreBlanc',
    ['white fish', 'scallops'],
    [
      ml('reduce', 'whiteWine', 170, 'wine'),
      ml('reduce', 'wineVinegar', 60, 'vinegar'),
      g('reduce', 'shallot', 50, 'shallot'),
      g('mount', 'butter', 222, 'butter'),
    ],
  ),
  wineButter(
    'beurreRouge',
    'Beurre rouge',
    'beurreRouge',
    ['salmon', 'red mullet'],
    [
      ml('reduce', 'redWine', 190, 'wine'),
      ml('reduce', 'redWineVinegar', 40, 'vinegar'),
      g('reduce', 'shallot', 50, 'shallot'),
      g('mount', 'butter', 222, 'butter'),
    ],
  ),
  wineButter(
    'lemonButter',
    'Lemon and wine butter',
    'beurreBlanc',
    ['shellfish', 'white fish'],
    [
      ml('reduce', 'whiteWine', 180, 'wine'),
      ml('reduce', 'lemonJuice', 45, 'juice'),
      g('reduce', 'shallot', 40, 'shallot'),
      g('mount', 'butter', 222, 'butter'),
    ],
  ),
  formula(
    WINE,
    {
      id: 'redWineShallot',
      name: 'Red wine & shallot',
      fill: 'redWine',
      basisPortions: 10,
      portionMl: 40,
      salt: 'jusDemi',
      dishes: ['roast beef', 'duck'],
      keeps: { hotMin: 120, chilledDays: 3, freezes: 'good' },
      motherId: 'demiGlaceMade',
      source:
        'our amounts, from the ratios of the science files: 40 ml a cover and a tenth over; demi-glace 0.9–1.2 % salt; 60 g butter a litre',
      schools: [
        thickenSchool('reduceToCoat'),
        wineSchool('wine', 'red'),
        aromaticColourSchool('pale'),
        strainOutSchool,
      ],
    },
    [
      g('sweat', 'butter', 15, 'sweatButter'),
      g('sweat', 'shallot', 60, 'shallot'),
      ml('deglaze', 'redWine', 400, 'wine'),
      { ...ml('addDemi', 'demiGlace', 500, 'demi'), sources: ['demiGlaceBought'] },
      g('mount', 'butter', 27, 'finishButter'),
    ],
    [
      sweat('Soft and clear, no colour at the edge', { cut: 'fine' }),
      deglaze('Wine in, pan scraped clean'),
      reduce('reduceWine', 'reduce wine', 'to a third', 'A third of the wine is left', {
        cautions: ['wineVapour', 'steam'],
      }),
      step('addDemi', 'add', 'add demi', 'Stirred in, back at the boil', [0.5, 1, 1.5], {
        heat: 'high',
        cautions: ['steam'],
      }),
      reduce('reduceToCoat', 'to coat', 'by a third', 'Coats the spoon; a line drawn through it stays', {
        heat: 'mediumHigh',
        cautions: ['steam', 'scorch'],
      }),
      strainStep(),
      mount(),
      season(),
      serve(),
    ],
  ),
  ...(
    [
      ['portGlaze', 'Port glaze', 'port', 'port', ['duck', 'venison']],
      ['madeiraSauce', 'Madeira sauce', 'madeira', 'madeira', ['veal', 'ham']],
      ['marsalaSauce', 'Marsala sauce', 'marsala', 'marsala', ['veal', 'chicken']],
    ] as const
  ).map(([id, name, fill, wine, dishes]) =>
    formula(
      WINE,
      {
        id,
        name,
        fill,
        basisPortions: 10,
        portionMl: 40,
        salt: 'jusDemi',
        dishes: [...dishes],
        keeps: { hotMin: 120, chilledDays: 3, freezes: 'good' },
        motherId: 'demiGlaceMade',
        schools: [thickenSchool('reduceToCoat')],
      },
      [
        g('sweat', 'butter', 12, 'sweatButter'),
        g('sweat', 'shallot', 40, 'shallot'),
        ml('deglaze', wine, 300, 'wine'),
        ml('addDemi', 'demiGlace', 450, 'demi'),
        g('mount', 'butter', 26, 'finishButter'),
      ],
      [
        sweat(),
        deglaze(),
        reduce('reduceWine', 'reduce wine', 'to a third', 'A third is left, glossy', {
          cautions: ['wineVapour', 'steam'],
        }),
        step('addDemi', 'add', 'add demi', 'Stirred in, back at the boil', [0.5, 1, 1.5], {
          heat: 'high',
          cautions: ['steam'],
        }),
        reduce('reduceToCoat', 'to coat', 'by a quarter', 'Coats the spoon', { cautions: ['scorch'] }),
        strainStep(),
        mount(),
        season(),
        serve(),
      ],
    ),
  ),
  formula(
    FISH,
    {
      id: 'fishGlazeSorrel',
      name: 'Fish glaze with sorrel',
      fill: 'sorrelCream',
      basisPortions: 8,
      portionMl: 40,
      salt: 'cream',
      dishes: ['salmon', 'turbot'],
      keeps: { hotMin: 30, chilledDays: 1, freezes: 'fair' },
      motherId: 'fishStockMade',
      schools: [creamBody(0.33)],
    },
    [
      g('sweat', 'butter', 12, 'sweatButter'),
      g('sweat', 'shallot', 40, 'shallot'),
      ml('deglaze', 'vermouthDry', 120, 'wine'),
      ml('addStock', 'fishStock', 600, 'stock'),
      ml('addCream', 'cream35', 220, 'cream'),
      g('leaves', 'sorrel', 60, 'sorrel'),
      g('leaves', 'butter', 20, 'finishButter'),
    ],
    [
      sweat(),
      deglaze(),
      reduce('reduceWine', 'reduce wine', 'by half', 'Half is left'),
      step('addStock', 'add', 'add stock', 'In, back at the boil', [1, 2, 3]),
      reduce('reduceStock', 'reduce stock', 'to a quarter', 'A quarter is left, lip-sticky'),
      strainStep(),
      step('addCream', 'add', 'add cream', 'In, boiled once', [1, 1.5, 2], { cautions: ['steam'] }),
      creamDown('by a fifth'),
      step('leaves', 'add', 'sorrel', 'Leaves in at the call; they grey in a minute', [0.3, 0.5, 1], {
        cut: 'neat',
      }),
      season(),
      serve(),
    ],
  ),
  ...(
    [
      ['lobsterCoulis', 'Lobster coulis', 'lobsterShell', 'brandy'],
      ['crabCoulis', 'Crab coulis', 'crabShell', 'sherryDry'],
      ['crayfishCoulis', 'Crayfish coulis', 'crayfish', 'brandy'],
    ] as const
  ).map(([id, name, shell, spirit]) =>
    formula(
      FISH,
      {
        id,
        name,
        fill: 'coulis',
        basisPortions: 10,
        portionMl: 40,
        salt: 'cream',
        dishes: ['shellfish', 'white fish'],
        keeps: { hotMin: 60, chilledDays: 2, freezes: 'good' },
        motherId: 'fishStockMade',
        schools: [creamBody(0.48)],
      },
      [
        g('sweat', 'butter', 30, 'sweatButter'),
        g('sweat', 'shallot', 60, 'shallot'),
        g('sweat', 'carrot', 60, 'carrot'),
        g('sweat', shell, 500, 'shell'),
        ml('deglaze', spirit, 60, 'spirit'),
        ml('deglaze', 'whiteWine', 200, 'wine'),
        g('addStock', 'tomatoPaste', 30, 'tomato'),
        ml('addStock', 'fishStock', 1200, 'stock'),
        ml('addCream', 'cream35', 250, 'cream'),
      ],
      [
        sweat('Shells red and fragrant, no colour on the shallot', { cut: 'coarse' }),
        { ...deglaze('Spirit in off the flame, then the wine'), cautions: ['flambe', 'wineVapour', 'steam'] },
        reduce('reduceWine', 'reduce wine', 'by half', 'Half is left'),
        step('addStock', 'add', 'add stock', 'In, shells covered', [1, 2, 3]),
        step('simmer', 'simmer', 'simmer', 'Tastes of the shell; no longer', [25, 30, 35], {
          lossFrac: 0.2,
          attention: 'none',
          heat: 'low',
        }),
        strainStep(0.5),
        reduce('reduceStock', 'reduce', 'to a third', 'A third is left'),
        step('addCream', 'add', 'add cream', 'In, boiled once', [1, 1.5, 2]),
        creamDown('by a fifth'),
        season(),
        serve(),
      ],
    ),
  ),
]
