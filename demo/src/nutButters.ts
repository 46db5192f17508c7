import type { Formula } from '@liquamen/core'
import { formula, g, season, serve, step } from './formulaDsl'

const FAMILY = 'browned butter'

/** Browned butters. */
export const NUT_BUTTERS: readonly Formula[] = [
  ...(
    [
      [
        'hazelnutButter',
        'Hazelnut butter with capers',
        [
          g('finish', 'capers', 20, 'capers'),
          g('finish', 'lemonJuice', 14, 'juice'),
          g('finish', 'parsley', 4, 'parsley'),
        ],
        ['skate', 'sole'],
      ],
      [
        'croutonButter',
        'Hazelnut butter with lemon and croutons',
        [g('finish', 'lemonJuice', 12, 'juice'), g('finish', 'crouton', 24, 'croutons')],
        ['gnocchi', 'trout'],
      ],
      [
        'almondButter',
        'Hazelnut butter with almonds',
        [g('finish', 'almond', 24, 'almonds'), g('finish', 'lemonJuice', 12, 'juice')],
        ['trout'],
      ],
    ] as const
  ).map(([id, name, finish, dishes]) =>
    formula(
      FAMILY,
      {
        id,
        name,
        fill: 'hazelnut',
        basisPortions: 6,
        portionMl: 20,
        salt: 'brownButter',
        dishes: [...dishes],
        keeps: { hotMin: 10, chilledDays: 3, freezes: 'fair' },
      },
      [g('brown', 'butter', 150, 'butter'), ...finish],
      [
        step('brown', 'brown', 'brown', 'Sound stops, smells of hazelnut: quench at once', [4, 6, 8], {
          attention: 'constant',
          heat: 'medium',
          cautions: ['hotFat'],
        }),
        step(
          'finish',
          'add',
          'quench',
          'Juice in a thin stream, off the heat, at arm’s length',
          [0.2, 0.3, 0.5],
          {
            cautions: ['spatter'],
          },
        ),
        season(),
        serve(),
      ],
    ),
  ),
]
