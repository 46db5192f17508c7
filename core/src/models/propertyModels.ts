import { airPressureKPa } from '../heat/atmosphere'
import {
  abvFromMassFrac,
  ethanolVapourPressureKPa,
  ethanolWaterDensity20KgPerM3,
  massFracFromAbv,
} from '../heat/ethanol'
import { boilingPointRiseK, saltWaterActivity, sugarWaterActivity } from '../heat/evaporation'
import {
  bubblePointC,
  ethanolMoleFrac,
  flashPointC,
  relativeVolatility,
  vapourMoleFrac,
} from '../heat/vapourLiquid'
import {
  waterBoilingPointC,
  waterDensityKgPerM3,
  waterLatentHeatJPerG,
  waterVapourPressureKPa,
} from '../heat/water'
import { LIMITS } from '../limits'
import { ALTITUDE, choice, number, pressureOf, R } from './inputs'
import type { Model } from './model'
import { num, word } from './values'

const SECTION = 'reduction.md §0'
const SURE = { version: '1', confidence: 'high', coverage: 0.95 } as const
const STRENGTH = number('abvPct', 'strength by volume', { min: 0, max: 95, unit: '% vol' })
const PRESSURE = number('pressureKPa', 'of the air', { min: 60, max: 101.4, unit: 'kPa' }, 101.325)
const MOLE_FRAC = number('moleFrac', 'ethanol in water and ethanol', { min: 0, max: 0.9, unit: '(0..1)' })
const within = (value: number, share: number) => ({
  value,
  low: value * (1 - share),
  high: value * (1 + share),
})
const moleFracOf = (w: number) => ethanolMoleFrac(1 - w, w)

