import { Z10 } from '../solve/normal'
import { coverageOf } from '../learning/coverage'
import { driftBy, meanRunLength, NO_DRIFT } from '../learning/drift'
import { learnDipBias, learnFactor, learnShare } from '../learning/shares'
import { learnMinutes, nextMinutes } from '../learning/stepMinutes'
import { list, number, R } from './inputs'
import type { Model } from './model'
import { column, num } from './values'

const SECTION = 'kitchen.md §14'
const LEARNED = { version: '1', confidence: 'medium', coverage: 0.8 } as const
const RATIO = { min: 0.1, max: 10, unit: '1' } as const
const logs = (ratios: readonly number[]) => ratios.map(Math.log)

/** What batches teach: prior, data and what becomes of both. */
export const LEARNING_MODELS: readonly Model[] = [
  {
    ...LEARNED,
    id: 'learnedMinutes',
    says: 'minutes of a step’s next time, from the typed figure and the times it took',
    formula: 'Normal-inverse-gamma on ln(min); Student’s t',
    unit: 'min',
    sources: [SECTION],
    also: { meanLn: 'ln min', kappa: '1', alpha: '1', beta: '1' },
    inputs: [
      number('saidMin', 'typed', { min: 0.1, max: 2880, unit: 'min' }),
      list('took', 'it took', [number('min', 'minutes', { min: 0.05, max: 2880, unit: 'min' })], { min: 0 }),
    ],
    run: (v) => {
      const belief = learnMinutes(num(v, 'saidMin'), column(v, 'took', 'min'))
      return { ...nextMinutes(belief), also: { ...belief } }
    },
  },
  {
    ...LEARNED,
    id: 'learnedShare',
    says: 'a yield such as a sieve’s, from the typed figure and the times it was weighed',
    formula: '(m₀n₀ + Σ)/(n₀ + n)',
    unit: '(0..1)',
    sources: [SECTION],
    inputs: [
      number('priorFrac', 'typed', R.share),
      number('priorWeight', 'which counts as so many', { min: 1, max: 50, unit: '1' }, 4),
      list('measured', 'weighed out over in', [number('frac', 'share', R.share)], { min: 0 }),
    ],
    run: (v) => ({
      value: learnShare(num(v, 'priorFrac'), column(v, 'measured', 'frac'), num(v, 'priorWeight')),
    }),
  },
  {
    ...LEARNED,
    id: 'dipBias',
    says: 'how far one cook’s dips lie from the scale (ln)',
    formula: 'Σ/s²/(1/0.01 + n/s²)',
    unit: 'ln',
    sources: [SECTION],
    also: { sdLn: 'ln' },
    inputs: [list('ratios', 'dip over scale', [number('ratio', 'ratio', RATIO)], { min: 0 })],
    run: (v) => {
      const { meanLn, sdLn } = learnDipBias(logs(column(v, 'ratios', 'ratio')))
      return { value: meanLn, low: meanLn - Z10 * sdLn, high: meanLn + Z10 * sdLn, also: { sdLn } }
    },
  },
  {
    ...LEARNED,
    id: 'learnedRate',
    says: 'how much faster a ring and a pan boil than was foretold',
    formula: 'normal law of ln(actual/foretold)',
    unit: '1',
    sources: [SECTION, 'kitchen.md §13'],
    inputs: [
      number('priorSdLn', 'spread of what was foretold', { min: 0.03, max: 1, unit: 'ln' }, 0.35),
      number('eachSdLn', 'spread of each time', { min: 0.02, max: 1, unit: 'ln' }, 0.15),
      list('ratios', 'actual over foretold', [number('ratio', 'ratio', RATIO)], { min: 0 }),
    ],
    run: (v) => {
      const { meanLn, sdLn } = learnFactor(
        num(v, 'priorSdLn'),
        logs(column(v, 'ratios', 'ratio')),
        num(v, 'eachSdLn'),
      )
      const at = (z: number) => Math.exp(meanLn + z * sdLn)
      return { value: at(0), low: at(-Z10), high: at(Z10) }
    },
  },
  {
    ...LEARNED,
    id: 'bandCoverage',
    says: 'chance of so few bands (or fewer) that held, if they were right',
    formula: 'binomial',
    unit: '(0..1)',
    sources: [SECTION],
    inputs: [
      number('held', 'held', { min: 0, max: 10_000, unit: '1' }),
      number('of', 'of', { min: 1, max: 10_000, unit: '1' }),
      number('said', 'that they say', { min: 0.01, max: 0.99, unit: '(0..1)' }, 0.8),
    ],
    run: (v) => {
      const [held, of] = [Math.round(num(v, 'held')), Math.round(num(v, 'of'))]
      if (held > of) return { value: NaN, warnings: ['moreThanThereWere'] }
      const { fewerP, verdict } = coverageOf(held, of, num(v, 'said'))
      return { value: fewerP, warnings: [verdict] }
    },
  },
  {
    ...LEARNED,
    id: 'drift',
    says: 'whether measures lie to one side of what is believed',
    formula: 'CUSUM: S⁺ = max(0, S⁺ + z − 0.5), alarm over 4',
    unit: '1',
    sources: [SECTION, 'Siegmund'],
    also: { down: '1' },
    inputs: [
      list('z', 'standard deviations from what was foretold', [
        number('z', 'z', { min: -20, max: 20, unit: 'sd' }),
      ]),
    ],
    run: (v) => {
      const { up, down, isDrifting } = column(v, 'z', 'z').reduce(driftBy, NO_DRIFT)
      return { value: up, warnings: isDrifting ? ['drifting'] : [], also: { down } }
    },
  },
  {
    ...LEARNED,
    id: 'meanRunLength',
    says: 'batches until one side alarms, by a steady shift',
    formula: '(e^(−2Δb) + 2Δb − 1)/(2Δ²), b = h + 1.166',
    unit: 'batches',
    sources: [SECTION, 'Siegmund'],
    inputs: [
      number('shiftSd', 'shift', { min: 0, max: 5, unit: 'sd' }),
      number('alarmOver', 'alarm over', { min: 1, max: 10, unit: '1' }, 4),
    ],
    run: (v) => ({ value: meanRunLength(num(v, 'shiftSd'), num(v, 'alarmOver')) }),
  },
]
