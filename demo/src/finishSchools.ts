import type { FormulaStep, School } from '@liquamen/core'
import { g, ml, way } from './formulaDsl'

/** Which wine: what does not boil away grows with every third that goes. */
export const wineSchool = (itemId: string, colour: 'red' | 'white'): School => {
  const swap = (ingredientId: string) => ({ op: 'swap' as const, itemId, ingredientId, factor: 1 })
  return {
    id: 'wine',
    says: 'Wine',
    defaultId: 'dry',
    reason: 'dry and clean: faults and sugar concentrate with it',
    options: [
      way('dry', 'dry, one that you would drink'),
      way('cheap', 'cheap: sharper, and it shows when reduced', swap(`${colour}WineSharp`)),
      way('offDry', 'off-dry: its sugar grows as it reduces', swap(`${colour}WineOffDry`)),
      way('fortified', 'fortified', swap(colour === 'red' ? 'port' : 'vermouthDry')),
      way('salted', 'cooking wine, salted: salty before it is seasoned', swap('wineSalted')),
    ],
  }
}

/** When mushrooms are salted: at once the water comes out in half the time, and they stew in it. */
export const mushroomSaltSchool = (massG: number): School => ({
  id: 'mushroomSalt',
  says: 'Mushrooms salted',
  defaultId: 'after',
  reason: 'brown first: salt draws the water out twice as fast',
  options: [
    way('after', 'after they are brown'),
    way('first', 'at once: softer, wet longer', {
      op: 'add',
      item: g('sweat', 'salt', massG, 'mushroomSalt'),
    }),
  ],
})
/** Rinsed mushrooms bring their water into the pan. */
export const mushroomWashSchool = (waterMl: number): School => ({
  id: 'mushroomWash',
  says: 'Mushrooms cleaned',
  defaultId: 'wiped',
  reason: 'water on them must boil off before they brown',
  options: [
    way('wiped', 'wiped'),
    way('rinsed', 'rinsed, and dried as well as may be', {
      op: 'add',
      item: ml('sweat', 'water', waterMl, 'rinseWater'),
    }),
  ],
})
const colourWay = (id: string, says: string, step: Partial<Omit<FormulaStep, 'id'>>) =>
  way(id, says, { op: 'setStep', stepId: 'sweat', step })
/** How far mushrooms are browned. */
export const mushroomColourSchool: School = {
  id: 'mushroomColour',
  says: 'Mushrooms browned',
  defaultId: 'dark',
  reason: 'taste of roast',
  options: [
    colourWay('golden', 'golden', {
      colour: 'golden',
      endsWhen: 'Golden, no pool in the pan',
      minutes: { low: 3, value: 4, high: 6 },
    }),
    way('dark', 'dark'),
    colourWay('barely', 'barely: wilted', {
      heat: 'medium',
      colour: 'none',
      endsWhen: 'Wilted, their water gone',
      minutes: { low: 4, value: 5, high: 7 },
    }),
  ],
}

/** How far shallots and onions go: minutes and flame follow. */
export const aromaticColourSchool = (defaultId: 'pale' | 'golden'): School => {
  const of = {
    pale: {
      heat: 'mediumLow',
      colour: 'none',
      endsWhen: 'Soft and clear, no colour at the edge',
      minutes: { low: 3, value: 5, high: 7 },
    },
    golden: {
      heat: 'medium',
      colour: 'golden',
      cut: 'fine',
      endsWhen: 'Soft, golden at the edge',
      minutes: { low: 6, value: 8, high: 11 },
    },
    brown: {
      heat: 'mediumHigh',
      colour: 'brown',
      cut: 'fine',
      endsWhen: 'Brown all over, no black',
      minutes: { low: 7, value: 9, high: 12 },
    },
  } as const
  const option = (id: keyof typeof of, says: string) =>
    id === defaultId ? way(id, says) : colourWay(id, says, of[id])
  return {
    id: 'aromatics',
    says: 'Shallots',
    defaultId,
    reason: defaultId === 'pale' ? 'sweet and clean' : 'sweet, with a little roast',
    options: [option('pale', 'pale'), option('golden', 'golden'), option('brown', 'brown')],
  }
}

/** Garlic after the rest has its colour, since it needs a minute: with the liquid it stays pale and sharp, golden it is sweet, brown it is seconds from bitter. */
export const garlicSchool = (massG: number): School => {
  const fried = (id: string, says: string, step: Pick<FormulaStep, 'colour' | 'endsWhen' | 'minutes'>) =>
    way(
      id,
      says,
      { op: 'add', item: g('garlic', 'garlic', massG, 'garlic') },
      {
        op: 'addStep',
        afterStepId: 'sweat',
        step: {
          id: 'garlic',
          technique: 'sweat',
          verb: 'garlic',
          heat: 'medium',
          cut: 'fine',
          attention: 'constant',
          cautions: ['hotFat'],
          ...step,
        },
      },
    )
  return {
    id: 'garlic',
    says: 'Garlic',
    defaultId: 'none',
    reason: 'not everybody wants it, and it burns first',
    options: [
      way('none', 'none'),
      way('pale', 'with the liquid: pale and sharp', {
        op: 'add',
        item: g('deglaze', 'garlic', massG, 'garlic'),
      }),
      fried('golden', 'golden: sweet, liquid in hand', {
        colour: 'golden',
        endsWhen: 'Golden at the edge: liquid now',
        minutes: { low: 0.8, value: 1.2, high: 1.6 },
      }),
      fried('brown', 'brown: roasted, seconds from bitter', {
        colour: 'brown',
        endsWhen: 'Light brown all over: liquid now',
        minutes: { low: 1.1, value: 1.6, high: 2.1 },
      }),
    ],
  }
}

