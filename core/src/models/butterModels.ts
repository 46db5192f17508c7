import { BUTTERS, type ButterKind } from '../mixture/butterFat'
import { USUAL_PAN_J_PER_K } from '../heat/usualPan'
import { BROWN_MARKS, brownButter, type BrownMark } from '../techniques/brown/brownButter'
import { clarifyPlan } from '../techniques/eggEmulsion/clarify'
import { leastJuiceG, quench, QUENCH_MOST_C } from '../techniques/brown/quench'
import {
  contactC,
  effusivity,
  filmMeanC,
  hottestPlateC,
  hottestSurfaceC,
  plateMixC,
  sauceThermal,
  SURFACES,
  type SurfaceKind,
} from '../techniques/mount/contact'
import { mountedOffHeatC, mountHeatJ } from '../techniques/mount/mountHeat'
import { choice, number, R } from './inputs'
import type { Model } from './model'
import { num, within, word, type Values } from './values'

const BROWNING = 'emulsion.md §8'
const MOUNTING = 'emulsion.md §4'
const butterOf = (v: Values) => BUTTERS[word(v, 'butter') as ButterKind]
const BUTTER = choice('butter', 'butter', Object.keys(BUTTERS), 'eu')
const PAN_HEAT = number(
  'panJPerK',
  'heat that the pan holds',
  { min: 20, max: 3000, unit: 'J/K' },
  USUAL_PAN_J_PER_K,
)
const SURFACE = choice('surface', 'it meets', Object.keys(SURFACES))
const SAUCE = [
  number('phaseFrac', 'fat in the sauce', { min: 0, max: 0.9, unit: '(0..1)' }),
  number('sauceC', 'sauce at', { min: 20, max: 95, unit: '°C' }),
] as const
const sauceOf = (v: Values) => ({ of: sauceThermal(num(v, 'phaseFrac')), tempC: num(v, 'sauceC') })
const MOST = number('mostC', 'warmest that it bears', { min: 40, max: 90, unit: '°C' }, 58)
const STAGE_SHARE = 0.2

