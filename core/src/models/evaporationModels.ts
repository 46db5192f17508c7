import { Z10 } from '../solve/normal'
import { areaM2, boilState, heatLossW, LID_FACTOR, massFluxKgPerM2S } from '../heat/evaporation'
import { HEAT_LEVELS, HEATERS, netPowerW, type HeaterKind, type HeatLevel } from '../heat/heater'
import { waterDensityKgPerM3 } from '../heat/water'
import { LIMITS } from '../limits'
import { boilDown } from '../mixture/boilDown'
import { toGo } from '../mixture/reduceMixture'
import { filmFluxLimitWPerM2, dryMarginS } from '../techniques/reduce/scorch'
import { simulateReduction } from '../techniques/reduce/simulateReduction'
import { ALTITUDE, choice, mixtureOf, number, pressureOf, R, SURFACE, surfaceOf } from './inputs'
import type { Model } from './model'
import { GOES_DOWN_INPUTS, stopOf } from './reductionModels'
import { num, word } from './values'

const SECTION = 'reduction.md §3'
const ORDINARY = { version: '1', confidence: 'medium', coverage: 0.8 } as const
const POWER = number('powerW', 'net power into the liquid', LIMITS.powerW)
const HELD_C = number('tempC', 'held at', { min: 25, max: 99, unit: '°C' })

/** How fast water leaves a pan, by power or by a temperature that is held. */
export const EVAPORATION_MODELS: readonly Model[] = [
  {
    ...ORDINARY,
    id: 'heaterPower',
    says: 'net power from a knob',
    formula: 'rated · share(level) · efficiency(kind, diameter), at most 60 kW/m²',
    unit: 'W',
    sources: [SECTION],
    confidence: 'low',
    inputs: [
      choice('heater', 'kind of ring', Object.keys(HEATERS)),
      choice('level', 'knob', Object.keys(HEAT_LEVELS)),
      number('diameterMm', 'base of the pan', LIMITS.diameterMm),
      number('ratedW', 'on its plate; 0 for the usual', { min: 0, max: 30_000, unit: 'W' }, 0),
      ALTITUDE,
    ],
    run: (v) => {
      const rated = num(v, 'ratedW')
      const level = word(v, 'level') as HeatLevel
      const value = netPowerW(
        { kind: word(v, 'heater') as HeaterKind, ...(rated > 0 ? { ratedW: rated } : {}) },
        level,
        num(v, 'diameterMm'),
        num(v, 'altitudeM'),
      )
      const spread = Math.exp(Z10 * HEAT_LEVELS[level].sdLnPower)
      return { value, low: value / spread, high: value * spread }
    },
  },
  {
    ...ORDINARY,
    id: 'evaporationRate',
    version: '2',
    says: 'water leaving a pan at a net power',
    formula: 'power = losses + latent heat; simmer or boil by itself',
    unit: 'g/min',
    sources: [SECTION],
    also: { tempC: '°C', lossW: 'W' },
    inputs: [POWER, ...SURFACE],
    run: (v) => {
      const at = surfaceOf(v)
      const state = (p: number) => boilState(at, p)
      const p = num(v, 'powerW')
      const middle = state(p)
      return {
        value: middle.rateGPerS * 60,
        low: state(p * 0.9).rateGPerS * 60,
        high: state(p * 1.1).rateGPerS * 60,
        warnings: [middle.regime],
        also: { tempC: middle.tempC, lossW: heatLossW(at, middle.tempC) },
      }
    },
  },
  {
    ...ORDINARY,
    id: 'heldEvaporation',
    says: 'water leaving a pan that is held at a temperature, and how fast its level falls whatever its shape',
    formula: 'φ·A·m″(T); dh/dt = −m″/ρ',
    unit: 'g/min',
    sources: [SECTION],
    confidence: 'low',
    also: { fluxKgPerM2H: 'kg/(m² h)', fallsMmPerMin: 'mm/min' },
    inputs: [HELD_C, ...SURFACE],
    run: (v) => {
      const at = surfaceOf(v)
      const tempC = Math.min(num(v, 'tempC'), boilState(at, 1e5).tempC - 0.2)
      const flux = massFluxKgPerM2S(at, tempC)
      const value = LID_FACTOR[at.lid] * areaM2(at) * flux * 60_000
      return {
        value,
        low: value * 0.6,
        high: value * 1.4,
        also: {
          fluxKgPerM2H: flux * 3600,
          fallsMmPerMin: (LID_FACTOR[at.lid] * flux * 60_000) / waterDensityKgPerM3(tempC),
        },
      }
    },
  },
  {
    ...ORDINARY,
    id: 'reductionMinutes',
    version: '2',
    says: 'minutes to boil liquids down at a known net power',
    formula: 'energy balance marched along the way down, alcohol leaving first',
    unit: 'min',
    sources: [SECTION],
    confidence: 'low',
    also: { warmUpMin: 'min', rateGPerMin: 'g/min' },
    inputs: [
      ...GOES_DOWN_INPUTS.slice(0, 3),
      POWER,
      ...SURFACE,
      number('startTempC', 'at the start', { min: 0, max: 100, unit: '°C' }, 20),
      number('storedInPanKJ', 'heat in a hot pan', { min: 0, max: 500, unit: 'kJ' }, 0),
    ],
    run: (v) => {
      const way = boilDown(mixtureOf(v), pressureOf(v))
      const found = way.start.water > 0 ? way.where(toGo(stopOf(v, way.start))) : undefined
      if (!found) return { value: NaN, warnings: ['neverReached'] }
      const run = (p: number) =>
        simulateReduction(way, surfaceOf(v), p, {
          tempC: num(v, 'startTempC'),
          storedInPanJ: num(v, 'storedInPanKJ') * 1000,
          fall: found.fall,
        })
      const middle = run(num(v, 'powerW'))
      return {
        value: middle.durationS / 60,
        low: run(num(v, 'powerW') * 1.15).durationS / 60,
        high: run(num(v, 'powerW') * 0.85).durationS / 60,
        warnings: middle.status === 'never' ? ['neverReached'] : [],
        also: { warmUpMin: middle.warmUpS / 60, rateGPerMin: middle.rateGPerS * 60 },
      }
    },
  },
  {
    ...ORDINARY,
    id: 'filmFluxLimit',
    says: 'the most heat that a thick film carries before its floor passes 120 °C',
    formula: '0.45·(120 − T_b)/d',
    unit: 'kW/m²',
    sources: [SECTION],
    confidence: 'low',
    inputs: [
      number('depthMm', 'depth of the film', { min: 0.5, max: 40, unit: 'mm' }),
      number('boilC', 'where it boils', { min: 80, max: 119, unit: '°C' }),
    ],
    run: (v) => {
      const value = filmFluxLimitWPerM2(num(v, 'depthMm'), num(v, 'boilC')) / 1000
      return { value, low: value * 0.7, high: value * 1.3 }
    },
  },
  {
    ...ORDINARY,
    id: 'dryMargin',
    says: 'seconds from the notch to a dry pan',
    formula: 'water left at the target / rate',
    unit: 's',
    sources: [SECTION],
    inputs: [
      number('waterG', 'water left at the notch', R.grams),
      number('rateGPerMin', 'loss', { min: 0.1, max: 500, unit: 'g/min' }),
    ],
    run: (v) => {
      const value = dryMarginS(num(v, 'waterG'), num(v, 'rateGPerMin'))
      return { value, low: value * 0.7, high: value * 1.3, warnings: value < 90 ? ['stayBesideIt'] : [] }
    },
  },
]
