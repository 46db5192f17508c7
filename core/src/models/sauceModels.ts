import {
  batchMl,
  CLARIFIED_YIELD,
  eggsFor,
  rouxSurplusFatG,
  splitBatches,
  startAtMs,
  wholeButterForClarifiedG,
  yolkG,
} from '../formula/portions'
import { parseQuantity } from '../quantity/parseQuantity'
import { weighSaid } from '../quantity/weigh'
import {
  acidPer100Fat,
  convertSaltTsp,
  SALT_KINDS,
  saltToAddG,
  saltTsp,
  type SaltKind,
} from '../techniques/season/seasoning'
import { gelatinDose } from '../mixture/gelatin'
import { coatGrade, spoonFilmMm, viscosityFromFilmPaS } from '../mixture/spoonFilm'
import {
  agentGPerL,
  COOK_OUT,
  cookOutS,
  STARCH_POWERS,
  starchPctFor,
  swollenFrac,
  SWELLING,
  viscosityPaS,
  type StarchAgent,
} from '../mixture/viscosity'
import type { Model, ModelInput } from './model'
import { num, type Values } from './values'

const THICKEN = 'emulsion.md §7'
const SEASON = 'emulsion.md §9'
const PORTIONS = 'emulsion.md §11'
const QUANTITY = 'reduction.md §1'
const VISCOSITY_BAND = 1.5 // a sauce's viscosity is known to about half and half again
const pct = (name: string, says: string, max: number, optional?: number): ModelInput => ({
  name,
  says,
  range: { min: 0, max, unit: '%' },
  ...(optional === undefined ? {} : { optional }),
})
const grams = (name: string, says: string, max = 20_000): ModelInput => ({
  name,
  says,
  range: { min: 0, max, unit: 'g' },
})
const count = (name: string, says: string, max: number, optional?: number): ModelInput => ({
  name,
  says,
  range: { min: 1, max, unit: '1' },
  ...(optional === undefined ? {} : { optional }),
})
const SOLIDS = pct('solidsPct', 'sugars and other dissolved solids', 85, 0)
const GELATIN = pct('gelatinPct', 'gelatin', 30, 0)
const STARCH = pct('starchPct', 'starch, as flour of a white roux', 15, 0)
const TEMP: ModelInput = {
  name: 'tempC',
  says: 'temperature of the sauce',
  range: { min: 40, max: 99, unit: '°C' },
  optional: 65,
}
const VISCOSITY: ModelInput = {
  name: 'viscosityPaS',
  says: 'how thick it is',
  range: { min: 0.0003, max: 30, unit: 'Pa·s' },
}
const AGENT: ModelInput = { name: 'agent', says: 'what thickens', oneOf: Object.keys(STARCH_POWERS) }
const SALT: ModelInput = { name: 'kind', says: 'kind of salt', oneOf: Object.keys(SALT_KINDS) }
const thickness = (v: Values) => ({
  solidsPct: num(v, 'solidsPct'),
  gelatinPct: num(v, 'gelatinPct'),
  starchPct: num(v, 'starchPct'),
})
const share = (value: number, by: number) => ({ value, low: value * (1 - by), high: value * (1 + by) })

