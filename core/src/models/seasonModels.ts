import {
  acidPer100Fat,
  convertSaltTsp,
  saltAfterReduction,
  SALT_KINDS,
  saltToAddG,
  saltTsp,
  type SaltKind,
} from '../techniques/season/seasoning'
import { saltRoom } from '../techniques/season/saltRoom'
import {
  reducedStyle,
  SWEET_FROM_G_PER_L,
  SYRUP_FROM_G_PER_L,
  WINE_STYLES,
  type WineStyleId,
} from '../mixture/wineStyle'
import { choice, number, R } from './inputs'
import type { Model, ModelInput } from './model'
import { num, within, word } from './values'

const SEASON = 'emulsion.md §9'
const GOODS = 'kitchen.md §11'
const SALT_FAULT_G_PER_L = 20
const pct = (name: string, says: string, max: number, optional?: number): ModelInput =>
  number(name, says, { min: 0, max, unit: '%' }, optional)
const grams = (name: string, says: string, max = 20_000): ModelInput =>
  number(name, says, { min: 0, max, unit: 'g' })
const SALT = choice('kind', 'kind of salt', Object.keys(SALT_KINDS))

/** Salt, acid and sweetness before they are tasted. */
export const SEASON_MODELS: readonly Model[] = [
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
    run: (v) => within(saltToAddG(num(v, 'massG'), num(v, 'targetPct') / 100, num(v, 'presentG')), 0.05),
  },
  {
    id: 'saltAfterReduction',
    version: '1',
    says: 'salt of a liquid that is boiled down to a share of itself',
    formula: 's/share',
    unit: '%',
    sources: [SEASON],
    confidence: 'high',
    coverage: 1,
    inputs: [
      pct('saltPct', 'salt now', 30),
      number('shareLeft', 'share of it that is left', { min: 0.01, max: 1, unit: '(0..1)' }),
    ],
    run: (v) => ({ value: 100 * saltAfterReduction(num(v, 'saltPct') / 100, num(v, 'shareLeft')) }),
  },
  {
    id: 'saltCeiling',
    version: '1',
    says: 'most salt that a liquid may hold now so that the plate is right when the rest has boiled off',
    formula: 's·share',
    unit: '%',
    sources: [SEASON],
    confidence: 'high',
    coverage: 1,
    inputs: [
      grams('missingG', 'salt that the finished sauce still wants', 500),
      grams('massG', 'what is in the pan now', 50_000),
      grams('presentG', 'salt that is in it', 500),
    ],
    run: (v) => {
      const now = { nowMassG: num(v, 'massG'), nowSaltG: num(v, 'presentG') }
      return { value: 100 * saltRoom(num(v, 'missingG'), now).ceilingFrac }
    },
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
    run: (v) => within(saltTsp(num(v, 'massG'), v.kind as SaltKind), 0.1),
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
      { ...SALT, name: 'from' },
      { ...SALT, name: 'to' },
    ],
    run: (v) => within(convertSaltTsp(num(v, 'tsp'), v.from as SaltKind, v.to as SaltKind), 0.15),
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
      within(
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
    id: 'wineReduced',
    version: '1',
    says: 'sugar of a wine, spirit or vinegar reduced to a share of its volume, with its acid and salt',
    formula: 'sugar, fixed acid, extract, salt ÷ f; volatile acid ·f^0.70/f',
    unit: 'g/l',
    sources: [GOODS],
    confidence: 'medium',
    coverage: 0.8,
    also: { acidGPerL: 'g/l', saltGPerL: 'g/l', extractGPerL: 'g/l' },
    inputs: [
      choice('style', 'style', Object.keys(WINE_STYLES)),
      number('toFrac', 'share that is left', { min: 0.02, max: 1, unit: '(0..1)' }),
      number('fixedAcidGPerL', 'fixed acid, where the label says it; 0 for the style’s', R.one, 0),
      number('volatileAcidGPerL', 'volatile acid likewise', R.one, 0),
    ],
    run: (v) => {
      const typical = WINE_STYLES[word(v, 'style') as WineStyleId]
      const own = (name: 'fixedAcidGPerL' | 'volatileAcidGPerL') =>
        num(v, name) > 0 ? num(v, name) : typical[name]
      const left = reducedStyle(
        {
          ...typical,
          fixedAcidGPerL: own('fixedAcidGPerL'),
          volatileAcidGPerL: own('volatileAcidGPerL'),
        },
        num(v, 'toFrac'),
      )
      const { sugarGPerL, acidGPerL, saltGPerL, extractGPerL } = left
      return {
        ...within(sugarGPerL, 0.3),
        warnings: [
          ...(sugarGPerL >= SYRUP_FROM_G_PER_L ? ['syrupScorches'] : []),
          ...(sugarGPerL >= SWEET_FROM_G_PER_L && sugarGPerL < SYRUP_FROM_G_PER_L ? ['tastesSweet'] : []),
          ...(saltGPerL >= SALT_FAULT_G_PER_L ? ['tooSalty'] : []),
        ],
        also: { acidGPerL, saltGPerL, extractGPerL },
      }
    },
  },
]
