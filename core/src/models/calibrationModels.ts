import { airPressureKPa } from '../heat/atmosphere'
import { PAN_METALS, type PanMetal } from '../heat/preheat'
import { waterBoilingPointC } from '../heat/water'
import { HEAT_LEVELS, type HeatLevel } from '../heat/heater'
import { heatWordPositions, powerAt, type KnobScale } from '../kitchen/calibration/heatWords'
import { fitPan, straightDiameterMm } from '../kitchen/calibration/pan'
import { correctedC, probeVerdict, WEATHER_K } from '../kitchen/calibration/probe'
import { boilingTest, warmingTest, type RingTestAnswer, type TestPan } from '../kitchen/calibration/ring'
import { mustZero, scaleFactor } from '../kitchen/calibration/scale'
import { LIMITS } from '../limits'
import { ALTITUDE, choice, list, number, R } from './inputs'
import type { Model, ModelInput } from './model'
import { num, rows, word, type Values } from './values'

const SECTION = 'kitchen.md §13'
const MEASURED = { version: '1', confidence: 'high', coverage: 0.8 } as const
const TEST_PAN: readonly ModelInput[] = [
  number('diameterMm', 'pan', LIMITS.diameterMm),
  number('waterDepthMm', 'water in it', { min: 5, max: 300, unit: 'mm' }, 80),
  number('panKg', 'pan', { min: 0.2, max: 8, unit: 'kg' }),
  choice('metal', 'metal', Object.keys(PAN_METALS), 'steel'),
  ALTITUDE,
  number('durationS', 'for', { min: 60, max: 1800, unit: 's' }, 240),
]
const testPanOf = (v: Values): TestPan => ({
  diameterMm: num(v, 'diameterMm'),
  waterDepthMm: num(v, 'waterDepthMm'),
  massKg: num(v, 'panKg'),
  metal: word(v, 'metal') as PanMetal,
  pressureKPa: airPressureKPa(num(v, 'altitudeM')),
})
const answered = (test: RingTestAnswer) =>
  test.status === 'ok'
    ? {
        value: test.powerW,
        low: test.powerW * Math.exp(-1.2816 * test.sdShare),
        high: test.powerW * Math.exp(1.2816 * test.sdShare),
        also: { lossW: test.lossW, sdShare: test.sdShare },
      }
    : { value: NaN, warnings: [test.status] }
const WATTS = { lossW: 'W', sdShare: '(0..1)' } as const

