import { cubesFrom, cubesPerCover, dilution, strongestSolidsFrac } from '../larder/cubes'
import { chilledDaysLeft, reheatMin, type Kept } from '../larder/keeping'
import { FOOD_CODES, foodCode, type FoodCodeId } from '../safety/codes'
import { outOfControlLeftMin, strictest } from '../safety/strictest'
import { choice, list, number, R } from './inputs'
import type { Model } from './model'
import { column, num, rows, word } from './values'

const KEEPING = 'kitchen.md §7'
const CUBES = 'kitchen.md §8'
const EXACT = { version: '1', confidence: 'high', coverage: 1 } as const

/** Keeping, warming again, cubes. */
export const KEEPING_MODELS: readonly Model[] = [
  {
    ...EXACT,
    id: 'chilledDaysLeft',
    says: 'days that a lot may still be kept chilled: freezing pauses the count; of house and code the stricter',
    formula: 'min(house, code) − chilled days used',
    unit: 'd',
    sources: [KEEPING, FOOD_CODES.usModel.source],
    inputs: [
      list('kept', 'where it stood so far, making day counted', [
        choice('place', 'place', ['fridge', 'freezer']),
        number('days', 'days', R.days),
      ]),
      number('houseDays', 'house rule; 0 for none', R.days, 0),
      number('codeDays', 'code; 0 for none', R.days, 0),
    ],
    run: (v) => {
      const given = (name: string) => (num(v, name) > 0 ? num(v, name) : undefined)
      const kept = rows(v, 'kept').map((r): Kept => ({
        place: word(r, 'place') as Kept['place'],
        days: num(r, 'days'),
      }))
      const value = chilledDaysLeft(kept, { houseDays: given('houseDays'), codeDays: given('codeDays') })
      return { value, warnings: value === 0 ? ['discard'] : [] }
    },
  },
  {
    ...EXACT,
    id: 'limitInForce',
    says: 'of house rule and code the stricter',
    formula: 'time the shorter, hot the higher, cold the lower',
    unit: 'as asked',
    sources: [KEEPING],
    inputs: [
      choice('how', 'what it limits', ['shortest', 'highest', 'lowest']),
      number('house', 'house rule', { min: -40, max: 400, unit: 'as asked' }),
      number('code', 'code', { min: -40, max: 400, unit: 'as asked' }),
    ],
    run: (v) => ({
      value:
        strictest(word(v, 'how') as 'shortest' | 'highest' | 'lowest', num(v, 'house'), num(v, 'code')) ??
        NaN,
    }),
  },
  {
    ...EXACT,
    id: 'outOfControlLeft',
    says: 'minutes out of control that are left; they add up over a lot’s life',
    formula: 'limit − Σ spells',
    unit: 'min',
    sources: [KEEPING],
    inputs: [
      list('spells', 'spells out of control', [number('min', 'minutes', R.minutes)], { min: 0 }),
      number('limitMin', 'limit', R.minutes),
    ],
    run: (v) => {
      const value = outOfControlLeftMin(column(v, 'spells', 'min'), num(v, 'limitMin'))
      return { value, warnings: value === 0 ? ['discard'] : [] }
    },
  },
  {
    ...EXACT,
    id: 'reheat',
    confidence: 'medium',
    coverage: 0.8,
    says: 'minutes to warm a lot again, stirred, and the code’s own figures',
    formula: 'm·c·ΔT/Q',
    unit: 'min',
    sources: [KEEPING],
    also: { codeC: '°C', codeS: 's', codeWithinMin: 'min' },
    inputs: [
      number('massKg', 'mass', R.kilograms),
      number('heatJPerKgK', 'specific heat', { min: 1500, max: 4200, unit: 'J/(kg K)' }, 4040),
      number('fromC', 'from', R.tempC, 5),
      number('toC', 'to', R.tempC, 74),
      number('powerW', 'net power', R.watts),
      choice('code', 'food code', Object.keys(FOOD_CODES), 'usModel'),
    ],
    run: (v) => {
      const value = reheatMin(
        num(v, 'massKg') * num(v, 'heatJPerKgK'),
        num(v, 'fromC'),
        num(v, 'toC'),
        num(v, 'powerW'),
      )
      const { reheat } = foodCode({
        code: word(v, 'code') as FoodCodeId,
        holdLimitH: 2,
        clockFrom: 'outOfControl',
      })
      return {
        value,
        low: value * 0.8,
        high: value * 1.3,
        warnings: value > reheat.withinMin ? ['tooSlowForTheCode'] : [],
        also: { codeC: reheat.tempC, codeS: reheat.durationS, codeWithinMin: reheat.withinMin },
      }
    },
  },
  {
    ...EXACT,
    id: 'cubes',
    says: 'cubes from a volume, and what is left of it',
    formula: '⌊ml·yield/(0.92·cell)⌋',
    unit: 'cubes',
    sources: [CUBES],
    also: { restMl: 'ml' },
    inputs: [
      number('volumeMl', 'sauce', R.ml),
      number('cellMl', 'a cell to its rim', { min: 5, max: 2000, unit: 'ml' }),
      number('yieldFrac', 'of it that gets in', { min: 0.1, max: 1, unit: '(0..1)' }, 1),
    ],
    run: (v) => {
      const { cubes, restMl } = cubesFrom(num(v, 'volumeMl'), num(v, 'cellMl'), num(v, 'yieldFrac'))
      return { value: cubes, also: { restMl } }
    },
  },
  {
    ...EXACT,
    id: 'cubesPerCover',
    says: 'cubes that a cover takes',
    formula: 'portion·(c_portion/c_cube)/cube',
    unit: 'cubes',
    sources: [CUBES],
    inputs: [
      number('portionMl', 'a cover', { min: 1, max: 1000, unit: 'ml' }),
      number('portionSolidsPct', 'its solids', R.somePct),
      number('cubeMl', 'a cube', { min: 1, max: 2000, unit: 'ml' }),
      number('cubeSolidsPct', 'its solids', R.somePct),
    ],
    run: (v) => ({
      value: cubesPerCover(num(v, 'portionMl'), num(v, 'portionSolidsPct') / 100, {
        volumeMl: num(v, 'cubeMl'),
        solidsFrac: num(v, 'cubeSolidsPct') / 100,
      }),
    }),
  },
  {
    ...EXACT,
    id: 'dilution',
    says: 'water that brings a concentrate to a strength, its salt then, and the strongest that its salt allows',
    formula: 'M(c/c* − 1); salt falls alike',
    unit: 'g',
    sources: [CUBES, 'reduction.md §2 X1'],
    also: { saltPct: '%', strongestPct: '%' },
    inputs: [
      number('mass', 'concentrate, g (or ml)', R.someGrams),
      number('fromPct', 'its solids', R.somePct),
      number('toPct', 'wanted', R.somePct),
      number('saltPct', 'its salt', R.pct, 0),
      number('saltCapPct', 'most salt wanted', R.somePct, 1.2),
    ],
    run: (v) => {
      const salt = num(v, 'saltPct') / 100
      const { water, saltFrac } = dilution(
        num(v, 'mass'),
        num(v, 'fromPct') / 100,
        num(v, 'toPct') / 100,
        salt,
      )
      const strongest = strongestSolidsFrac(num(v, 'fromPct') / 100, salt, num(v, 'saltCapPct') / 100)
      return {
        value: water,
        warnings: [
          ...(water < 0 ? ['weakerAlready'] : []),
          ...(saltFrac > num(v, 'saltCapPct') / 100 ? ['tooSalty'] : []),
        ],
        also: { saltPct: 100 * saltFrac, strongestPct: 100 * strongest },
      }
    },
  },
]
