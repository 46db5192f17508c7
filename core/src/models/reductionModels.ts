import { LIMITS } from '../limits'
import { airPressureKPa } from '../heat/atmosphere'
import { waterBoilingPointC } from '../heat/water'
import { REFERENCE_IDS, referenceComposition } from '../ingredients/referenceTable'
import { parseReduction } from '../language/parseReduction'
import { resolveReduction } from '../language/reductionTarget'
import { massG, saltFrac, type Composition } from '../mixture/composition'
import { boilDown } from '../mixture/boilDown'
import { reduceMixture, toGo } from '../mixture/reduceMixture'
import { addBack } from '../mixture/saltCorrections'
import { density20GPerMl } from '../mixture/volume'
import { boilState, surroundings } from '../heat/evaporation'
import { HEAT_LEVELS, HEATERS, netPowerW, type HeaterKind, type HeatLevel } from '../heat/heater'
import { startBelief } from '../techniques/reduce/estimator'
import { forecast } from '../techniques/reduce/forecast'
import { simulateReduction } from '../techniques/reduce/simulateReduction'
import { depthAtVolumeMm, volumeAtDepthMl, type VesselProfile } from '../vessel/profile'
import type { Model, ModelInput } from './model'
import { num, type Values } from './values'

const ofVolume = (id: string, ml: number): Composition =>
  referenceComposition(id, ml * density20GPerMl(referenceComposition(id, 100)))
const profileOf = (v: Values): VesselProfile => ({
  shape: 'pan',
  baseRadiusMm: num(v, 'baseDiameterMm') / 2,
  rimRadiusMm: num(v, 'rimDiameterMm') / 2,
  heightMm: num(v, 'heightMm'),
  cornerMm: num(v, 'cornerMm'),
})

const INGREDIENT: ModelInput = { name: 'ingredient', says: 'what is boiled', oneOf: REFERENCE_IDS }
const VOLUME: ModelInput = {
  name: 'volumeMl',
  says: 'liquid at the start, at 20 °C',
  range: { ...LIMITS.volumeMl, min: 1 },
}
const FRACTION: ModelInput = {
  name: 'fractionLeft',
  says: 'share of the volume that is left',
  range: { min: 0.05, max: 0.99, unit: '(0..1)' },
}
const ALTITUDE: ModelInput = {
  name: 'altitudeM',
  says: 'height of the kitchen',
  range: LIMITS.altitudeM,
  optional: 0,
}
const DIAMETER: ModelInput = { name: 'diameterMm', says: 'diameter of the surface', range: LIMITS.diameterMm }
const POWER: ModelInput = { name: 'powerW', says: 'net power into the liquid', range: LIMITS.powerW }
const PAN: readonly ModelInput[] = [
  { name: 'baseDiameterMm', says: 'inside diameter of the base', range: LIMITS.diameterMm },
  { name: 'rimDiameterMm', says: 'inside diameter at the rim', range: LIMITS.diameterMm },
  { name: 'heightMm', says: 'inside height', range: LIMITS.heightMm },
  {
    name: 'cornerMm',
    says: 'radius of the rounded corner',
    range: { min: 0, max: 40, unit: 'mm' },
    optional: 0,
  },
]
const REDUCTION_SOURCE = 'reduction.md'