/** The house's own error, taken out of every number. */
export const CALIBRATION_MODELS: readonly Model[] = [
  {
    ...MEASURED,
    id: 'probeCorrected',
    says: 'temperature behind a probe’s reading, by ice and by boiling water at this height',
    formula: '(r − r₀)/(r₁ − r₀)·T_b',
    unit: '°C',
    sources: [SECTION],
    also: { boilsAtC: '°C' },
    inputs: [
      number('iceReadsC', 'reads in ice slush', { min: -5, max: 5, unit: '°C' }),
      number('boilReadsC', 'reads in a rolling boil', { min: 80, max: 105, unit: '°C' }),
      number('readsC', 'reads now', R.tempC),
      ALTITUDE,
    ],
    run: (v) => {
      const boilsAtC = waterBoilingPointC(airPressureKPa(num(v, 'altitudeM')))
      const check = { iceReadsC: num(v, 'iceReadsC'), boilReadsC: num(v, 'boilReadsC'), boilsAtC }
      const value = correctedC(check, num(v, 'readsC'))
      const weather = WEATHER_K * Math.max(0, value / boilsAtC)
      return {
        value,
        low: value - weather,
        high: value + weather,
        warnings: [probeVerdict(check)],
        also: { boilsAtC },
      }
    },
  },
  {
    ...MEASURED,
    id: 'scaleFactor',
    says: 'factor of a scale by a known mass',
    formula: 'known/reading; a litre of water at 20 °C reads 997.2 g in air',
    unit: '1',
    sources: [SECTION],
    inputs: [
      number('knownG', 'known mass', R.someGrams),
      number('readsG', 'it reads', R.someGrams),
      number('emptyReadsG', 'and empty', { min: -1000, max: 1000, unit: 'g' }, 0),
    ],
    run: (v) => {
      const { factor, isUsable } = scaleFactor(num(v, 'knownG'), num(v, 'readsG'))
      return {
        value: factor,
        warnings: [
          ...(isUsable ? [] : ['outOfService']),
          ...(mustZero(num(v, 'emptyReadsG')) ? ['zeroIt'] : []),
        ],
      }
    },
  },
  {
    ...MEASURED,
    id: 'panFromPours',
    says: 'base of a pan from one pour, or base and slope from two',
    formula: 'D = √(4V/πh); two pours: the cone that holds both',
    unit: 'mm',
    sources: [SECTION, 'reduction.md §5'],
    also: { slope: 'mm/mm', sdMm: 'mm' },
    inputs: [
      list(
        'pours',
        'poured in, level, read in the middle',
        [number('volumeMl', 'water', R.ml), number('depthMm', 'stands', { min: 1, max: 400, unit: 'mm' })],
        { max: 2 },
      ),
    ],
    run: (v) => {
      const [first, second] = rows(v, 'pours').map((r) => ({
        volumeMl: num(r, 'volumeMl'),
        depthMm: num(r, 'depthMm'),
      }))
      if (!first) return { value: NaN, warnings: ['tooFew'] }
      if (!second) {
        const { diameterMm, sdMm } = straightDiameterMm(first)
        return {
          value: diameterMm,
          low: diameterMm - sdMm,
          high: diameterMm + sdMm,
          also: { slope: 0, sdMm },
        }
      }
      const fit = fitPan([first, second])
      if (fit.status === 'contradicts' || fit.status === 'insideOut')
        return { value: NaN, warnings: [fit.status] }
      return {
        value: fit.baseDiameterMm,
        low: fit.baseDiameterMm - fit.sdMm,
        high: fit.baseDiameterMm + fit.sdMm,
        warnings: [fit.status],
        also: { slope: fit.slope, sdMm: fit.sdMm },
      }
    },
  },
  {
    ...MEASURED,
    id: 'ringByWarming',
    says: 'power of a ring from water warmed with the lid off',
    formula: '(4180·m + c·m_pan)·ΔT/t + losses',
    unit: 'W',
    sources: [SECTION],
    also: WATTS,
    inputs: [
      ...TEST_PAN,
      number('waterKg', 'water', { min: 0.2, max: 20, unit: 'kg' }),
      number('fromC', 'from', { min: 1, max: 70, unit: '°C' }),
      number('toC', 'to', { min: 1, max: 100, unit: '°C' }),
    ],
    run: (v) =>
      answered(
        warmingTest(testPanOf(v), {
          massKg: num(v, 'waterKg'),
          fromC: num(v, 'fromC'),
          toC: num(v, 'toC'),
          durationS: num(v, 'durationS'),
        }),
      ),
  },
  {
    ...MEASURED,
    id: 'ringByBoiling',
    says: 'power of a ring from water that boiled away, weighed before and after',
    formula: 'Δm·h_fg/t + losses',
    unit: 'W',
    sources: [SECTION, 'reduction.md §3'],
    also: WATTS,
    inputs: [...TEST_PAN, number('beforeG', 'before', R.someGrams), number('afterG', 'after', R.grams)],
    run: (v) =>
      answered(
        boilingTest(testPanOf(v), {
          beforeG: num(v, 'beforeG'),
          afterG: num(v, 'afterG'),
          durationS: num(v, 'durationS'),
        }),
      ),
  },
  {
    ...MEASURED,
    id: 'heatWord',
    confidence: 'medium',
    says: 'where on this knob a formula’s heat word lies, and its power',
    formula: 'usual share of the full power, between the settings that were measured',
    unit: '(0..1) of the knob',
    sources: [SECTION],
    also: { powerW: 'W' },
    inputs: [
      list('settings', 'measured settings', [
        number('position', 'of the knob, 1 full', R.share),
        number('powerW', 'power there', R.watts),
      ]),
      choice(
        'word',
        'heat',
        Object.keys(HEAT_LEVELS).filter((level) => level !== 'off'),
      ),
      choice('scale', 'its marks', ['even', 'steps'], 'even'),
    ],
    run: (v) => {
      const settings = rows(v, 'settings').map((r) => ({
        position: num(r, 'position'),
        powerW: num(r, 'powerW'),
      }))
      const scale = word(v, 'scale') as KnobScale
      const value = heatWordPositions(settings, scale)[word(v, 'word') as Exclude<HeatLevel, 'off'>]
      if (value === undefined) return { value: NaN, warnings: ['notOnThisRing'] }
      return {
        value,
        low: Math.max(0, value - 0.1),
        high: value + 0.1,
        also: { powerW: powerAt(settings, value, scale) },
      }
    },
  },
]
