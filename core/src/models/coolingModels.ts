import {
  containerTauMin,
  COOLING_PLACES,
  formVolumeMl,
  lossWPerK,
  UNMEASURED_SHARE,
  wallWPerM2K,
  type CoolingForm,
  type CoolingPlace,
  type CoolingSetUp,
  type CoolingWall,
} from '../cooling/container'
import { phamMin, PHAM_SHARE, plankFactors, plankMin, thawMin, type Block } from '../cooling/freezing'
import { iceForBathG } from '../cooling/iceBath'
import { newtonMin, newtonTempC, tauFromReadingsMin } from '../cooling/newton'
import { slabCentreMin } from '../cooling/slab'
import { FOOD_CODES, type FoodCodeId } from '../safety/codes'
import { coolingVerdict } from '../safety/coolingRule'
import { choice, number, R, tempLog } from './inputs'
import type { Model, ModelInput } from './model'
import { num, rows, word, type Values } from './values'

const SECTION = 'reduction.md §7'
const ROUGH = { version: '1', confidence: 'low', coverage: 0.8 } as const
const AROUND = number('aroundC', 'what is around it', { min: -40, max: 40, unit: '°C' }, 3)
const DENSITY = number('densityKgPerM3', 'density', { min: 800, max: 1300, unit: 'kg/m³' }, 1012)
const HEAT = number('heatJPerKgK', 'specific heat', { min: 1500, max: 4200, unit: 'J/(kg K)' }, 4040)
const FROM = number('fromC', 'from', R.tempC)
const TO = number('toC', 'to', R.tempC)
const rough = (value: number) => ({
  value,
  low: value * (1 - UNMEASURED_SHARE),
  high: value * (1 + UNMEASURED_SHARE),
  warnings: Number.isFinite(value) ? [] : ['neverReached'],
})

const CONTAINER: readonly ModelInput[] = [
  choice('shape', 'form', ['pot', 'tub', 'tray', 'bag']),
  number('diameterMm', 'of a pot or tub', { min: 60, max: 800, unit: 'mm' }, 240),
  number('lengthMm', 'of a tray', { min: 60, max: 1000, unit: 'mm' }, 530),
  number('widthMm', 'of a tray', { min: 60, max: 800, unit: 'mm' }, 325),
  number('volumeMl', 'in a bag', R.ml, 1000),
  number('depthMm', 'depth of what is cooled', { min: 5, max: 500, unit: 'mm' }),
  choice('wall', 'wall', ['steel', 'plastic', 'film'], 'steel'),
  choice('place', 'where', Object.keys(COOLING_PLACES)),
  choice('lid', 'lid', ['open', 'lidded'], 'open'),
  choice('stirred', 'stirred', ['no', 'yes'], 'no'),
]
function formOf(v: Values): CoolingForm {
  const depthMm = num(v, 'depthMm')
  switch (word(v, 'shape')) {
    case 'tray':
      return { shape: 'tray', lengthMm: num(v, 'lengthMm'), widthMm: num(v, 'widthMm'), depthMm }
    case 'bag':
      return { shape: 'bag', volumeMl: num(v, 'volumeMl'), depthMm }
    default:
      return { shape: word(v, 'shape') as 'pot' | 'tub', diameterMm: num(v, 'diameterMm'), depthMm }
  }
}
const setUpOf = (v: Values): CoolingSetUp => ({
  form: formOf(v),
  wall: word(v, 'wall') as CoolingWall,
  place: word(v, 'place') as CoolingPlace,
  isLidded: word(v, 'lid') === 'lidded',
  isStirred: word(v, 'stirred') === 'yes',
})

