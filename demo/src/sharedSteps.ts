import type { School } from '@liquamen/core'
import { g, reduce, step, way } from './formulaDsl'

/** A bare simmer over hours, with the share of water that leaves. */
export const longSimmer = (minutes: readonly [number, number, number], lossFrac: number) =>
  step('simmer', 'simmer', 'simmer', 'Barely moving, skimmed; never boiling', minutes, {
    lossFrac,
    attention: 'none',
    heat: 'low',
    cautions: ['steam'],
  })

/** Into a shallow tray and down through the danger range, then away as a lot. */
export const putAway = (keeps: string) => [
  step(
    'cool',
    'cool',
    'cool',
    'In trays no deeper than 5 cm, in the cold: 57 to 21 °C in two hours, to 5 °C in six',
    [90, 150, 240],
    {
      attention: 'none',
      vessel: 'tray',
      cautions: ['coolingClock'],
    },
  ),
  step('store', 'store', 'put away', `Covered, labelled with its day; keeps ${keeps}`, [2, 4, 6], {
    attention: 'none',
    cautions: [],
  }),
]

/** Fat off the top. */
export const skimStep = step('skim', 'skim', 'skim', 'No fat at the top', [3, 5, 8], { attention: 'often' })

/** Whose stock it is: made, from cubes or tinned. */
export const sourceSchool = (itemId: string): School => ({
  id: 'stock',
  says: 'Stock',
  defaultId: 'made',
  reason: 'unsalted, with its own gelatin',
  options: [
    way('made', 'made here, unsalted'),
    way('cube', 'from cubes: salt of its own, no gelatin', {
      op: 'swap',
      itemId,
      ingredientId: 'stockCubeBroth',
      factor: 1,
    }),
    way('tinned', 'tinned', { op: 'swap', itemId, ingredientId: 'chickenBrothTin', factor: 1 }),
  ],
})

/** Salt at the end or a pinch at the start. */
export const saltSchool: School = {
  id: 'salt',
  says: 'Salt',
  defaultId: 'late',
  reason: 'what is reduced grows saltier',
  options: [
    way('late', 'at the end'),
    way('early', 'a pinch at the start', { op: 'add', item: g('sweat', 'salt', 2, 'earlySalt') }),
  ],
}

/** Cream on its way down: it grows heavier, but without starch it never coats as a roux does. */
export const creamDown = (target: string) =>
  reduce('creamDown', 'reduce cream', target, 'Heavier, runs off in a sheet; no fat at the edge', {
    cautions: ['scorch'],
  })

/** Body of a cream sauce: as it reduces, or with starch where it must hold to the plate. */
export const creamBody = (litres: number): School => ({
  id: 'body',
  says: 'Body',
  defaultId: 'cream',
  reason: 'nothing but itself: light, no allergen added',
  options: [
    way('cream', 'cream alone: a light sauce'),
    way(
      'slurry',
      'with cornstarch: coats the spoon',
      { op: 'add', item: g('slurry', 'cornstarch', Math.round(14 * litres * 2) / 2, 'cornstarch') },
      { op: 'add', item: g('slurry', 'water', Math.round(28 * litres), 'slurryWater') },
      {
        op: 'addStep',
        afterStepId: 'creamDown',
        step: step('slurry', 'thicken', 'slurry', 'Boiled a minute: coats the spoon', [1, 1.5, 2], {
          heat: 'medium',
          cautions: [],
        }),
      },
    ),
  ],
})
