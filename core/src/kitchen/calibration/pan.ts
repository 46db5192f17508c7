import { monotoneRoot } from '../../solve/monotoneRoot'
import { volumeAtDepthMl, type VesselProfile } from '../../vessel/profile'

/** A pour: so much in it stands so deep. Read cold, level, in the middle. */
export interface Pour {
  readonly volumeMl: number
  readonly depthMm: number
}

/** What two pours say of a pan; or that they contradict each other. */
export type PanFit =
  | { readonly status: 'straight'; readonly baseDiameterMm: number; readonly slope: 0; readonly sdMm: number }
  | {
      readonly status: 'sloping'
      readonly baseDiameterMm: number
      readonly slope: number
      readonly sdMm: number
    }
  /** More water stood no deeper, or it narrows so much that rim and base were probably taken for each other. */
  | { readonly status: 'contradicts' }
  | { readonly status: 'insideOut' }

const STRAIGHT_WITHIN = 0.03
const READ_TO_MM = 1
const STEEPEST = 4

/** Diameter of a straight pan from one pour, mm, and what a millimetre read wrong makes of it. `kitchen:K-X2` */
export function straightDiameterMm({ volumeMl, depthMm }: Pour): {
  readonly diameterMm: number
  readonly sdMm: number
} {
  const diameterMm = Math.sqrt((4000 * volumeMl) / (Math.PI * depthMm))
  return { diameterMm, sdMm: (diameterMm * READ_TO_MM) / (2 * depthMm) }
}

const cone = (baseDiameterMm: number, slope: number, heightMm: number): VesselProfile => ({
  shape: 'pan',
  baseRadiusMm: baseDiameterMm / 2,
  rimRadiusMm: (baseDiameterMm + slope * heightMm) / 2,
  heightMm,
  cornerMm: 0,
})

/** Base for which a cone of a slope holds a pour. */
function baseFor(slope: number, { volumeMl, depthMm }: Pour): number {
  const found = monotoneRoot(
    (base) => volumeAtDepthMl(cone(base, slope, depthMm), depthMm) - volumeMl,
    Math.max(1, -slope * depthMm),
    2000,
  )
  return found.status === 'converged' ? found.root : NaN
}

/**
 * The inside of a pan from two pours: straight, or sloping with its diameter's growth for each mm of height. `kitchen:K-X3`
 * @param pours - in any order; two of different depth
 */
export function fitPan(pours: readonly [Pour, Pour]): PanFit {
  const [first, second] = pours[0].depthMm <= pours[1].depthMm ? pours : [pours[1], pours[0]]
  if (second.depthMm <= first.depthMm || second.volumeMl <= first.volumeMl) return { status: 'contradicts' }
  const bends = second.volumeMl / first.volumeMl / (second.depthMm / first.depthMm) - 1
  if (Math.abs(bends) <= STRAIGHT_WITHIN) {
    const { diameterMm, sdMm } = straightDiameterMm(second)
    return { status: 'straight', baseDiameterMm: diameterMm, slope: 0, sdMm }
  }
  if (bends < 0) return { status: 'insideOut' }
  const missing = (slope: number) =>
    volumeAtDepthMl(cone(baseFor(slope, first), slope, second.depthMm), second.depthMm) - second.volumeMl
  const found = monotoneRoot(missing, 0, STEEPEST)
  if (found.status !== 'converged') return { status: 'contradicts' }
  const baseDiameterMm = baseFor(found.root, first)
  return {
    status: 'sloping',
    baseDiameterMm,
    slope: found.root,
    sdMm: (baseDiameterMm * READ_TO_MM) / (2 * first.depthMm),
  }
}
