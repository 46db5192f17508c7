import { brokenProb, HAZARD_PRIOR, hazardMean, refitHazard, refitSlope } from '../techniques/hold/houseHazard'
import { COVER_FACTOR, type SauceCover } from '../heat/stillSurface'
import {
  everyMinutes,
  HOLD_FAMILIES,
  holdMargin,
  holdRisk,
  type HoldFamilyId,
} from '../techniques/hold/holdRisk'
import { choice, number, R } from './inputs'
import type { Model } from './model'
import { num, word } from './values'

const HOLDING = 'emulsion.md §5'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8, sources: [HOLDING] } as const
const RISK_SHARE = 0.5
const CM2_PER_M2 = 10_000
const LONGEST_MIN = 240

/** How long a sauce may stand, and what a house learns of it. */
export const HOLD_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'holdRisk',
    says: 'chance that a held sauce has broken by then, and what ends its hold first',
    formula: '1 − e^(−∫λdt); λ = λ₀·exp(too hot + too cold + φ over its edge + age + unstirred)',
    unit: '(0..1)',
    also: { setFrac: '(0..1)', phaseFrac: '(0..1)', lostG: 'g', marginMin: 'min' },
    inputs: [
      choice('family', 'sauce', Object.keys(HOLD_FAMILIES)),
      number('tempC', 'held at', { min: 35, max: 75, unit: '°C' }),
      number('fatMl', 'fat', R.ml),
      number('continuousMl', 'what stands around it', R.ml),
      number('yolkG', 'yolk that could curdle; 0 for none', R.grams, 0),
      number('areaCm2', 'its surface', { min: 1, max: 10_000, unit: 'cm²' }),
      choice('cover', 'covered', Object.keys(COVER_FACTOR)),
      number('stirEveryMin', 'stirred every; 0 for never', R.minutes, 0),
      number('minutes', 'after', { min: 1, max: LONGEST_MIN, unit: 'min' }),
      number('houseFactor', 'this house’s factor on the risk', { min: 0.05, max: 20, unit: '1' }, 1),
    ],
    run: (v) => {
      const run = holdRisk(
        {
          family: word(v, 'family') as HoldFamilyId,
          fatMl: num(v, 'fatMl'),
          continuousMl: num(v, 'continuousMl'),
          yolkG: num(v, 'yolkG') || undefined,
          areaM2: num(v, 'areaCm2') / CM2_PER_M2,
          cover: word(v, 'cover') as SauceCover,
          isStirredAt: everyMinutes(num(v, 'stirEveryMin')),
          tempC: num(v, 'tempC'),
          houseFactor: num(v, 'houseFactor'),
        },
        LONGEST_MIN,
      )
      const at = run[Math.round(num(v, 'minutes'))] ?? run[run.length - 1]
      const margin = holdMargin(run, LONGEST_MIN)
      const value = at?.brokenProb ?? NaN
      return {
        value,
        low: value * RISK_SHARE,
        high: Math.min(1, value / RISK_SHARE),
        warnings: margin.binds === 'clock' ? [] : [margin.binds],
        also: {
          setFrac: at?.setFrac ?? NaN,
          phaseFrac: at?.phaseFrac ?? NaN,
          lostG: at?.lostG ?? NaN,
          marginMin: margin.min,
        },
      }
    },
  },
  {
    ...JUDGED,
    id: 'houseHazard',
    says: 'chance that a batch breaks, by what this house’s batches taught of its factor on the risk',
    formula: 'Gamma(a + broken, b + ΣH); P = 1 − (b/(b + H))^a',
    unit: '(0..1)',
    also: { shape: '1', rate: '1', mean: '1', byPrior: '(0..1)' },
    inputs: [
      number('broken', 'batches that broke', { min: 0, max: 100_000, unit: '1' }),
      number('exposure', 'the table’s risk over all batches, ΣH', { min: 0, max: 100_000, unit: '1' }),
      number('ahead', 'the table’s risk of this one, H', { min: 0, max: 50, unit: '1' }),
      number('priorShape', 'prior a', { min: 0.1, max: 1000, unit: '1' }, HAZARD_PRIOR.shape),
      number('priorRate', 'prior b', { min: 0.1, max: 1000, unit: '1' }, HAZARD_PRIOR.rate),
    ],
    run: (v) => {
      const prior = { shape: num(v, 'priorShape'), rate: num(v, 'priorRate') }
      const house = refitHazard(prior, { broken: num(v, 'broken'), exposure: num(v, 'exposure') })
      return {
        value: brokenProb(house, num(v, 'ahead')),
        also: { ...house, mean: hazardMean(house), byPrior: brokenProb(prior, num(v, 'ahead')) },
      }
    },
  },
  {
    ...JUDGED,
    id: 'hazardSlope',
    says: 'how much a kelvin out of its band costs in this house, from batches that were held there',
    formula: 'argmax Σ_broken ln(1 − e^(−H)) − Σ_sound H − (β − β₀)²/(2s²), H = λ₀·e^(β·K)·t',
    unit: '/K',
    inputs: [
      number('ratePerH', 'rate at rest, λ₀', { min: 0.0001, max: 10, unit: '1/h' }),
      number('kelvin', 'out of its band by', { min: 0.1, max: 30, unit: 'K' }),
      number('hours', 'held for', { min: 0.01, max: 4, unit: 'h' }),
      number('batches', 'batches', { min: 1, max: 1000, unit: '1' }),
      number('broken', 'of which broke', { min: 0, max: 1000, unit: '1' }),
      number('mean', 'the table’s slope', { min: 0, max: 2, unit: '/K' }),
      number('sd', 'how unsure it is', { min: 0.001, max: 2, unit: '/K' }),
    ],
    run: (v) => {
      const exposureAt = (slope: number) =>
        num(v, 'ratePerH') * num(v, 'hours') * Math.exp(slope * num(v, 'kelvin'))
      const seen = Array.from({ length: Math.round(num(v, 'batches')) }, (_, i) => ({
        exposureAt,
        isBroken: i < num(v, 'broken'),
      }))
      return { value: refitSlope({ mean: num(v, 'mean'), sd: num(v, 'sd') }, seen) }
    },
  },
]
