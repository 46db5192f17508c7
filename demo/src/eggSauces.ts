import type { Formula, School } from '@liquamen/core'
import { formula, g, ml, reduce, step, strainStep, way } from './formulaDsl'

const FAMILY = 'egg and butter'
const method = {
  bath: 'gentle',
  whisk: 'normal',
  tool: 'handWhisk',
  butterC: 55,
  holdC: { low: 57, high: 60 },
} as const
const keeps = { hotMin: 120, chilledDays: 0, freezes: 'no' } as const
const separate = (says: string) =>
  step('separate', 'add', 'separate', says, [3, 4, 6], {
    attention: 'none',
    vessel: 'bowl',
    cautions: ['rawEgg', 'hotButter'],
  })
const sabayon = step('sabayon', 'whisk', 'sabayon', 'A ribbon stands for three seconds', undefined, {
  attention: 'constant',
  cautions: ['steam', 'rawEgg', 'linedCopper'],
})
const pour = step('pour', 'pour', 'pour butter', 'All the butter is in; it shines and holds', undefined, {
  attention: 'constant',
  cautions: ['hotButter'],
})
const season = step(
  'season',
  'season',
  'season',
  'Salt at the end, tasted with a clean spoon',
  [0.5, 1, 1.5],
  { attention: 'constant' },
)
const hold = step('hold', 'hold', 'to well', 'In the well, lid on, its clock running', [0.5, 1, 1.5], {
  cautions: ['eggClock'],
})

/** Whole or clarified butter; the same butterfat either way. */
const butterSchool = (itemId: string, wholeG: number): School => ({
  id: 'butter',
  says: 'Butter',
  defaultId: 'whole',
  reason: 'whole butter brings its own water and forgives most',
  options: [
    way('whole', 'whole, melted'),
    way('clarified', 'clarified: purer and stiffer, needs spare warm water', {
      op: 'swap',
      itemId,
      ingredientId: 'clarifiedButter',
      factor: 0.83,
    }),
    way('salted', 'salted: no salt at the end', {
      op: 'swap',
      itemId,
      ingredientId: 'butterSalted',
      factor: 1,
    }),
    way('lean', 'lean: 50 g a yolk, eggier', { op: 'setAmount', itemId, amount: { massG: wholeG * 0.6 } }),
  ],
})
const bathSchool: School = {
  id: 'bath',
  says: 'Bath',
  defaultId: 'gentle',
  reason: 'a gentle bath leaves minutes to react',
  options: [
    way('gentle', 'gentle, water still', { op: 'setMethod', method: { bath: 'gentle' } }),
    way('hard', 'hard, water boiling: fast, burns the wall layer', {
      op: 'setMethod',
      method: { bath: 'boil', whisk: 'vigorous' },
    }),
    way('simmer', 'simmering, whisked hard', {
      op: 'setMethod',
      method: { bath: 'simmer', whisk: 'vigorous' },
    }),
  ],
}
const whiskSchool: School = {
  id: 'whisk',
  says: 'Whisk',
  defaultId: 'hand',
  reason: 'a hand feels it thicken',
  options: [
    way('hand', 'by hand', { op: 'setMethod', method: { tool: 'handWhisk' } }),
    way('hard', 'by hand, hard: a quicker ribbon, finer drops', {
      op: 'setMethod',
      method: { tool: 'hardHandWhisk', whisk: 'vigorous' },
    }),
    way('stand', 'hand mixer', { op: 'setMethod', method: { tool: 'handMixer', whisk: 'vigorous' } }),
    way(
      'power',
      'stick blender with very hot butter: no bath, finer drops',
      { op: 'setMethod', method: { tool: 'stickBlender', butterC: 93 } },
      { op: 'dropStep', stepId: 'sabayon' },
      {
        op: 'setStep',
        stepId: 'pour',
        step: {
          technique: 'blend',
          verb: 'blend',
          endsWhen: 'Very hot butter in a thread onto the running blade: thick, smooth, near 66 °C',
          cautions: ['hotButter', 'hotBlender', 'rawEgg'],
        },
      },
    ),
  ],
}
/** How the butter goes in. */
const paceSchool: School = {
  id: 'pace',
  says: 'Butter in',
  defaultId: 'growing',
  reason: 'each drop is taken up before the next, and no minute is lost',
  options: [
    way('growing', 'drops, then faster'),
    way('thirds', 'in thirds: whisked in between', { op: 'setMethod', method: { pace: 'thirds' } }),
    way('spoonfuls', 'by spoonfuls', { op: 'setMethod', method: { pace: 'spoonfuls' } }),
    way('steady', 'one steady stream: as slow as its beginning', {
      op: 'setMethod',
      method: { pace: 'steady' },
    }),
  ],
}
const pourOver = (id: 'onOff' | 'over', says: string) =>
  way(id, says, { op: 'setStep', stepId: 'pour', step: { pourOver: id } })