/** Models of thickening, seasoning, portions and amounts as they are said. */
export const SAUCE_MODELS: readonly Model[] = [
  {
    id: 'sauceViscosity',
    version: '1',
    says: 'how thick a sauce is',
    formula: 'water × solids × gelatin × (1 + (starch/0.554)^3.2)',
    unit: 'Pa·s',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [SOLIDS, GELATIN, STARCH, TEMP],
    run: (v) => {
      const value = viscosityPaS(thickness(v), num(v, 'tempC'))
      return { value, low: value / VISCOSITY_BAND, high: value * VISCOSITY_BAND }
    },
  },
  {
    id: 'spoonFilm',
    version: '1',
    says: 'film left on a spoon five seconds after it was lifted',
    formula: 'lifted film (Landau & Levich), drained (Jeffreys)',
    unit: 'mm',
    sources: [THICKEN, 'Landau & Levich 1942', 'Jeffreys 1930'],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      VISCOSITY,
      { name: 'yieldPa', says: 'yield stress', range: { min: 0, max: 100, unit: 'Pa' }, optional: 0 },
    ],
    run: (v) => share(spoonFilmMm(num(v, 'viscosityPaS'), num(v, 'yieldPa')), 0.25),
  },
  {
    id: 'coatOnSpoon',
    version: '1',
    says: 'grade of coat, 0 watery to 5 paste; nappe is 3',
    formula: 'by viscosity at 45 °C: 0.012, 0.05, 0.2, 0.8, 3 Pa·s',
    unit: 'grade',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [VISCOSITY],
    run: (v) => {
      const at = (by: number) => coatGrade(num(v, 'viscosityPaS') * by).grade
      return { value: at(1), low: at(1 / VISCOSITY_BAND), high: at(VISCOSITY_BAND) }
    },
  },
  {
    id: 'viscosityFromSpoon',
    version: '1',
    says: 'viscosity read back from the film weighed on a dipped spoon',
    formula: 'η = (1.5 h)²·ρ·g·t/L',
    unit: 'Pa·s',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'filmG', says: 'what hangs on the spoon', range: { min: 0.05, max: 30, unit: 'g' } },
      {
        name: 'areaCm2',
        says: 'wetted spoon, both sides',
        range: { min: 5, max: 200, unit: 'cm²' },
        optional: 36,
      },
    ],
    run: (v) => share(viscosityFromFilmPaS(num(v, 'filmG'), num(v, 'areaCm2')), 0.3),
  },
  {
    id: 'thickenerNeeded',
    version: '1',
    says: 'thickener for a litre to reach a viscosity; roux and kneaded butter weighed whole',
    formula: 'inverse of sauceViscosity over the power of the agent',
    unit: 'g/l',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      AGENT,
      { ...VISCOSITY, name: 'targetPaS', says: 'how thick it should be', optional: 0.3 },
      SOLIDS,
      GELATIN,
      TEMP,
    ],
    run: (v) => {
      const at = (by: number) =>
        agentGPerL(
          starchPctFor(num(v, 'targetPaS') * by, thickness(v), num(v, 'tempC')),
          v.agent as StarchAgent,
        )
      return { value: at(1), low: at(1 / VISCOSITY_BAND), high: at(VISCOSITY_BAND) }
    },
  },
  {
    id: 'starchSwollen',
    version: '1',
    says: 'share of a starch that has swollen',
    formula: '(1 − e^(−t/τ))/(1 + e^(−(T − T½)/w))',
    unit: '(0..1)',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'starch', says: 'which starch', oneOf: Object.keys(SWELLING) },
      TEMP,
      { name: 'durationS', says: 'time at it', range: { min: 0, max: 7200, unit: 's' } },
    ],
    run: (v) => {
      const value = swollenFrac(v.starch as keyof typeof SWELLING, num(v, 'tempC'), num(v, 'durationS'))
      return { value, low: value * 0.85, high: Math.min(1, value * 1.15) }
    },
  },
  {
    id: 'cookOut',
    version: '1',
    says: 'time until raw starch is no longer tasted',
    formula: 'τ·ln(raw/0.1)/10^((T − 95)/25)',
    unit: 's',
    sources: [THICKEN],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      { name: 'agent', says: 'what thickens', oneOf: Object.keys(COOK_OUT) },
      { ...TEMP, optional: 95 },
    ],
    run: (v) => share(cookOutS(v.agent as keyof typeof COOK_OUT, num(v, 'tempC')), 0.3),
  },
  {
    id: 'gelatinToAdd',
    version: '1',
    says: 'gelatin that brings a thin stock to a strength; bloomed in six times its weight of cold water',
    formula: 'm·(g* − g)/(0.86 − 7·g*)',
    unit: 'g',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [
      grams('stockG', 'stock'),
      pct('nowPct', 'gelatin it has', 12, 0),
      pct('targetPct', 'gelatin wanted', 12, 2),
    ],
    run: (v) =>
      share(gelatinDose(num(v, 'stockG'), num(v, 'nowPct') / 100, num(v, 'targetPct') / 100).gelatinG, 0.1),
  },
  {
    id: 'saltToAdd',
    version: '1',
    says: 'salt still to add',
    formula: 'max(0, m·s − present)',
    unit: 'g',
    sources: [SEASON],
    confidence: 'high',
    coverage: 0.9,
    inputs: [
      grams('massG', 'finished sauce'),
      pct('targetPct', 'salt wanted', 5, 1),
      grams('presentG', 'salt already in it', 500),
    ],
    run: (v) => share(saltToAddG(num(v, 'massG'), num(v, 'targetPct') / 100, num(v, 'presentG')), 0.05),
  },
  {
    id: 'saltTeaspoons',
    version: '1',
    says: 'teaspoons that a weight of salt is',
    formula: 'm / grams a teaspoon of its kind',
    unit: 'tsp',
    sources: [SEASON],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [grams('massG', 'salt', 1000), SALT],
    run: (v) => share(saltTsp(num(v, 'massG'), v.kind as SaltKind), 0.1),
  },
  {
    id: 'saltKindChanged',
    version: '1',
    says: 'teaspoons of one salt for those of another',
    formula: 'tsp · from/to',
    unit: 'tsp',
    sources: [SEASON],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'tsp', says: 'teaspoons', range: { min: 0, max: 100, unit: 'tsp' } },
      { ...SALT, name: 'from' } as ModelInput,
      { ...SALT, name: 'to' } as ModelInput,
    ],
    run: (v) => share(convertSaltTsp(num(v, 'tsp'), v.from as SaltKind, v.to as SaltKind), 0.15),
  },
  {
    id: 'acidForFat',
    version: '1',
    says: 'acid beside the fat it must cut',
    formula: '(0.055 lemon + 0.06 vinegar (0.039 reduced) + 0.0065 wine)·100/fat',
    unit: 'g per 100 g fat',
    sources: [SEASON],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      grams('lemonG', 'lemon juice', 2000),
      grams('vinegarG', 'vinegar', 2000),
      { name: 'isReduced', says: 'whether the vinegar was reduced', oneOf: ['no', 'yes'] },
      grams('wineG', 'wine', 5000),
      { name: 'fatG', says: 'fat', range: { min: 1, max: 20_000, unit: 'g' } },
    ],
    run: (v) =>
      share(
        acidPer100Fat({
          lemonG: num(v, 'lemonG'),
          vinegarG: num(v, 'vinegarG'),
          isVinegarReduced: v.isReduced === 'yes',
          wineG: num(v, 'wineG'),
          fatG: num(v, 'fatG'),
        }),
        0.15,
      ),
  },
  {
    id: 'batchVolume',
    version: '1',
    says: 'sauce to make',
    formula: 'covers · ml a cover · (1 + over)',
    unit: 'ml',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 1,
    inputs: [
      count('covers', 'covers', 2000),
      { name: 'mlPerCover', says: 'a cover', range: { min: 5, max: 300, unit: 'ml' } },
      { name: 'overFrac', says: 'made over', range: { min: 0, max: 1, unit: '(0..1)' }, optional: 0.1 },
    ],
    run: (v) => ({ value: batchMl(num(v, 'covers'), num(v, 'mlPerCover'), num(v, 'overFrac')) }),
  },
  {
    id: 'batchesNeeded',
    version: '1',
    says: 'batches that a vessel forces',
    formula: '⌈V / (capacity · fullest)⌉',
    unit: '1',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 1,
    inputs: [
      { name: 'volumeMl', says: 'sauce at its fullest', range: { min: 1, max: 200_000, unit: 'ml' } },
      { name: 'capacityMl', says: 'the vessel, brim-full', range: { min: 50, max: 200_000, unit: 'ml' } },
      {
        name: 'fullestShare',
        says: 'how full it may be',
        range: { min: 0.1, max: 1, unit: '(0..1)' },
        optional: 0.67,
      },
      {
        name: 'floorMl',
        says: 'less than this scorches',
        range: { min: 0, max: 10_000, unit: 'ml' },
        optional: 120,
      },
    ],
    run: (v) => {
      const split = splitBatches(num(v, 'volumeMl'), {
        capacityMl: num(v, 'capacityMl'),
        fullestShare: num(v, 'fullestShare'),
        floorMl: num(v, 'floorMl'),
      })
      return { value: split.batches, warnings: split.status === 'tooLittle' ? ['underFloor'] : [] }
    },
  },
  {
    id: 'latestStart',
    version: '1',
    says: 'minutes before pick-up that a sauce must be begun',
    formula: 'rest + 1.2 · sauce',
    unit: 'min',
    sources: [PORTIONS],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'restMin', says: 'rest of what it goes with', range: { min: 0, max: 240, unit: 'min' } },
      { name: 'sauceMin', says: 'the sauce', range: { min: 1, max: 1440, unit: 'min' } },
    ],
    run: (v) => share(-startAtMs(0, num(v, 'restMin'), num(v, 'sauceMin')) / 60_000, 0.1),
  },
  {
    id: 'yolkMass',
    version: '1',
    says: 'yolk of an egg',
    formula: '4.5 + 0.21 · egg',
    unit: 'g',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 0.8,
    inputs: [{ name: 'eggG', says: 'egg in its shell', range: { min: 40, max: 80, unit: 'g' } }],
    run: (v) => share(yolkG(num(v, 'eggG')), 0.08),
  },
  {
    id: 'eggsToCrack',
    version: '1',
    says: 'eggs to crack for yolks, with breakages',
    formula: 'yolks + ⌈0.04 · yolks⌉',
    unit: '1',
    sources: [PORTIONS],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [count('yolks', 'yolks wanted', 500)],
    run: (v) => {
      const { eggs, spare } = eggsFor(num(v, 'yolks'))
      return { value: eggs, low: eggs - spare, high: eggs + spare }
    },
  },
  {
    id: 'whitesLeft',
    version: '1',
    says: 'whites left over when yolks are taken',
    formula: 'yolks · (egg · 0.88 − yolk)',
    unit: 'g',
    sources: [PORTIONS],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      count('yolks', 'yolks taken', 500),
      { name: 'eggG', says: 'egg in its shell', range: { min: 40, max: 80, unit: 'g' }, optional: 57.5 },
    ],
    run: (v) => share(eggsFor(num(v, 'yolks'), num(v, 'eggG')).whitesG, 0.06),
  },
  {
    id: 'butterToClarify',
    version: '1',
    says: 'whole butter for so much clarified',
    formula: `m / ${CLARIFIED_YIELD}`,
    unit: 'g',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 0.8,
    inputs: [grams('clarifiedG', 'clarified butter wanted')],
    run: (v) => share(wholeButterForClarifiedG(num(v, 'clarifiedG')), 0.05),
  },
  {
    id: 'rouxSurplusFat',
    version: '1',
    says: 'fat that a roux has over its flour: it will float',
    formula: 'max(0, fat − flour)',
    unit: 'g',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 1,
    inputs: [grams('fatG', 'fat'), grams('flourG', 'flour')],
    run: (v) => ({ value: rouxSurplusFatG(num(v, 'fatG'), num(v, 'flourG')) }),
  },
  {
    id: 'saidAmount',
    version: '1',
    says: 'grams of an amount as a cook says it; a word without a size warns that it must be asked',
    formula: 'amount · size of its unit · density, or · weight of a piece · trim yield',
    unit: 'g',
    sources: [QUANTITY],
    confidence: 'high',
    coverage: 0.9,
    inputs: [
      { name: 'said', says: 'the amount, "1 1/2 tbsp"', text: { maxLength: 80 } },
      { name: 'densityGPerMl', says: 'density', range: { min: 0.2, max: 2, unit: 'g/ml' }, optional: 1 },
      {
        name: 'pieceG',
        says: 'one piece, as bought',
        range: { min: 0.1, max: 5000, unit: 'g' },
        optional: 100,
      },
      {
        name: 'trimYield',
        says: 'share left when trimmed',
        range: { min: 0.05, max: 1, unit: '(0..1)' },
        optional: 1,
      },
      { name: 'state', says: 'poured or not', oneOf: ['liquid', 'solid'] },
    ],
    run: (v) => {
      const said = parseQuantity(String(v.said))
      if (said.status !== 'ok')
        return { value: 0, warnings: [said.status === 'bad' ? said.code : said.status] }
      const weight = weighSaid(said, {
        id: 'said',
        densityGPerMl: num(v, 'densityGPerMl'),
        pieceG: num(v, 'pieceG'),
        trimYield: num(v, 'trimYield'),
        isLiquid: v.state === 'liquid',
      })
      return weight.status === 'ok' ? weight.massG : { value: 0, warnings: [weight.code] }
    },
  },
]