/** Aromatics strained out, or left in to be eaten; then they are cut to be eaten. */
export const strainOutSchool: School = {
  id: 'strainOut',
  says: 'Aromatics',
  defaultId: 'out',
  reason: 'smooth on the plate',
  options: [
    way('out', 'strained out'),
    way(
      'in',
      'left in: cut neat, more on the plate',
      { op: 'dropStep', stepId: 'strain' },
      { op: 'setStep', stepId: 'sweat', step: { cut: 'neat' } },
    ),
  ],
}

/** Which pepper: white is stronger and shows no flecks. @param massG - of the black that is written */
export const pepperSchool = (itemId: string, massG: number): School => ({
  id: 'pepper',
  says: 'Pepper',
  defaultId: 'cracked',
  reason: 'flecks belong in it',
  options: [
    way('cracked', 'black, cracked'),
    way('white', 'white: no flecks, two thirds as much', {
      op: 'swap',
      itemId,
      ingredientId: 'pepperWhite',
      factor: 2 / 3,
    }),
    way('whole', 'whole: milder, a third more', {
      op: 'setAmount',
      itemId,
      amount: { massG: Math.round(massG * 1.33 * 10) / 10 },
    }),
    way('cayenne', 'cayenne, a point of a knife', {
      op: 'swap',
      itemId,
      ingredientId: 'cayenne',
      factor: 0.1,
    }),
  ],
})

/** Which oil: what it tastes of, where it smokes, and whose allergy it is. */
export const oilSchool = (itemId: string): School => ({
  id: 'oil',
  says: 'Oil',
  defaultId: 'neutral',
  reason: 'no taste of its own, takes the heat',
  options: [
    way('neutral', 'neutral'),
    way('olive', 'olive: smokes sooner', { op: 'swap', itemId, ingredientId: 'oliveOil', factor: 1 }),
    way('nut', 'walnut: smokes sooner, and it is a nut', {
      op: 'swap',
      itemId,
      ingredientId: 'walnutOil',
      factor: 1,
    }),
  ],
})

/** Salt at the end, a pinch at the start, or upstream in the roast, whose juices bring it. */
export const roastSaltSchool = (juiceG: number, stepId: string, early: string): School => ({
  id: 'salt',
  says: 'Salt',
  defaultId: 'late',
  reason: 'what is reduced grows saltier',
  options: [
    way('late', 'at the end'),
    way('early', 'a pinch at the start', { op: 'add', item: g(early, 'salt', 2, 'earlySalt') }),
    way('upstream', 'in the roast: its caught juices go in', {
      op: 'add',
      item: g(stepId, 'roastJuices', juiceG, 'roastJuices'),
    }),
  ],
})

/** When tomato goes in: into hot fat, once that has cooled, or late. */
export const tomatoSchool = (itemId: string, late: string): School => ({
  id: 'tomato',
  says: 'Tomato',
  defaultId: 'late',
  reason: 'bright, and nothing to burn',
  options: [
    way('late', 'with the liquid: bright'),
    way(
      'hotFat',
      'on hot fat: darker, a minute from bitter',
      { op: 'move', itemId, stepId: 'sweat' },
      { op: 'setStep', stepId: late, step: { minutes: { low: 0.5, value: 1, high: 1.5 } } },
    ),
    way(
      'cooled',
      'on fat that has cooled: no spitting, two minutes more',
      { op: 'move', itemId, stepId: 'deglaze' },
      { op: 'setStep', stepId: 'deglaze', step: { minutes: { low: 2, value: 3, high: 4 } } },
    ),
  ],
})

/** Flour and fat of a roux: equal, rich or lean. @param flourG - as written */
export const rouxRatioSchool = (fatItemId: string, flourG: number): School => ({
  id: 'rouxRatio',
  says: 'Roux by weight',
  defaultId: 'equal',
  reason: 'all the fat is bound',
  options: [
    way('equal', 'as much fat as flour'),
    way('rich', 'rich: a third more fat, which will float', {
      op: 'setAmount',
      itemId: fatItemId,
      amount: { massG: Math.round(flourG * 1.35) },
    }),
    way('lean', 'lean: a fifth less fat, stiffer, catches sooner', {
      op: 'setAmount',
      itemId: fatItemId,
      amount: { massG: Math.round(flourG * 0.8) },
    }),
  ],
})

/** A slurry all at once into the sauce that was taken off and cooled a little, then brought up: no lump, more minutes. */
export const slurryColdWay = (cornstarchG: number, waterG: number, reduceStepId: string) =>
  way(
    'slurryCold',
    'starch slurry, all at once off the boil',
    { op: 'setStep', stepId: reduceStepId, step: { target: 'by a quarter' } },
    { op: 'add', item: g('slurry', 'cornstarch', cornstarchG, 'cornstarch') },
    { op: 'add', item: g('slurry', 'water', waterG, 'slurryWater') },
    {
      op: 'addStep',
      afterStepId: reduceStepId,
      step: {
        id: 'slurry',
        technique: 'thicken',
        verb: 'slurry',
        endsWhen: 'Stirred in under the boil, brought up, boiled one minute',
        cautions: [],
        minutes: { low: 3, value: 4, high: 6 },
      },
    },
  )