/** Where the heat is while it goes in. */
const pourHeatSchool: School = {
  id: 'pourHeat',
  says: 'Bath under the butter',
  defaultId: 'off',
  reason: 'warm butter keeps it warm, and nothing scrambles',
  options: [
    way('off', 'off the bath'),
    pourOver('onOff', 'on and off, between 58 and 62 °C'),
    pourOver('over', 'over the bath: warm to the end, nearer grains'),
  ],
}
/** How far the yolk is taken before the butter. */
const yolkSchool: School = {
  id: 'yolk',
  says: 'Yolk',
  defaultId: 'ribbon',
  reason: 'a ribbon is seen; no thermometer needed',
  options: [
    way('ribbon', 'straight to the ribbon'),
    way('held', 'held between 62 and 64 °C, lifting: slower, surer', {
      op: 'setMethod',
      method: { yolkC: { low: 62, high: 64 } },
    }),
    way('cool', 'never over 62 °C: slowest, nothing scrambles', {
      op: 'setMethod',
      method: { yolkC: { low: 60, high: 62 } },
    }),
  ],
}
const bowlSchools = [yolkSchool, paceSchool, pourHeatSchool]
const acidSchool = (itemId: string): School => ({
  id: 'acid',
  says: 'Acid',
  defaultId: 'early',
  reason: 'the water is there all along',
  options: [
    way('early', 'with the yolks', { op: 'move', itemId, stepId: 'separate' }),
    way(
      'midway',
      'with half the butter in, to loosen it',
      { op: 'move', itemId, stepId: 'pour' },
      {
        op: 'setStep',
        stepId: 'pour',
        step: { endsWhen: 'Half the butter, then the juice, then the rest; it shines and holds' },
      },
    ),
    way('late', 'at the end: brightest, highest load before it', { op: 'move', itemId, stepId: 'season' }),
  ],
})
/** Where it stands; how long is worked out of it (emulsion.md §5). */
const holdSchool: School = {
  id: 'hold',
  says: 'Held',
  defaultId: 'warm',
  reason: 'whole longest; the local code says what may be kept by temperature',
  options: [
    way('warm', 'in a well at 57–60 °C', { op: 'setMethod', method: { holdC: { low: 57, high: 60 } } }),
    way('hot', 'at 62–64 °C, as the stricter codes want: nearer curdling', {
      op: 'setMethod',
      method: { holdC: { low: 62, high: 64 } },
    }),
    way('flask', 'in a warmed vacuum flask: no well, no skin, cooling slowly', {
      op: 'setKeeps',
      keeps: { place: 'flask' },
    }),
    way('shelf', 'on the warm shelf, open: dries at the top', { op: 'setKeeps', keeps: { place: 'shelf' } }),
    way('atOnce', 'not held: served within a quarter of an hour', { op: 'setKeeps', keeps: { hotMin: 15 } }),
  ],
}
const reductionSchool = (dropWine: string): School => ({
  id: 'reduction',
  says: 'Acid base',
  defaultId: 'reduction',
  reason: 'solids and aroma; part of the sharpness is gone',
  options: [
    way('reduction', 'reduced wine and vinegar'),
    way(
      'plain',
      'plain acid: faster, sharper, no wine',
      { op: 'drop', itemId: dropWine },
      { op: 'setStep', stepId: 'reduce', step: { target: 'by half' } },
    ),
  ],
})

const hollandaise = formula(
  FAMILY,
  {
    id: 'hollandaise',
    name: 'Hollandaise',
    fill: 'hollandaise',
    basisPortions: 6,
    portionMl: 53,
    over: 0.15,
    salt: 'eggEmulsion',
    emulsion: method,
    keeps,
    dishes: ['poached eggs', 'asparagus', 'poached fish'],
    source:
      'our amounts, from the ratios of the science files: 83 g whole butter and 15 g water phase a yolk (φ 0.62); 50–60 ml a cover and 15 % over; 0.8–1.1 % salt. Juice goes in with the yolks: the water is there all along, which forgives most',
    schools: [
      butterSchool('butter', 250),
      acidSchool('juice'),
      bathSchool,
      whiskSchool,
      ...bowlSchools,
      holdSchool,
    ],
  },
  [
    g('separate', 'yolk', 51, 'yolks'),
    g('separate', 'water', 30, 'water'),
    g('separate', 'lemonJuice', 15, 'juice'),
    g('pour', 'butter', 250, 'butter'),
  ],
  [
    separate('Yolks, water and juice in the bowl; butter melted, held near 55 °C'),
    sabayon,
    pour,
    season,
    hold,
  ],
)

