import { FOOD_CODES, holdLimits, type FoodCodeId } from '../safety/codes'
import { growthLog10, ORGANISMS, type Organism } from '../safety/growth'
import { CREDIT_D_FACTOR, logReduction, YOLK_SALMONELLA } from '../safety/lethality'
import type { Model } from './model'
import { num } from './values'

const SOURCE = 'emulsion.md §6'

/** Models of what heat and time do to germs. None of them says that a sauce is safe. */
export const SAFETY_MODELS: readonly Model[] = [
  {
    id: 'yolkLogReduction',
    version: '1',
    says: 'Salmonella killed in liquid yolk held at one temperature; D is doubled; no leave to serve',
    formula: 't / D, D = 2·0.75·10^((60 − T)/4.5) min',
    unit: 'log10',
    sources: [SOURCE, 'Schuman & Sheldon 1997', 'Garibaldi et al. 1969'],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      { name: 'tempC', says: 'held at, by probe', range: { min: 54, max: 70, unit: '°C' } },
      { name: 'durationS', says: 'for', range: { min: 0, max: 3600, unit: 's' } },
    ],
    run: (v) => {
      const at = (factor: number) =>
        logReduction(
          [0, num(v, 'durationS')].map((s) => ({ atMs: s * 1000, tempC: num(v, 'tempC') })),
          { ...YOLK_SALMONELLA, d60Min: YOLK_SALMONELLA.d60Min * factor },
        )
      const value = at(CREDIT_D_FACTOR)
      return { value, low: value / 1.5, high: at(1), warnings: value > 8 ? ['extrapolated'] : [] }
    },
  },
  {
    id: 'growth',
    version: '1',
    says: 'growth at one temperature without any lag, which overstates it on purpose',
    formula: '√μ = b(T − T_min)(1 − e^{c(T − T_max)})',
    unit: 'log10',
    sources: [SOURCE, 'Ratkowsky et al. 1983', 'ICMSF 1996'],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'organism', says: 'of', oneOf: Object.keys(ORGANISMS) },
      { name: 'tempC', says: 'at', range: { min: 0, max: 60, unit: '°C' } },
      { name: 'hours', says: 'for', range: { min: 0, max: 24, unit: 'h' } },
    ],
    run: (v) => {
      const value = growthLog10(v.organism as Organism, () => num(v, 'tempC'), num(v, 'hours'))
      return { value, low: 0, high: value * 1.2 }
    },
  },
  {
    id: 'holdLimit',
    version: '1',
    says: 'how long a sauce may be held: of house rule and code the stricter; the local text rules',
    formula: 'min(house, code)',
    unit: 'h',
    sources: [SOURCE, ...Object.values(FOOD_CODES).map((c) => `${c.source} (${c.asOf})`)],
    confidence: 'high',
    coverage: 1,
    inputs: [
      { name: 'code', says: 'food code', oneOf: Object.keys(FOOD_CODES) },
      { name: 'houseH', says: 'house rule', range: { min: 0.5, max: 6, unit: 'h' } },
    ],
    run: (v) => {
      const limits = holdLimits({
        code: v.code as FoodCodeId,
        holdLimitH: num(v, 'houseH'),
        clockFrom: 'outOfControl',
      })
      return { value: limits.houseS / 3600, high: limits.codeS / 3600 }
    },
  },
]
