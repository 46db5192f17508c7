import {
  crunchS,
  GREEN_FRESH,
  GREEN_OLIVE,
  greenForMin,
  greenLeft,
  leafPerG,
} from '../techniques/serve/fading'
import { number, R } from './inputs'
import type { Model } from './model'
import { num, within } from './values'

const FADING = 'kitchen.md §6'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8, sources: [FADING] } as const
const PH = number('ph', 'pH', { min: 2.5, max: 8, unit: '1' })
const TEMP = number('tempC', 'held at', { min: 20, max: 100, unit: '°C' })

/** What fades between the pan and the plate. */
export const FADING_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'greenLeft',
    says: 'share of a herb’s green that is left',
    formula: 'e^(−κt), κ = ⅛·10^((T − 95)/30)·10^(½(5.5 − pH)) per min',
    unit: '(0..1)',
    also: { freshForMin: 'min' },
    inputs: [number('minutes', 'for', R.minutes), TEMP, PH],
    run: (v) => {
      const value = greenLeft(num(v, 'minutes'), num(v, 'tempC'), num(v, 'ph'))
      return {
        value,
        low: value ** 1.5,
        high: value ** 0.67,
        warnings: [
          ...(value < GREEN_FRESH && value >= GREEN_OLIVE ? ['fading'] : []),
          ...(value < GREEN_OLIVE ? ['olive'] : []),
        ],
        also: { freshForMin: greenForMin(num(v, 'tempC'), num(v, 'ph')) },
      }
    },
  },
  {
    ...JUDGED,
    id: 'croutonCrunch',
    says: 'seconds until croutons in a sauce have lost their crunch',
    formula: '12·(η/0.0005)^¼',
    unit: 's',
    inputs: [number('viscosityPaS', 'how thick it is', { min: 0.0003, max: 30, unit: 'Pa·s' })],
    run: (v) => within(crunchS(num(v, 'viscosityPaS')), 0.4),
  },
  {
    ...JUDGED,
    id: 'leafWilted',
    says: 'most leaf that a sauce wilts in one go',
    formula: '3.6(T − 65)/(3.9(65 − leaf))·m',
    unit: 'g',
    inputs: [
      number('sauceG', 'sauce', R.someGrams),
      number('sauceC', 'sauce at', { min: 40, max: 100, unit: '°C' }),
      number('leafC', 'leaf at', { min: 0, max: 40, unit: '°C' }, 5),
    ],
    run: (v) => within(num(v, 'sauceG') * leafPerG(num(v, 'sauceC'), num(v, 'leafC')), 0.2),
  },
]