/** Butter browned and stopped, butter mounted, and what a hot plate does to it. */
export const BUTTER_MODELS: readonly Model[] = [
  {
    id: 'clarifyButter',
    version: '1',
    confidence: 'low',
    coverage: 0.8,
    sources: ['emulsion.md §0', 'settling by Stokes'],
    says: 'minutes until melted butter is clear: melted, then its milk sunk',
    formula: 'warms and melts; depth / (2/9·Δρ·g·r²/η), drops of 60 (50–75) µm',
    unit: 'min',
    also: { wholeG: 'g', meltMin: 'min', settleMin: 'min', readyC: '°C' },
    inputs: [
      number('clearG', 'clarified butter wanted', { min: 50, max: 5000, unit: 'g' }),
      number('powerW', 'net into the pan at the lowest flame', { min: 40, max: 1500, unit: 'W' }),
    ],
    run: (v) => {
      const { settleMin, meltMin, wholeG, readyC } = clarifyPlan(num(v, 'clearG'), num(v, 'powerW'))
      return {
        value: meltMin + settleMin.value,
        low: meltMin + settleMin.low,
        high: meltMin + settleMin.high,
        also: { wholeG, meltMin, settleMin: settleMin.value, readyC },
      }
    },
  },
  {
    id: 'brownButter',
    version: '1',
    confidence: 'low',
    coverage: 0.8,
    sources: [BROWNING],
    says: 'seconds until butter in a pan reaches a stage',
    formula: 'warms and melts, boils dry, then dB/dt = 0.04·10^((T − 140)/25)',
    unit: 's',
    also: { tempC: '°C', silentS: 's', windowS: 's' },
    inputs: [
      number('massG', 'butter', { min: 80, max: 1000, unit: 'g' }),
      BUTTER,
      number('powerW', 'net into the pan', { min: 200, max: 1500, unit: 'W' }),
      PAN_HEAT,
      choice('stage', 'stage', BROWN_MARKS),
    ],
    run: (v) => {
      const at = brownButter({
        massG: num(v, 'massG'),
        butter: butterOf(v),
        powerW: num(v, 'powerW'),
        panJPerK: num(v, 'panJPerK'),
      })
      const mark = at[word(v, 'stage') as BrownMark]
      return {
        ...within(mark?.s ?? NaN, STAGE_SHARE),
        warnings: mark ? [] : ['neverReached'],
        also: {
          tempC: mark?.tempC ?? NaN,
          silentS: at.silent?.s ?? NaN,
          windowS: (at.burnt?.s ?? NaN) - (at.noisette?.s ?? NaN),
        },
      }
    },
  },
  {
    id: 'brownQuench',
    version: '1',
    confidence: 'medium',
    coverage: 1,
    sources: [BROWNING],
    says: 'where juice leaves hot browned butter, and how much of it flashes to steam',
    formula: 'heat over 100 °C warms the juice, the rest of it boils water off at 2257 J/g',
    unit: '°C',
    also: { flashedG: 'g', steamL: 'l', leastJuiceG: 'g' },
    inputs: [
      number('massG', 'dry butter', { min: 20, max: 1000, unit: 'g' }),
      number('tempC', 'at', { min: 60, max: 200, unit: '°C' }),
      number('juiceG', 'juice', R.grams),
      PAN_HEAT,
    ],
    run: (v) => {
      const butter = { massG: num(v, 'massG'), tempC: num(v, 'tempC'), panJPerK: num(v, 'panJPerK') }
      const { tempC, flashedG, steamL } = quench(butter, num(v, 'juiceG'))
      return {
        value: tempC,
        warnings: butter.tempC > QUENCH_MOST_C ? ['spatters'] : [],
        also: { flashedG, steamL, leastJuiceG: leastJuiceG(butter) },
      }
    },
  },
  {
    id: 'mountHeat',
    version: '1',
    confidence: 'high',
    coverage: 1,
    sources: [MOUNTING],
    says: 'heat that mounting needs, and where it would end without any',
    formula: 'm_b(h_b(T) − h_b(T_b)) − 4.18·m_red(T_red − T)',
    unit: 'J',
    also: { offHeatC: '°C', seconds: 's' },
    inputs: [
      number('butterG', 'butter', R.someGrams),
      BUTTER,
      number('butterC', 'butter at', { min: 0, max: 40, unit: '°C' }, 5),
      number('reductionG', 'reduction', R.someGrams),
      number('reductionC', 'reduction at', { min: 20, max: 100, unit: '°C' }, 95),
      number('endC', 'to end at', { min: 20, max: 90, unit: '°C' }),
      number('powerW', 'flame, net', R.watts, 300),
    ],
    run: (v) => {
      const of = {
        butter: butterOf(v),
        butterG: num(v, 'butterG'),
        butterC: num(v, 'butterC'),
        reductionG: num(v, 'reductionG'),
        reductionC: num(v, 'reductionC'),
      }
      const value = mountHeatJ(of, num(v, 'endC'))
      return { value, also: { offHeatC: mountedOffHeatC(of), seconds: value / num(v, 'powerW') } }
    },
  },
  {
    id: 'sauceContact',
    version: '1',
    confidence: 'medium',
    coverage: 1,
    sources: [MOUNTING],
    says: 'temperature where a butter sauce meets what it is put on',
    formula: '(e₁T₁ + e₂T₂)/(e₁ + e₂), e = √(kρc)',
    unit: '°C',
    also: { filmMeanC: '°C', effusivity: 'J/(m² K √s)', hottestC: '°C' },
    inputs: [
      ...SAUCE,
      SURFACE,
      number('surfaceC', 'which is at', { min: 0, max: 250, unit: '°C' }),
      number('filmMm', 'sauce so thick', { min: 0.2, max: 20, unit: 'mm' }, 1.5),
      number('seconds', 'after', { min: 0, max: 600, unit: 's' }, 10),
      MOST,
    ],
    run: (v) => {
      const sauce = sauceOf(v)
      const surface = SURFACES[word(v, 'surface') as SurfaceKind]
      const value = contactC(sauce, { of: surface, tempC: num(v, 'surfaceC') })
      const film = { of: sauce.of, startC: sauce.tempC, meetC: value }
      return {
        value,
        warnings: value > num(v, 'mostC') ? ['oilsOff'] : [],
        also: {
          filmMeanC: filmMeanC(film, num(v, 'filmMm'), num(v, 'seconds')),
          effusivity: effusivity(sauce.of),
          hottestC: hottestSurfaceC(sauce, surface, num(v, 'mostC')),
        },
      }
    },
  },
  {
    id: 'sauceOnPlate',
    version: '1',
    confidence: 'medium',
    coverage: 1,
    sources: [MOUNTING],
    says: 'where a layer of butter sauce and the plate under it end; the air’s share left out',
    formula: '(ρcδ·T + ρ_p c_p δ_p·T_p)/(ρcδ + ρ_p c_p δ_p)',
    unit: '°C',
    also: { hottestC: '°C' },
    inputs: [
      ...SAUCE,
      number('sauceMm', 'sauce so thick', { min: 0.2, max: 20, unit: 'mm' }, 2),
      SURFACE,
      number('plateC', 'plate at', { min: 0, max: 150, unit: '°C' }),
      number('plateMm', 'plate so thick', { min: 1, max: 30, unit: 'mm' }, 6),
      MOST,
    ],
    run: (v) => {
      const sauce = { ...sauceOf(v), mm: num(v, 'sauceMm') }
      const plate = { of: SURFACES[word(v, 'surface') as SurfaceKind], mm: num(v, 'plateMm') }
      const value = plateMixC(sauce, { ...plate, tempC: num(v, 'plateC') })
      return {
        value,
        warnings: value > num(v, 'mostC') ? ['oilsOff'] : [],
        also: { hottestC: hottestPlateC(sauce, plate, num(v, 'mostC')) },
      }
    },
  },
]
