import { Z10 } from '../solve/normal'
import { airPressureKPa } from '../heat/atmosphere'
import {
  combined,
  dryLossW,
  DROP_TEST,
  PAN_METALS,
  preheatS,
  type Drop,
  type DryPan,
  type PanMetal,
} from '../heat/preheat'
import { LIMITS } from '../limits'
import { drawingFactor, extractedShare, GIVES_TAU_MIN, STOP_BY_MIN, type GivesKind } from '../mixture/extract'
import { sinksToMin, topUpMl } from '../techniques/simmer/covered'
import { holdForOpenMin, pressureRun } from '../techniques/simmer/pressureCooker'
import { scumLeftShare, skimTimesMin } from '../techniques/simmer/scum'
import { CATCHES_MIN, catchRisk, gapForRiskMin, type CatchKind } from '../techniques/simmer/visits'
import { ALTITUDE, choice, number, R } from './inputs'
import type { Model, ModelInput } from './model'
import { num, word, type Values } from './values'

const SIMMER = 'kitchen.md §3'
const PREHEAT = 'kitchen.md §2'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8 } as const
const FLUX = number('fluxKWPerM2', 'net heat through the base', { min: 0.5, max: 60, unit: 'kW/m²' })
const KIND = choice('kind', 'kind', Object.keys(CATCHES_MIN))
const areaOf = (v: Values) => (Math.PI * (num(v, 'diameterMm') / 1000) ** 2) / 4
const DRY_PAN: readonly ModelInput[] = [
  choice('metal', 'metal', Object.keys(PAN_METALS)),
  number('massKg', 'pan', { min: 0.2, max: 8, unit: 'kg' }),
  number('diameterMm', 'its base', LIMITS.diameterMm),
]
const dryPanOf = (v: Values): DryPan => ({
  metal: word(v, 'metal') as PanMetal,
  massKg: num(v, 'massKg'),
  diameterMm: num(v, 'diameterMm'),
})