/** Models of boiling down, pans and words. */
export const REDUCTION_MODELS: readonly Model[] = [
  {
    id: 'boilingPoint',
    version: '1',
    says: 'where water boils at a height',
    formula: 'Antoine inverse of the standard atmosphere’s pressure',
    unit: '°C',
    sources: [`${REDUCTION_SOURCE} §0`, 'US Standard Atmosphere 1976', 'Gmehling & Onken'],
    confidence: 'high',
    coverage: 0.95,
    inputs: [{ ...ALTITUDE, name: 'altitudeM' }],
    run: (v) => {
      const at = (share: number) => waterBoilingPointC(airPressureKPa(num(v, 'altitudeM')) * share)
      return {
        value: at(1),
        low: at(0.97),
        high: at(Math.max(1, Math.min(1.03, 101.4 / airPressureKPa(num(v, 'altitudeM'))))), // under the sea the air is heavier still
      }
    },
  },
  {
    id: 'reductionVolume',
    version: '1',
    says: 'what a phrase such as "by a third" leaves',
    formula: 'f = V_target / V_start from every claim in the phrase; refused where they disagree',
    unit: 'ml',
    sources: [`${REDUCTION_SOURCE} §1`],
    confidence: 'high',
    coverage: 1,
    inputs: [{ name: 'phrase', says: 'how far, in words', text: { maxLength: 200 } }, VOLUME],
    run: (v) => {
      const t = resolveReduction(parseReduction(String(v.phrase)), num(v, 'volumeMl'))
      return {
        value: t.volumeMl ?? NaN,
        low: t.lowMl ?? t.volumeMl ?? NaN,
        high: t.highMl ?? t.volumeMl ?? NaN,
        warnings: t.status === 'ok' ? t.flags : [t.status, ...t.flags],
      }
    },
  },
  {
    id: 'reducedMass',
    version: '1',
    says: 'mass left of a liquid boiled down',
    formula: 'Rayleigh: d ln E / d ln W = κ·α; acetic = A₀(W/W₀)^0.70; all else stays',
    unit: 'g',
    sources: [`${REDUCTION_SOURCE} §2, §6`],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [INGREDIENT, VOLUME, FRACTION],
    run: (v) => {
      const start = ofVolume(String(v.ingredient), num(v, 'volumeMl'))
      const at = (k: number) =>
        massG(reduceMixture(start, { volumeMl: num(v, 'volumeMl') * num(v, 'fractionLeft') }, k))
      const [a, b] = [at(1), at(0.6)]
      return { value: a, low: Math.min(a, b), high: Math.max(a, b) }
    },
  },
  {
    id: 'alcoholLeft',
    version: '1',
    says: 'alcohol left of a liquid boiled down in an open pan; always an estimate',
    formula: 'Rayleigh with κ 1 (boil) to 0.6 (simmer)',
    unit: '% of the alcohol at the start',
    sources: [`${REDUCTION_SOURCE} §6`],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [INGREDIENT, VOLUME, FRACTION],
    run: (v) => {
      const start = ofVolume(String(v.ingredient), num(v, 'volumeMl'))
      if (start.ethanol === 0) return { value: 0, warnings: ['noAlcohol'] }
      const at = (k: number) =>
        (100 * reduceMixture(start, { volumeMl: num(v, 'volumeMl') * num(v, 'fractionLeft') }, k).ethanol) /
        start.ethanol
      return { value: at(0.8), low: at(1), high: at(0.6), warnings: at(0.6) < 0.5 ? ['traceOnly'] : [] }
    },
  },
  {
    id: 'saltAfterReduction',
    version: '1',
    says: 'salt of a liquid when it is boiled down',
    formula: 'salt stays, water goes',
    unit: '%',
    sources: [`${REDUCTION_SOURCE} §2`],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [INGREDIENT, VOLUME, FRACTION],
    run: (v) => {
      const left = reduceMixture(ofVolume(String(v.ingredient), num(v, 'volumeMl')), {
        volumeMl: num(v, 'volumeMl') * num(v, 'fractionLeft'),
      })
      const value = 100 * saltFrac(left)
      return { value, low: value * 0.85, high: value * 1.15, warnings: value > 2 ? ['tooSalty'] : [] }
    },
  },
  {
    id: 'heaterPower',
    version: '1',
    says: 'net power from a knob',
    formula: 'rated · share(level) · efficiency(kind, diameter), at most 60 kW/m²',
    unit: 'W',
    sources: [`${REDUCTION_SOURCE} §3`],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      { name: 'heater', says: 'kind of ring', oneOf: Object.keys(HEATERS) },
      { name: 'level', says: 'knob', oneOf: Object.keys(HEAT_LEVELS) },
      DIAMETER,
      ALTITUDE,
    ],
    run: (v) => {
      const value = netPowerW(
        { kind: v.heater as HeaterKind },
        v.level as HeatLevel,
        num(v, 'diameterMm'),
        num(v, 'altitudeM'),
      )
      const spread = Math.exp(1.2816 * HEAT_LEVELS[v.level as HeatLevel].sdLnPower)
      return { value, low: value / spread, high: value * spread }
    },
  },
  {
    id: 'evaporationRate',
    version: '1',
    says: 'water leaving an open pan at a net power',
    formula: 'power = losses + latent heat; simmer or boil by itself',
    unit: 'g/min',
    sources: [`${REDUCTION_SOURCE} §3`],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [DIAMETER, POWER, ALTITUDE],
    run: (v) => {
      const rate = (p: number) =>
        boilState(
          surroundings({
            diameterMm: num(v, 'diameterMm'),
            pressureKPa: airPressureKPa(num(v, 'altitudeM')),
          }),
          p,
        ).rateGPerS * 60
      const p = num(v, 'powerW')
      return { value: rate(p), low: rate(p * 0.9), high: rate(p * 1.1) }
    },
  },
  {
    id: 'reductionMinutes',
    version: '1',
    says: 'minutes to boil a liquid down at a known net power',
    formula: 'energy balance marched by the second, alcohol leaving first',
    unit: 'min',
    sources: [`${REDUCTION_SOURCE} §3`],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      INGREDIENT,
      VOLUME,
      FRACTION,
      DIAMETER,
      POWER,
      {
        name: 'startTempC',
        says: 'temperature at the start',
        range: { min: 0, max: 100, unit: '°C' },
        optional: 20,
      },
      ALTITUDE,
    ],
    run: (v) => {
      const mixture = ofVolume(String(v.ingredient), num(v, 'volumeMl'))
      const at = surroundings({
        diameterMm: num(v, 'diameterMm'),
        pressureKPa: airPressureKPa(num(v, 'altitudeM')),
      })
      const way = boilDown(mixture)
      const fall = way.where(toGo({ volumeMl: num(v, 'volumeMl') * num(v, 'fractionLeft') }))?.fall ?? 0
      const run = (p: number) => simulateReduction(way, at, p, { tempC: num(v, 'startTempC'), fall })
      const middle = run(num(v, 'powerW'))
      return {
        value: middle.durationS / 60,
        low: run(num(v, 'powerW') * 1.15).durationS / 60,
        high: run(num(v, 'powerW') * 0.85).durationS / 60,
        warnings: middle.status === 'never' ? ['neverReached'] : [],
      }
    },
  },
  {
    id: 'reductionForecast',
    version: '1',
    says: 'minutes to a mass from what is believed of a pan',
    formula: 'Kalman filter on mass and rate; P(done) by the normal law',
    unit: 'min',
    sources: [`${REDUCTION_SOURCE} §4`],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'massG', says: 'liquid now', range: { ...LIMITS.massG, min: 1 } },
      { name: 'sdMassG', says: 'its standard deviation', range: { min: 0, max: 5000, unit: 'g' } },
      { name: 'rateGPerMin', says: 'loss', range: { min: 0.1, max: 500, unit: 'g/min' } },
      { name: 'sdRateGPerMin', says: 'its standard deviation', range: { min: 0, max: 500, unit: 'g/min' } },
      { name: 'targetMassG', says: 'stop at', range: LIMITS.massG },
      {
        name: 'driftPerRootMin',
        says: 'restlessness of the heat',
        range: { min: 0, max: 0.2, unit: '/√min' },
        optional: 0.03,
      },
    ],
    run: (v) => {
      const f = forecast(
        startBelief({
          massG: num(v, 'massG'),
          sdMassG: num(v, 'sdMassG'),
          rateGPerMin: num(v, 'rateGPerMin'),
          sdRateGPerMin: num(v, 'sdRateGPerMin'),
          driftPerRootMin: num(v, 'driftPerRootMin'),
        }),
        num(v, 'targetMassG'),
      )
      return {
        value: f.p50Min ?? Infinity,
        low: f.p10Min ?? Infinity,
        high: f.p90Min ?? Infinity,
        warnings: f.p90Min === undefined ? ['noUpperBound'] : [],
      }
    },
  },
  {
    id: 'panDepth',
    version: '1',
    says: 'depth of a volume in a pan',
    formula: 'inverse of the pan’s volume by halving',
    unit: 'mm',
    sources: [`${REDUCTION_SOURCE} §5`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [...PAN, VOLUME],
    run: (v) => {
      const value = depthAtVolumeMm(profileOf(v), num(v, 'volumeMl'))
      return { value, low: value - 1, high: value + 1, warnings: value < 8 ? ['stickMisleads'] : [] }
    },
  },
  {
    id: 'panVolume',
    version: '1',
    says: 'volume at a depth in a pan',
    formula: 'rounded corner, then frustum',
    unit: 'ml',
    sources: [`${REDUCTION_SOURCE} §5`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [...PAN, { name: 'depthMm', says: 'depth at the middle', range: LIMITS.depthMm }],
    run: (v) => {
      const at = (h: number) => volumeAtDepthMl(profileOf(v), Math.max(0, h))
      const h = num(v, 'depthMm')
      return { value: at(h), low: at(h - 1), high: at(h + 1), warnings: h < 8 ? ['stickMisleads'] : [] }
    },
  },
  {
    id: 'addBack',
    version: '1',
    says: 'what to add to a sauce boiled too far',
    formula: 'target mass − mass',
    unit: 'g',
    sources: [`${REDUCTION_SOURCE} §2 X3`],
    confidence: 'high',
    coverage: 1,
    inputs: [
      { name: 'massG', says: 'liquid now', range: { ...LIMITS.massG, min: 1 } },
      { name: 'targetMassG', says: 'wanted', range: LIMITS.massG },
    ],
    run: (v) => {
      const back = addBack(num(v, 'massG'), num(v, 'targetMassG'), 0)
      return { value: back.addG ?? 0 }
    },
  },
]
