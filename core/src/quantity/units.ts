/** What a unit measures. `vague` words have a weight only once a kitchen has weighed them. */
export type UnitKind = 'mass' | 'volume' | 'piece' | 'vague'

/** A unit as cooks say it: how much of g or ml it is, or the readings between which a kitchen must choose once. */
export interface Unit {
  readonly id: string
  readonly kind: UnitKind
  readonly words: readonly string[]
  /** g or ml of one, where there is no doubt. */
  readonly size?: number
  /** Readings of a word that differ by country or make: each answer's g or ml. */
  readonly readings?: Readonly<Record<string, number>>
  /** Its share of a whole where it is a loose measure: sd over value. */
  readonly looseness?: number
}

// Legal and trade sizes; US customary by definition, imperial by the Weights and Measures Act
/** Every unit the parser knows. */
export const UNITS: readonly Unit[] = [
  { id: 'g', kind: 'mass', words: ['g', 'gr', 'gram', 'grams', 'gramme', 'grammes'], size: 1 },
  { id: 'kg', kind: 'mass', words: ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'], size: 1000 },
  { id: 'mg', kind: 'mass', words: ['mg'], size: 0.001 },
  { id: 'lb', kind: 'mass', words: ['lb', 'lbs', 'pound', 'pounds'], size: 453.592 },
  {
    id: 'oz',
    kind: 'mass',
    words: ['oz', 'ounce', 'ounces'],
    readings: { weight: 28.3495, fluidUs: 29.5735, fluidUk: 28.4131 },
  },
  {
    id: 'ml',
    kind: 'volume',
    words: ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc'],
    size: 1,
  },
  { id: 'cl', kind: 'volume', words: ['cl', 'centilitre', 'centilitres'], size: 10 },
  { id: 'dl', kind: 'volume', words: ['dl', 'decilitre', 'decilitres'], size: 100 },
  { id: 'l', kind: 'volume', words: ['l', 'litre', 'litres', 'liter', 'liters'], size: 1000 },
  { id: 'tsp', kind: 'volume', words: ['tsp', 'tsps', 'teaspoon', 'teaspoons'], size: 5, looseness: 0.05 },
  {
    id: 'tbsp',
    kind: 'volume',
    words: ['tbsp', 'tbsps', 'tbs', 'tablespoon', 'tablespoons'],
    size: 15,
    looseness: 0.05,
  },
  // a spoon with all it will carry: about one and two thirds of a level one (judgement)
  {
    id: 'heapedTsp',
    kind: 'volume',
    words: ['heaped tsp', 'heaped teaspoon', 'heaped teaspoons', 'heaping teaspoon', 'rounded teaspoon'],
    size: 8,
    looseness: 0.25,
  },
  {
    id: 'heapedTbsp',
    kind: 'volume',
    words: [
      'heaped tbsp',
      'heaped tablespoon',
      'heaped tablespoons',
      'heaping tablespoon',
      'rounded tablespoon',
    ],
    size: 25,
    looseness: 0.25,
  },
  {
    id: 'flOz',
    kind: 'volume',
    words: ['fl oz', 'fl. oz', 'fluid ounce', 'fluid ounces'],
    readings: { us: 29.5735, uk: 28.4131 },
  },
  {
    id: 'cup',
    kind: 'volume',
    words: ['cup', 'cups'],
    readings: { us: 236.588, metric: 250, japan: 200 },
    looseness: 0.04,
  },
  { id: 'usCup', kind: 'volume', words: ['us cup', 'us cups'], size: 236.588, looseness: 0.04 },
  { id: 'metricCup', kind: 'volume', words: ['metric cup', 'metric cups'], size: 250, looseness: 0.04 },
  { id: 'pint', kind: 'volume', words: ['pint', 'pints', 'pt'], readings: { us: 473.176, uk: 568.261 } },
  { id: 'quart', kind: 'volume', words: ['quart', 'quarts', 'qt'], readings: { us: 946.353, uk: 1136.52 } },
  {
    id: 'gallon',
    kind: 'volume',
    words: ['gallon', 'gallons', 'gal'],
    readings: { us: 3785.41, uk: 4546.09 },
  },
  { id: 'stick', kind: 'mass', words: ['stick', 'sticks'], readings: { us: 113.4, european: 125 } },
  {
    id: 'block',
    kind: 'mass',
    words: ['block', 'blocks'],
    readings: { '125': 125, '200': 200, '250': 250, '454': 454, '500': 500 },
  },
  {
    id: 'piece',
    kind: 'piece',
    words: [
      'piece',
      'pieces',
      'pc',
      'pcs',
      'whole',
      'yolk',
      'yolks',
      'egg',
      'eggs',
      'clove',
      'cloves',
      'head',
      'leaf',
      'leaves',
      'sprig',
      'sprigs',
      'cube',
      'cubes',
      'slice',
      'slices',
    ],
    looseness: 0.12,
  },
  { id: 'bunch', kind: 'vague', words: ['bunch', 'bunches'], looseness: 0.3 },
  { id: 'pinch', kind: 'vague', words: ['pinch', 'pinches'], looseness: 0.4 },
  { id: 'dash', kind: 'vague', words: ['dash', 'dashes'], looseness: 0.5 },
  { id: 'splash', kind: 'vague', words: ['splash', 'splashes'], looseness: 0.5 },
  { id: 'squeeze', kind: 'vague', words: ['squeeze', 'squeezes'], looseness: 0.4 },
  { id: 'drop', kind: 'vague', words: ['drop', 'drops'], looseness: 0.3 },
  { id: 'handful', kind: 'vague', words: ['handful', 'handfuls'], looseness: 0.4 },
  { id: 'knob', kind: 'vague', words: ['knob', 'knobs'], looseness: 0.4 },
  { id: 'glass', kind: 'vague', words: ['glass', 'glasses'], looseness: 0.2 },
  { id: 'ladle', kind: 'vague', words: ['ladle', 'ladles', 'ladleful', 'ladlefuls'], looseness: 0.15 },
  {
    id: 'shell',
    kind: 'vague',
    words: ['shell', 'shells', 'half shell', 'eggshell', 'eggshells'],
    looseness: 0.15,
  },
  {
    id: 'spoonful',
    kind: 'vague',
    words: ['spoon', 'spoons', 'spoonful', 'spoonfuls', 'heaped spoon'],
    looseness: 0.3,
  },
]

const BY_WORD = new Map(UNITS.flatMap((unit) => unit.words.map((word) => [word, unit] as const)))

/** The unit of a word, whatever its case. */
export const unitOf = (word: string): Unit | undefined => BY_WORD.get(word.toLowerCase().replace(/\.$/, ''))
/** The unit of an id. */
export const unitById = (id: string): Unit | undefined => UNITS.find((unit) => unit.id === id)