const BLOCK: readonly ModelInput[] = [
  choice('shape', 'form', ['slab', 'brick', 'cylinder', 'sphere']),
  number('aMm', 'thickness, diameter or one side', { min: 5, max: 300, unit: 'mm' }),
  number('bMm', 'second side of a brick', { min: 5, max: 600, unit: 'mm' }, 100),
  number('cMm', 'third side of a brick', { min: 5, max: 600, unit: 'mm' }, 100),
]
function blockOf(v: Values): Block {
  const a = num(v, 'aMm')
  switch (word(v, 'shape')) {
    case 'brick':
      return { shape: 'brick', sidesMm: [a, num(v, 'bMm'), num(v, 'cMm')] }
    case 'cylinder':
    case 'sphere':
      return { shape: word(v, 'shape') as 'cylinder' | 'sphere', diameterMm: a }
    default:
      return { shape: 'slab', thicknessMm: a }
  }
}
const FROZEN: readonly ModelInput[] = [
  number('waterFrac', 'water', { min: 0.3, max: 1, unit: '(0..1)' }, 0.954),
  DENSITY,
  number('freezesAtC', 'freezes at', { min: -10, max: 0, unit: '°C' }, -0.5),
]
const frozenOf = (v: Values) => ({
  block: blockOf(v),
  waterFrac: num(v, 'waterFrac'),
  densityKgPerM3: num(v, 'densityKgPerM3'),
  freezesAtC: num(v, 'freezesAtC'),
})
const FREEZER: readonly ModelInput[] = [
  number('aroundC', 'the air', { min: -60, max: -2, unit: '°C' }, -18),
  number('faceWPerM2K', 'its film: still 8–10, forced 30', { min: 3, max: 300, unit: 'W/(m² K)' }, 10),
]
const freezerOf = (v: Values) => ({ aroundC: num(v, 'aroundC'), faceWPerM2K: num(v, 'faceWPerM2K') })

