import { ETHANOL_BURNS_J_PER_G, ethanolWaterDensity20KgPerM3, massFracFromAbv } from '../heat/ethanol'
import {
  alcoholLeft,
  ALCOHOL_WAYS,
  impliedLossFrac,
  tableRetention,
  type AlcoholWay,
} from '../mixture/alcoholTable'
import { KAPPA } from '../mixture/boilDown'
import { reduceMixture } from '../mixture/reduceMixture'
import { abvFromMassFrac } from '../heat/ethanol'
import { choice, mixtureOf, number, pressureOf, R } from './inputs'
import type { Model } from './model'
import { GOES_DOWN_INPUTS, stopOf } from './reductionModels'
import { num, word } from './values'

const SECTION = 'reduction.md §6'
const TABLE = 'USDA Table of Nutrient Retention Factors, Release 6 (2007)'
const TRACE_PCT = 0.5

/** Alcohol that is left. Always an estimate, never a word of absence. */
export const ALCOHOL_MODELS: readonly Model[] = [
  {
    id: 'alcoholLeft',
    version: '2',
    says: 'alcohol left of liquids boiled down in an open pan; always an estimate',
    formula: 'Rayleigh with κ 1 (boil) to 0.6 (simmer)',
    unit: '% of the alcohol at the start',
    sources: [SECTION, 'Snitkjær et al. 2017'],
    confidence: 'medium',
    coverage: 0.8,
    also: { strengthPct: '% vol', waterLeftFrac: '(0..1)' },
    inputs: GOES_DOWN_INPUTS,
    run: (v) => {
      const start = mixtureOf(v)
      if (start.ethanol === 0) return { value: 0, warnings: ['noAlcohol'] }
      const left = (kappa: number) => reduceMixture(start, stopOf(v, start), kappa, pressureOf(v))
      const pct = (kappa: number) => (100 * left(kappa).ethanol) / start.ethanol
      const boiled = left(KAPPA.boil)
      return {
        value: pct(0.8),
        low: pct(KAPPA.boil),
        high: pct(KAPPA.simmer),
        warnings: pct(KAPPA.simmer) < TRACE_PCT ? ['traceOnly'] : [],
        also: {
          strengthPct: 100 * abvFromMassFrac(boiled.ethanol / (boiled.ethanol + boiled.water)),
          waterLeftFrac: boiled.water / start.water,
        },
      }
    },
  },
  {
    id: 'alcoholByTable',
    version: '1',
    says: 'alcohol left by the published table, and the water that must have left for it in a dilute dish',
    formula: 'the row; stirred in between rows by time; loss 1 − R^(1/11.5) to 1 − R^(1/6.9)',
    unit: '% of the alcohol at the start',
    sources: [SECTION, TABLE, 'Augustin et al. 1992'],
    confidence: 'high',
    coverage: 0.8,
    also: { lossLowPct: '%', lossHighPct: '%' },
    inputs: [
      choice('way', 'how it was cooked', ALCOHOL_WAYS),
      number('durationMin', 'stirred in and simmered for', R.minutes, 0),
    ],
    run: (v) => {
      const left = tableRetention(word(v, 'way') as AlcoholWay, num(v, 'durationMin'))
      const loss = impliedLossFrac(left)
      return { value: 100 * left, also: { lossLowPct: 100 * loss.low, lossHighPct: 100 * loss.high } }
    },
  },
  {
    id: 'alcoholOfBoth',
    version: '1',
    says: 'one word on the alcohol left: a measured open reduction by the model, an unknown one by the table, both by the higher',
    formula: 'max(model band, table row)',
    unit: '% of the alcohol at the start',
    sources: [SECTION, TABLE],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      number('modelLowPct', 'by the model, a boil', R.pct),
      number('modelHighPct', 'by the model, a simmer', R.pct),
      number('durationMin', 'stirred in and simmered for', R.minutes),
      choice('applies', 'what is known', ['model', 'table', 'both']),
    ],
    run: (v) => {
      const applies = word(v, 'applies')
      const ends = [num(v, 'modelLowPct') / 100, num(v, 'modelHighPct') / 100].sort((a, b) => a - b)
      const model = { low: ends[0] ?? 0, high: ends[1] ?? 0 }
      const { low, high } = alcoholLeft(
        applies === 'table' ? undefined : model,
        applies === 'model' ? undefined : tableRetention('stirredIn', num(v, 'durationMin')),
      )
      return { value: 50 * (low + high), low: 100 * low, high: 100 * high }
    },
  },
  {
    id: 'flambe',
    version: '1',
    says: 'heat of a flambé; the alcohol that burns is a quarter of it',
    formula: 'share · ethanol · 26.8 kJ/g',
    unit: 'kW',
    sources: [SECTION],
    confidence: 'medium',
    coverage: 0.8,
    also: { ethanolG: 'g', kJ: 'kJ' },
    inputs: [
      number('volumeMl', 'spirit', { min: 1, max: 1000, unit: 'ml' }),
      number('abvPct', 'its strength', { min: 1, max: 95, unit: '% vol' }),
      number('burnedFrac', 'that burns', R.share, 0.25),
      number('durationS', 'over', { min: 1, max: 600, unit: 's' }, 30),
    ],
    run: (v) => {
      const w = massFracFromAbv(num(v, 'abvPct') / 100)
      const ethanolG = (num(v, 'volumeMl') * w * ethanolWaterDensity20KgPerM3(w)) / 1000
      const kJ = (ethanolG * num(v, 'burnedFrac') * ETHANOL_BURNS_J_PER_G) / 1000
      const value = kJ / num(v, 'durationS')
      return {
        value,
        low: value * 0.6,
        high: value * 1.6,
        warnings: num(v, 'volumeMl') > 60 ? ['tooMuchForAPan'] : [],
        also: { ethanolG, kJ },
      }
    },
  },
]
