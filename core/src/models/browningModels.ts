import {
  BROWNING_ITEMS,
  BROWNING_STAGES,
  browningPace,
  browningS,
  coastingS,
  nextStageMin,
  poolEndsS,
  type BrowningKind,
} from '../techniques/prepare/browning'
import { CROWDS, crowding, LAYERS_TOO_MANY, type CrowdKind } from '../techniques/prepare/crowding'
import { LIMITS } from '../limits'
import { choice, list, number, R } from './inputs'
import type { Model } from './model'
import { num, rows, word } from './values'

const CROWDING = 'reduction.md §8'
const BROWNING = 'kitchen.md §1'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8 } as const
const KIND = choice('kind', 'what browns', Object.keys(BROWNING_ITEMS))
const PAN_C = number('panC', 'pan or oil', { min: 120, max: 220, unit: '°C' })
const YES_NO = ['no', 'yes'] as const
const STAGE_SHARE = 0.4 // until a cook has tapped a stage

/** Whether it browns or steams, and when. */
export const BROWNING_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'crowding',
    says: 'heat that a lot of food wants over what the pan gives while its water leaves: at most 1 it browns, over 2 it steams',
    formula: 'm·(φ·h + c·ΔT)/(Q·t); wet for u·t with u = S(1 − e^(−u)); pool Q·t(S − 1 − ln S)/h',
    unit: '1',
    sources: [CROWDING],
    also: { criticalKg: 'kg', wetS: 's', poolG: 'g', layers: '1', lots: '1' },
    inputs: [
      choice('kind', 'food', Object.keys(CROWDS)),
      number('massKg', 'of it', R.kilograms),
      number('powerW', 'net into the pan', R.watts),
      number('startC', 'from', { min: -5, max: 80, unit: '°C' }, 20),
      number('diameterMm', 'pan across', LIMITS.diameterMm, 280),
      choice('hurried', 'salted at once or lidded', YES_NO, 'no'),
    ],
    run: (v) => {
      const {
        number: value,
        verdict,
        layers,
        ...more
      } = crowding(CROWDS[word(v, 'kind') as CrowdKind], {
        massKg: num(v, 'massKg'),
        powerW: num(v, 'powerW'),
        startC: num(v, 'startC'),
        faceM2: (Math.PI * (num(v, 'diameterMm') / 1000) ** 2) / 4,
        isHurried: word(v, 'hurried') === 'yes',
      })
      return {
        value,
        warnings: [
          ...(verdict === 'browns' ? [] : [verdict]),
          ...((layers ?? 0) > LAYERS_TOO_MANY ? ['tooManyLayers'] : []),
        ],
        also: {
          criticalKg: more.criticalKg,
          wetS: more.wetS,
          poolG: more.poolG,
          layers: layers ?? NaN,
          lots: more.lots,
        },
      }
    },
  },
  {
    ...JUDGED,
    id: 'browningStage',
    says: 'minutes until aromatics, a roux, paste, bread or nuts reach a stage',
    formula: 'after the pool: dB/dt = k·10^((T − 140)/25), T = 100 + c(1 − e^(−t/τ))(pan − 100)',
    unit: 'min',
    sources: [BROWNING],
    also: { burntMin: 'min', poolMin: 'min' },
    inputs: [
      KIND,
      choice('stage', 'stage', BROWNING_STAGES),
      PAN_C,
      number('massKg', 'of it, where it gives a pool; 0 for a spoonful', { min: 0, max: 20, unit: 'kg' }, 0),
      number('powerW', 'net into the pan', R.watts, 1000),
    ],
    run: (v) => {
      const kind = word(v, 'kind') as BrowningKind
      const wet = num(v, 'massKg') > 0 ? { massKg: num(v, 'massKg'), powerW: num(v, 'powerW') } : undefined
      const at = browningS(kind, num(v, 'panC'), wet)
      const value = (at[word(v, 'stage') as keyof typeof at] ?? NaN) / 60
      return {
        value,
        low: value * (1 - STAGE_SHARE),
        high: value * (1 + STAGE_SHARE),
        warnings: Number.isFinite(value) ? [] : ['neverReached'],
        also: { burntMin: (at.burnt ?? NaN) / 60, poolMin: poolEndsS(kind, wet) / 60 },
      }
    },
  },
  {
    ...JUDGED,
    id: 'coasting',
    says: 'how much longer, at the old heat, a pan left standing off the flame browns what is in it',
    formula: '∫ 10^(c(T − pan)/25) dt while T > 100 °C, T falling with τ',
    unit: 's',
    sources: [BROWNING],
    inputs: [
      KIND,
      PAN_C,
      number('coolsS', 'time constant of the pan', { min: 30, max: 1200, unit: 's' }, 300),
    ],
    run: (v) => {
      const value = coastingS(word(v, 'kind') as BrowningKind, num(v, 'panC'), num(v, 'coolsS'))
      return { value, low: value * 0.7, high: value * 1.4, warnings: [] }
    },
  },
  {
    ...JUDGED,
    id: 'browningTaps',
    says: 'when the next stage comes, after what a cook has tapped so far',
    formula: 'θ ~ N(0, 0.5²), y = ln(model/seen) with sd 0.15, half-way 0.30; next·e^(−θ)',
    unit: 'min',
    sources: [BROWNING],
    also: { paceLn: '1', sdLn: '1' },
    inputs: [
      list('taps', 'stages that were tapped', [
        number('modelMin', 'by the model', { min: 0.1, max: 240, unit: 'min' }),
        number('atMin', 'came at', { min: 0.1, max: 240, unit: 'min' }),
        choice('halfWay', 'only half-way', YES_NO, 'no'),
      ]),
      number('nextMin', 'next stage by the model', { min: 0.1, max: 240, unit: 'min' }),
      number('turns', 'times the flame was turned since', { min: 0, max: 20, unit: '1' }, 0),
    ],
    run: (v) => {
      const taps = rows(v, 'taps').map((r) => ({
        modelMin: num(r, 'modelMin'),
        atMin: num(r, 'atMin'),
        isHalfWay: word(r, 'halfWay') === 'yes',
      }))
      const pace = browningPace(taps, num(v, 'turns'))
      return {
        ...nextStageMin(num(v, 'nextMin'), pace),
        warnings: [],
        also: { paceLn: pace.meanLn, sdLn: pace.sdLn },
      }
    },
  },
]