/** Long simmers, pressure, and dry pans. */
export const SIMMER_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'extraction',
    says: 'share of what bones, shells and roots can give that is in the liquor',
    formula: '1 − e^(−t·10^((T − 98)/40)/τ)',
    unit: '(0..1)',
    sources: [SIMMER],
    also: { factor: '1', stopByMin: 'min' },
    inputs: [
      choice('kind', 'kind', Object.keys(GIVES_TAU_MIN)),
      number('durationMin', 'simmered for', R.minutes),
      number('tempC', 'at', { min: 60, max: 122, unit: '°C' }, 98),
    ],
    run: (v) => {
      const kind = word(v, 'kind') as GivesKind
      const at = (tau: number) => extractedShare(num(v, 'durationMin'), tau, num(v, 'tempC'))
      const tau = GIVES_TAU_MIN[kind]
      return {
        value: at(tau),
        low: at(tau * 1.5),
        high: at(tau / 1.5),
        warnings: num(v, 'durationMin') > STOP_BY_MIN[kind] ? ['dullOrBitter'] : [],
        also: { factor: drawingFactor(num(v, 'tempC')), stopByMin: STOP_BY_MIN[kind] },
      }
    },
  },
  {
    ...JUDGED,
    id: 'pressureCooking',
    says: 'open minutes that a run under pressure equals; nothing evaporates, so the liquor must be reduced afterwards',
    formula: 'hold·10^((T − 98)/40), come-up and release by their log-mean',
    unit: 'min',
    sources: [SIMMER],
    also: { tempC: '°C', factor: '1', comeUpMin: 'min', releaseMin: 'min', holdMin: 'min' },
    inputs: [
      number('massKg', 'what is in it', R.kilograms),
      number('gaugeKPa', 'gauge', { min: 20, max: 100, unit: 'kPa' }),
      number('holdMin', 'held for', R.minutes),
      number('powerW', 'net power', { min: 500, max: 10_000, unit: 'W' }),
      number('startC', 'from', { min: 0, max: 95, unit: '°C' }, 20),
      number('openMin', 'or worth so many open minutes', R.minutes, 0),
      ALTITUDE,
    ],
    run: (v) => {
      const run = {
        massKg: num(v, 'massKg'),
        gaugeKPa: num(v, 'gaugeKPa'),
        airKPa: airPressureKPa(num(v, 'altitudeM')),
        powerW: num(v, 'powerW'),
        startC: num(v, 'startC'),
      }
      const openMin = num(v, 'openMin')
      const holdMin = openMin > 0 ? holdForOpenMin(run, openMin) : num(v, 'holdMin')
      const { tempC, factor, comeUpMin, releaseMin, openMin: value } = pressureRun({ ...run, holdMin })
      return {
        value,
        low: value * 0.7,
        high: value * 1.3,
        also: { tempC, factor, comeUpMin, releaseMin, holdMin },
      }
    },
  },
  {
    ...JUDGED,
    id: 'staysCovered',
    says: 'minutes until the liquor has sunk to a height over the solids, and the boiling water that lifts it again',
    formula: 'A·Δh·ρ/rate; A·Δh',
    unit: 'min',
    sources: [SIMMER],
    also: { topUpMl: 'ml' },
    inputs: [
      number('diameterMm', 'pot', LIMITS.diameterMm),
      number('fromMm', 'liquor over the solids now', { min: 0, max: 300, unit: 'mm' }),
      number('toMm', 'least', { min: 0, max: 100, unit: 'mm' }, 10),
      number('liftToMm', 'filled up to', { min: 0, max: 300, unit: 'mm' }, 40),
      number('rateGPerMin', 'loss', { min: 0.1, max: 500, unit: 'g/min' }),
      number('densityKgPerM3', 'hot density', { min: 800, max: 1200, unit: 'kg/m³' }, 962),
    ],
    run: (v) => {
      const areaM2 = areaOf(v)
      const value = sinksToMin(
        { areaM2, densityKgPerM3: num(v, 'densityKgPerM3') },
        num(v, 'fromMm'),
        num(v, 'toMm'),
        num(v, 'rateGPerMin'),
      )
      return {
        value,
        low: value * 0.7,
        high: value * 1.4,
        also: { topUpMl: topUpMl(areaM2, num(v, 'toMm'), num(v, 'liftToMm')) },
      }
    },
  },
  {
    ...JUDGED,
    id: 'catchRisk',
    says: 'chance that a pot has caught since it was stirred: it sets reminders and nothing else',
    formula: '1 − exp(−(gap·q/(8·G))²)',
    unit: '(0..1)',
    sources: [SIMMER],
    inputs: [KIND, number('gapMin', 'since it was stirred', R.minutes), FLUX],
    run: (v) => {
      const at = (share: number) =>
        catchRisk(word(v, 'kind') as CatchKind, num(v, 'gapMin') * share, num(v, 'fluxKWPerM2'))
      return { value: at(1), low: at(0.6), high: at(1.6) }
    },
  },
  {
    ...JUDGED,
    id: 'stirEvery',
    says: 'longest minutes between two stirs for a risk',
    formula: '8G/q·√(−ln(1 − p))',
    unit: 'min',
    sources: [SIMMER],
    inputs: [KIND, FLUX, number('risk', 'risk', { min: 0.001, max: 0.5, unit: '(0..1)' }, 0.05)],
    run: (v) => {
      const value = gapForRiskMin(word(v, 'kind') as CatchKind, num(v, 'fluxKWPerM2'), num(v, 'risk'))
      return { value, low: value * 0.6, high: value * 1.6 }
    },
  },
  {
    ...JUDGED,
    id: 'skimAt',
    says: 'when to skim so that every skim takes as much: minutes after the simmer began, and the scum yet to rise then',
    formula: '−12·ln(1 − 0.95k/n)',
    unit: 'min',
    sources: [SIMMER],
    also: { leftShare: '(0..1)' },
    inputs: [
      number('skims', 'skims in all', { min: 1, max: 12, unit: '1' }),
      number('which', 'the how-many-th', { min: 1, max: 12, unit: '1' }),
    ],
    run: (v) => {
      const value = skimTimesMin(Math.round(num(v, 'skims')))[Math.round(num(v, 'which')) - 1]
      if (value === undefined) return { value: NaN, warnings: ['notSoMany'] }
      return { value, low: value * 0.7, high: value * 1.4, also: { leftShare: scumLeftShare(value) } }
    },
  },
  {
    ...JUDGED,
    id: 'preheat',
    says: 'seconds until an empty pan is at a temperature, and the power that holds it there',
    formula: 'm·c·dT/dt = Q − A·(10·ΔT + ε·σ·ΔT⁴)',
    unit: 's',
    sources: [PREHEAT],
    also: { holdsW: 'W' },
    inputs: [
      ...DRY_PAN,
      number('powerW', 'net power', R.watts),
      number('toC', 'to', { min: 40, max: 250, unit: '°C' }),
    ],
    run: (v) => {
      const pan = dryPanOf(v)
      const at = (share: number) => preheatS(pan, num(v, 'powerW') * share, num(v, 'toC'))
      return {
        value: at(1),
        low: at(1.2),
        high: at(0.8),
        warnings: Number.isFinite(at(1)) ? [] : ['neverReached'],
        also: { holdsW: dryLossW(pan, num(v, 'toC')) },
      }
    },
  },
  {
    ...JUDGED,
    id: 'panByDrop',
    says: 'temperature of a dry pan from a drop of water and the model together; void on oil or a coating',
    formula: 'mean weighed by how sure each is',
    unit: '°C',
    sources: [PREHEAT],
    also: { sdK: 'K' },
    inputs: [
      number('modelC', 'by the model', { min: 20, max: 250, unit: '°C' }),
      number('modelSdK', 'its spread: 20 on a measured ring, else 40', { min: 5, max: 80, unit: 'K' }, 40),
      choice('drop', 'the drop', Object.keys(DROP_TEST)),
    ],
    run: (v) => {
      const both = combined(
        { tempC: num(v, 'modelC'), sdK: num(v, 'modelSdK') },
        DROP_TEST[word(v, 'drop') as Drop],
      )
      return {
        value: both.tempC,
        low: both.tempC - Z10 * both.sdK,
        high: both.tempC + Z10 * both.sdK,
        also: { sdK: both.sdK },
      }
    },
  },
]