/** Cooling, freezing and thawing. Rules are quoted, never turned into a leave to serve. */
export const COOLING_MODELS: readonly Model[] = [
  {
    ...ROUGH,
    id: 'coolingMinutes',
    says: 'minutes from one temperature to another at a known time constant',
    formula: 'τ·ln((T₀ − Ta)/(T₁ − Ta))',
    unit: 'min',
    sources: [SECTION],
    inputs: [number('tauMin', 'time constant', { min: 1, max: 3000, unit: 'min' }), AROUND, FROM, TO],
    run: (v) => {
      const cooling = { tauMin: num(v, 'tauMin'), aroundC: num(v, 'aroundC') }
      const value = newtonMin(cooling, num(v, 'fromC'), num(v, 'toC'))
      return { value, warnings: Number.isFinite(value) ? [] : ['neverReached'] }
    },
  },
  {
    ...ROUGH,
    id: 'coolingFromReadings',
    confidence: 'high',
    says: 'time constant from readings of a probe, and when a temperature will be reached',
    formula: 'τ = Δt/ln((T₁ − Ta)/(T₂ − Ta)) over the last two that differ',
    unit: 'min',
    sources: [SECTION],
    also: { reachedMin: 'min' },
    inputs: [tempLog(2), AROUND, TO],
    run: (v) => {
      const log = rows(v, 'readings').map((r) => ({ min: num(r, 'min'), tempC: num(r, 'tempC') }))
      const [first, last] = [log.at(0), log.at(-1)]
      if (!first || !last) return { value: NaN, warnings: ['tooFew'] }
      const tauMin = tauFromReadingsMin(num(v, 'aroundC'), first, last)
      if (!Number.isFinite(tauMin) || tauMin <= 0) return { value: NaN, warnings: ['doesNotCool'] }
      const more = newtonMin({ tauMin, aroundC: num(v, 'aroundC') }, last.tempC, num(v, 'toC'))
      return {
        value: tauMin,
        low: tauMin * 0.9,
        high: tauMin * 1.1,
        warnings: Number.isFinite(more) ? [] : ['neverReached'],
        also: { reachedMin: last.tempC <= num(v, 'toC') ? last.min : last.min + more },
      }
    },
  },
  {
    ...ROUGH,
    id: 'containerCooling',
    says: 'minutes for a thin liquid in a container, and its time constant',
    formula: 'τ = m·c/Σ(U·A), 1/U = 1/h + e/k + 1/h',
    unit: 'min',
    sources: [SECTION, 'Incropera'],
    also: {
      tauMin: 'min',
      lossWPerK: 'W/K',
      wallWPerM2K: 'W/(m² K)',
      volumeMl: 'ml',
      tempAfterTwoHoursC: '°C',
    },
    inputs: [...CONTAINER, DENSITY, HEAT, FROM, TO],
    run: (v) => {
      const setUp = setUpOf(v)
      const volumeMl = formVolumeMl(setUp.form)
      const heat = volumeMl * 1e-6 * num(v, 'densityKgPerM3') * num(v, 'heatJPerKgK')
      const cooling = { tauMin: containerTauMin(setUp, heat), aroundC: COOLING_PLACES[setUp.place].aroundC }
      return {
        ...rough(newtonMin(cooling, num(v, 'fromC'), num(v, 'toC'))),
        also: {
          tauMin: cooling.tauMin,
          lossWPerK: lossWPerK(setUp),
          wallWPerM2K: wallWPerM2K(setUp.wall, setUp.place, setUp.isStirred),
          volumeMl,
          tempAfterTwoHoursC: newtonTempC(cooling, num(v, 'fromC'), 120),
        },
      }
    },
  },
  {
    ...ROUGH,
    id: 'slabCooling',
    says: 'minutes for the middle of a gelled or thick layer',
    formula: 'first term of the series (Heisler)',
    unit: 'min',
    sources: [SECTION],
    inputs: [
      number('thicknessMm', 'thickness, both faces free', { min: 5, max: 200, unit: 'mm' }),
      number('faceWPerM2K', 'film on each face', { min: 3, max: 600, unit: 'W/(m² K)' }),
      AROUND,
      DENSITY,
      HEAT,
      number('conductivityWPerMK', 'conductivity', { min: 0.2, max: 0.7, unit: 'W/(m K)' }, 0.52),
      FROM,
      TO,
    ],
    run: (v) =>
      rough(
        slabCentreMin(
          {
            thicknessMm: num(v, 'thicknessMm'),
            faceWPerM2K: num(v, 'faceWPerM2K'),
            aroundC: num(v, 'aroundC'),
            densityKgPerM3: num(v, 'densityKgPerM3'),
            heatJPerKgK: num(v, 'heatJPerKgK'),
            conductivityWPerMK: num(v, 'conductivityWPerMK'),
          },
          num(v, 'fromC'),
          num(v, 'toC'),
        ),
      ),
  },
  {
    id: 'coolingVerdict',
    version: '1',
    says: 'what a code’s stages say of a temperature log; the local text and licensed practice rule',
    formula: 'each stage against its own minutes, counted as the code counts them',
    unit: 'min over the tightest stage',
    sources: [SECTION, ...Object.values(FOOD_CODES).map((c) => `${c.source} (${c.asOf})`)],
    confidence: 'high',
    coverage: 1,
    also: { firstReachedMin: 'min', lastReachedMin: 'min' },
    inputs: [
      choice('code', 'food code', Object.keys(FOOD_CODES)),
      tempLog(0),
      AROUND,
      number('nowMin', 'asked after', R.minutes),
    ],
    run: (v) => {
      const readings = rows(v, 'readings')
        .map((r) => ({ atMs: num(r, 'min') * 60_000, tempC: num(r, 'tempC') }))
        .sort((a, b) => a.atMs - b.atMs)
      const { stages, status } = coolingVerdict(
        FOOD_CODES[word(v, 'code') as FoodCodeId],
        { heatOffAtMs: 0, readings, aroundC: num(v, 'aroundC') },
        num(v, 'nowMin') * 60_000,
      )
      const over = stages.map(
        (s) => ((s.reachedAtMs ?? num(v, 'nowMin') * 60_000) - (s.dueAtMs ?? Infinity)) / 60_000,
      )
      const [first, last] = [stages.at(0)?.reachedAtMs, stages.at(-1)?.reachedAtMs]
      return {
        value: Math.max(...over),
        warnings: [status, ...stages.map((s) => s.status)],
        also: {
          ...(first === undefined ? {} : { firstReachedMin: first / 60_000 }),
          ...(last === undefined ? {} : { lastReachedMin: last / 60_000 }),
        },
      }
    },
  },
  {
    ...ROUGH,
    id: 'iceForBath',
    says: 'ice that brings a pot down',
    formula: 'm·c·ΔT/333.5, and a quarter more',
    unit: 'kg',
    sources: [SECTION],
    inputs: [number('massKg', 'of the pot’s contents', R.kilograms), HEAT, FROM, TO],
    run: (v) => {
      const value =
        iceForBathG(num(v, 'massKg') * num(v, 'heatJPerKgK'), num(v, 'fromC') - num(v, 'toC')) / 1000
      return { value, low: value * 0.8, high: value * 1.3 }
    },
  },
  {
    ...ROUGH,
    id: 'freezing',
    says: 'minutes until a block is frozen through; blocks that touch freeze as one',
    formula: 'Pham 1986, two periods',
    unit: 'min',
    sources: [SECTION, 'Pham 1986'],
    inputs: [
      ...BLOCK,
      ...FROZEN,
      ...FREEZER,
      number('fromC', 'from', { min: 0, max: 60, unit: '°C' }, 5),
      number('toC', 'its middle to', { min: -40, max: -2, unit: '°C' }, -15),
      number('unfrozenJPerKgK', 'specific heat before', { min: 1500, max: 4200, unit: 'J/(kg K)' }, 4030),
      number('frozenJPerKgK', 'and after', { min: 900, max: 2500, unit: 'J/(kg K)' }, 2035),
    ],
    run: (v) => {
      const value = phamMin({
        ...frozenOf(v),
        ...freezerOf(v),
        startC: num(v, 'fromC'),
        endC: num(v, 'toC'),
        heatJPerKgK: { unfrozen: num(v, 'unfrozenJPerKgK'), frozen: num(v, 'frozenJPerKgK') },
      })
      return {
        value,
        low: value * (1 - PHAM_SHARE),
        high: value * (1 + PHAM_SHARE),
        warnings: Number.isFinite(value) ? [] : ['neverReached'],
      }
    },
  },
  {
    ...ROUGH,
    id: 'phaseChange',
    says: 'minutes for the water of a block to freeze, and no more',
    formula: 'Plank: ρL/(T_f − Ta)·(P·a/h + R·a²/k)',
    unit: 'min',
    sources: [SECTION],
    also: { p: '1', r: '1' },
    inputs: [...BLOCK, ...FROZEN, ...FREEZER],
    run: (v) => {
      const { p, r } = plankFactors(blockOf(v))
      return { ...rough(plankMin({ ...frozenOf(v), ...freezerOf(v) })), also: { p, r } }
    },
  },
  {
    ...ROUGH,
    id: 'thawing',
    says: 'minutes to thaw a block',
    formula: 'Plank turned round, through the water that melts first',
    unit: 'min',
    sources: ['kitchen.md §7'],
    inputs: [
      ...BLOCK,
      ...FROZEN,
      number('aroundC', 'what is around it', { min: 1, max: 40, unit: '°C' }, 3),
      number('faceWPerM2K', 'film: fridge 12, running water 300', { min: 3, max: 600, unit: 'W/(m² K)' }, 12),
    ],
    run: (v) => ({
      ...rough(thawMin(frozenOf(v), freezerOf(v))),
      warnings: num(v, 'aroundC') > 21 ? ['warmerThanCodesAllow'] : [],
    }),
  },
]
