import {
  batchMl,
  CLARIFIED_YIELD,
  eggsFor,
  splitBatches,
  startAtMs,
  wholeButterForClarifiedG,
  yolkG,
} from '../formula/portions'
import { parseQuantity } from '../quantity/parseQuantity'
import { weighSaid } from '../quantity/weigh'
import type { Model, ModelInput } from './model'
import { num, within } from './values'

const PORTIONS = 'emulsion.md §11'
const QUANTITY = 'reduction.md §1'
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

/** Portions, eggs, butter, times and amounts as they are said. */
export const PORTION_MODELS: readonly Model[] = [
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
    run: (v) => within(-startAtMs(0, num(v, 'restMin'), num(v, 'sauceMin')) / 60_000, 0.1),
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
    run: (v) => within(yolkG(num(v, 'eggG')), 0.08),
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
    run: (v) => within(eggsFor(num(v, 'yolks'), num(v, 'eggG')).whitesG, 0.06),
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
    run: (v) => within(wholeButterForClarifiedG(num(v, 'clarifiedG')), 0.05),
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