const bearnaiseBase = [
  ml('reduce', 'tarragonVinegar', 45, 'vinegar'),
  ml('reduce', 'whiteWine', 45, 'wine'),
  g('reduce', 'shallot', 20, 'shallot'),
  g('reduce', 'tarragon', 4, 'stalks'),
  g('separate', 'yolk', 51, 'yolks'),
  g('separate', 'water', 24, 'water'),
  g('pour', 'butter', 250, 'butter'),
]
const bearnaiseSteps = [
  reduce('reduce', 'reduce acid', 'to a third', 'A third is left, sharp and winy', {
    cautions: ['steam', 'scorch'],
    aheadKeepsH: 72,
    cut: 'coarse',
  }),
  strainStep(0.3),
  separate('Reduction cooled to 45 °C, yolks and water in the bowl'),
  sabayon,
  pour,
  step('herbs', 'add', 'fold in herbs', 'Herbs in at the last, still green', [0.5, 1, 1.5], { cut: 'fine' }),
  season,
  hold,
]
const relative = (
  id: string,
  name: string,
  fill: string,
  dishes: string[],
  items: readonly ReturnType<typeof g>[],
  motherId = 'bearnaise',
  salt: 'eggEmulsion' = 'eggEmulsion',
) =>
  formula(
    FAMILY,
    {
      id,
      name,
      fill,
      basisPortions: 7,
      portionMl: 45,
      over: 0.15,
      salt,
      emulsion: method,
      keeps,
      dishes,
      motherId,
      schools: [
        butterSchool('butter', 250),
        bathSchool,
        whiskSchool,
        ...bowlSchools,
        holdSchool,
        ...(motherId === 'bearnaise' || id === 'bearnaise' ? [reductionSchool('wine')] : []),
      ],
    },
    items,
    bearnaiseSteps,
  )

/** Warm egg-and-butter emulsions. */
export const EGG_SAUCES: readonly Formula[] = [
  hollandaise,
  relative(
    'bearnaise',
    'Béarnaise',
    'bearnaise',
    ['grilled beef', 'grilled fish'],
    [...bearnaiseBase, g('herbs', 'tarragon', 6, 'tarragon'), g('herbs', 'chervil', 4, 'chervil')],
    'hollandaise',
  ),
  relative(
    'choron',
    'Choron',
    'choron',
    ['grilled beef', 'eggs'],
    [...bearnaiseBase, g('herbs', 'tomatoPaste', 18, 'tomato')],
  ),
  relative(
    'paloise',
    'Paloise',
    'bearnaise',
    ['grilled lamb'],
    [
      ...bearnaiseBase.map((i) => (i.id === 'stalks' ? g('reduce', 'mint', 4, 'stalks') : i)),
      g('herbs', 'mint', 8, 'mint'),
    ],
  ),
  relative(
    'foyot',
    'Meat-glaze béarnaise',
    'bearnaise',
    ['veal chop', 'grilled beef'],
    [...bearnaiseBase, g('herbs', 'glaceDeViande', 16, 'glaze'), g('herbs', 'tarragon', 5, 'tarragon')],
  ),
  formula(
    FAMILY,
    {
      id: 'mousseline',
      name: 'Mousseline',
      fill: 'mousseline',
      basisPortions: 9,
      portionMl: 45,
      over: 0.2,
      salt: 'eggEmulsion',
      emulsion: method,
      keeps: { ...keeps, hotMin: 15 },
      dishes: ['asparagus', 'poached fish'],
      motherId: 'hollandaise',
      schools: [butterSchool('butter', 250), acidSchool('juice'), bathSchool, ...bowlSchools],
    },
    [
      g('separate', 'yolk', 51, 'yolks'),
      g('separate', 'water', 30, 'water'),
      g('separate', 'lemonJuice', 15, 'juice'),
      g('pour', 'butter', 250, 'butter'),
      g('cream', 'cream35', 80, 'cream'),
    ],
    [
      separate('Yolks, water and juice in the bowl; butter near 55 °C; cream whipped soft, cold'),
      sabayon,
      pour,
      season,
      step('cream', 'add', 'fold in cream', 'Soft cream folded in at plating', [0.5, 1, 1.5], {
        attention: 'constant',
      }),
      hold,
    ],
  ),
  formula(
    FAMILY,
    {
      id: 'maltaise',
      name: 'Maltaise',
      fill: 'choron',
      basisPortions: 7,
      portionMl: 50,
      over: 0.15,
      salt: 'eggEmulsion',
      emulsion: method,
      keeps,
      dishes: ['asparagus'],
      motherId: 'hollandaise',
      schools: [butterSchool('butter', 250), bathSchool, ...bowlSchools],
    },
    [
      ml('reduce', 'bloodOrangeJuice', 90, 'orange'),
      g('separate', 'yolk', 51, 'yolks'),
      g('separate', 'water', 14, 'water'),
      g('separate', 'lemonJuice', 6, 'juice'),
      g('pour', 'butter', 250, 'butter'),
    ],
    [
      reduce('reduce', 'reduce juice', 'to a third', 'A third is left, still bright', {
        cautions: ['scorch'],
      }),
      separate('Juice cooled to 45 °C, yolks and water in the bowl'),
      sabayon,
      pour,
      season,
      hold,
    ],
  ),
]
