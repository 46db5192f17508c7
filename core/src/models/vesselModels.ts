import { LIMITS } from '../limits'
import { hotExpansion } from '../mixture/volume'
import {
  capacityMl,
  depthAtVolumeMm,
  surfaceAreaMm2,
  volumeAtDepthMl,
  type VesselProfile,
} from '../vessel/profile'
import { choice, number, R } from './inputs'
import type { Model, ModelInput } from './model'
import { num, word, type Values } from './values'

const SECTION = 'reduction.md §5'
const MISLEADS_UNDER_MM = 8
const PAN: readonly ModelInput[] = [
  choice('shape', 'form', ['pan', 'bowl'], 'pan'),
  number('baseDiameterMm', 'inside diameter of a pan’s base', LIMITS.diameterMm, 200),
  number('rimDiameterMm', 'inside diameter at the rim', LIMITS.diameterMm),
  number('heightMm', 'inside height', LIMITS.heightMm),
  number('cornerMm', 'radius of a pan’s rounded corner', { min: 0, max: 40, unit: 'mm' }, 0),
]

/** A bowl's sphere from its rim and height: R = (r² + H²)/(2H). */
function profileOf(v: Values): VesselProfile {
  const [rim, heightMm] = [num(v, 'rimDiameterMm') / 2, num(v, 'heightMm')]
  if (word(v, 'shape') === 'bowl')
    return { shape: 'bowl', sphereRadiusMm: (rim * rim + heightMm * heightMm) / (2 * heightMm), heightMm }
  return {
    shape: 'pan',
    baseRadiusMm: num(v, 'baseDiameterMm') / 2,
    rimRadiusMm: rim,
    heightMm,
    cornerMm: num(v, 'cornerMm'),
  }
}
const HOT = number('tempC', 'read at', { min: 20, max: 100, unit: '°C' }, 20)

/** Levels of pans and bowls. */
export const VESSEL_MODELS: readonly Model[] = [
  {
    id: 'panDepth',
    version: '2',
    says: 'depth of a volume in a pan or bowl',
    formula: 'inverse of its volume by halving',
    unit: 'mm',
    sources: [SECTION],
    confidence: 'high',
    coverage: 0.9,
    inputs: [
      ...PAN,
      number('volumeMl', 'liquid at 20 °C', R.ml),
      HOT,
      number('solidsMl', 'what lies in it', LIMITS.volumeMl, 0),
    ],
    run: (v) => {
      const profile = profileOf(v)
      const volumeMl = num(v, 'volumeMl') * hotExpansion(num(v, 'tempC')) + num(v, 'solidsMl')
      const value = depthAtVolumeMm(profile, volumeMl)
      return {
        value,
        low: value - 1,
        high: value + 1,
        warnings: [
          ...(value < MISLEADS_UNDER_MM ? ['stickMisleads'] : []),
          ...(volumeMl > capacityMl(profile) ? ['overTheRim'] : []),
        ],
      }
    },
  },
  {
    id: 'panVolume',
    version: '2',
    says: 'volume at a depth in a pan or bowl, and how much a millimetre is',
    formula: 'rounded corner, then frustum; or sphere',
    unit: 'ml',
    sources: [SECTION],
    confidence: 'high',
    coverage: 0.9,
    also: { mlPerMm: 'ml/mm' },
    inputs: [...PAN, number('depthMm', 'depth at the middle', LIMITS.depthMm)],
    run: (v) => {
      const profile = profileOf(v)
      const h = Math.min(num(v, 'depthMm'), num(v, 'heightMm'))
      const at = (mm: number) => volumeAtDepthMl(profile, Math.max(0, Math.min(num(v, 'heightMm'), mm)))
      return {
        value: at(h),
        low: at(h - 1),
        high: at(h + 1),
        warnings: [
          ...(h < MISLEADS_UNDER_MM ? ['stickMisleads'] : []),
          ...(num(v, 'depthMm') > num(v, 'heightMm') ? ['overTheRim'] : []),
        ],
        also: { mlPerMm: surfaceAreaMm2(profile, h) / 1000 },
      }
    },
  },
]