/** Properties of water, ethanol and both together. */
export const PROPERTY_MODELS: readonly Model[] = [
  {
    ...SURE,
    id: 'boilingPoint',
    version: '2',
    says: 'where water boils at a height, or under pressure',
    formula: 'Antoine inverse of the standard atmosphere’s pressure and the cooker’s gauge',
    unit: '°C',
    sources: [SECTION, 'US Standard Atmosphere 1976', 'Gmehling & Onken'],
    inputs: [ALTITUDE, number('gaugeKPa', 'over the air’s pressure', { min: 0, max: 100, unit: 'kPa' }, 0)],
    run: (v) => {
      const air = pressureOf(v)
      const at = (weather: number) => waterBoilingPointC(air * weather + num(v, 'gaugeKPa'))
      return { value: at(1), low: at(0.97), high: at(1.03) }
    },
  },
  {
    ...SURE,
    id: 'vapourPressure',
    says: 'pressure of a liquid’s vapour',
    formula: 'Antoine: log₁₀ p = A − B/(C + T)',
    unit: 'kPa',
    sources: [SECTION, 'Gmehling & Onken'],
    inputs: [
      choice('of', 'liquid', ['water', 'ethanol']),
      number('tempC', 'at', { min: 5, max: 120, unit: '°C' }),
    ],
    run: (v) => {
      const of = word(v, 'of') === 'water' ? waterVapourPressureKPa : ethanolVapourPressureKPa
      return within(of(num(v, 'tempC')), 0.005)
    },
  },
  {
    ...SURE,
    id: 'latentHeat',
    says: 'heat that a gram of water takes to boil away',
    formula: '2500.6 − 2.306·T − 0.00133·T²',
    unit: 'J/g',
    sources: [SECTION, 'IAPWS-IF97'],
    inputs: [number('tempC', 'at', { min: 0, max: 100, unit: '°C' })],
    run: (v) => within(waterLatentHeatJPerG(num(v, 'tempC')), 0.001),
  },
  {
    ...SURE,
    id: 'waterDensity',
    says: 'mass of a litre of water',
    formula: 'Kell’s polynomial',
    unit: 'kg/m³',
    sources: [SECTION, 'Kell 1975'],
    inputs: [number('tempC', 'at', { min: 0, max: 100, unit: '°C' })],
    run: (v) => within(waterDensityKgPerM3(num(v, 'tempC')), 0.0002),
  },
  {
    ...SURE,
    id: 'ethanolWaterDensity',
    says: 'mass of a litre of water and ethanol together at 20 °C',
    formula: 'polynomial in the mass fraction',
    unit: 'kg/m³',
    sources: [SECTION, 'OIML R 22'],
    inputs: [number('massFrac', 'ethanol', { min: 0, max: 1, unit: '(0..1)' })],
    run: (v) => within(ethanolWaterDensity20KgPerM3(num(v, 'massFrac')), 0.0002),
  },
  {
    ...SURE,
    id: 'strength',
    says: 'ethanol by mass of a strength by volume',
    formula: 'w = abv·ρ(pure)/ρ(w), by repetition',
    unit: '(0..1)',
    sources: [SECTION, 'OIML R 22'],
    also: { moleFrac: '(0..1)', backPct: '% vol' },
    inputs: [STRENGTH],
    run: (v) => {
      const w = massFracFromAbv(num(v, 'abvPct') / 100)
      return { ...within(w, 0.001), also: { moleFrac: moleFracOf(w), backPct: 100 * abvFromMassFrac(w) } }
    },
  },
  {
    ...SURE,
    id: 'bubblePoint',
    says: 'where water and ethanol boil together',
    formula: 'Raoult with van Laar: x·γ₁·p₁ + (1 − x)·γ₂·p₂ = p',
    unit: '°C',
    sources: [SECTION, 'Gmehling & Onken', 'Carey & Lewis 1932'],
    also: { vapourMoleFrac: '(0..1)', alpha: '1' },
    inputs: [MOLE_FRAC, PRESSURE],
    run: (v) => {
      const [x, p] = [num(v, 'moleFrac'), num(v, 'pressureKPa')]
      const value = bubblePointC(x, p)
      return {
        value,
        low: value - 0.5,
        high: value + 0.5,
        also: { vapourMoleFrac: vapourMoleFrac(x, p), alpha: relativeVolatility(x, p) },
      }
    },
  },
  {
    ...SURE,
    id: 'boilingPointRise',
    says: 'how much hotter a syrup or brine boils',
    formula: '−28.5·ln(a_w); salt as two ions, sugar by Norrish',
    unit: 'K',
    sources: ['reduction.md §3', 'Norrish 1966'],
    inputs: [
      number('waterG', 'water', R.someGrams),
      number('saltG', 'salt', R.grams, 0),
      number('sugarG', 'sugar', R.grams, 0),
    ],
    run: (v) => {
      const activity =
        saltWaterActivity(num(v, 'waterG'), num(v, 'saltG')) *
        sugarWaterActivity(num(v, 'waterG'), num(v, 'sugarG'))
      return within(boilingPointRiseK(activity), 0.1)
    },
  },
  {
    id: 'flashPoint',
    version: '1',
    says: 'from where the air over a liquid can be lit',
    formula: 'x·γ₁·p₁(T) = 0.033·p',
    unit: '°C',
    sources: ['reduction.md §6', 'NFPA 325'],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [STRENGTH, ALTITUDE],
    run: (v) => {
      const abv = num(v, 'abvPct') / 100
      if (abv === 0) return { value: NaN, warnings: ['noAlcohol'] }
      const value = flashPointC(moleFracOf(massFracFromAbv(abv)), airPressureKPa(num(v, 'altitudeM')))
      if (!Number.isFinite(value)) return { value: NaN, warnings: ['neverLights'] }
      return { value, low: value - 5, high: value + 5 }
    },
  },
  {
    ...SURE,
    id: 'airPressure',
    says: 'pressure of the air at a height',
    formula: '101.325·(1 − 2.25577·10⁻⁵·h)^5.25588',
    unit: 'kPa',
    sources: [SECTION, 'US Standard Atmosphere 1976'],
    inputs: [number('altitudeM', 'height', LIMITS.altitudeM)],
    run: (v) => within(pressureOf(v), 0.03),
  },
]
