import { fitPan, type Pan, type PanFit, type VesselProfile } from '@liquamen/core'

/** A pan as it is typed: two pours and a wall give its inside. */
export interface PanDraft {
  name: string
  kind: Pan['kind']
  metal: NonNullable<Pan['metal']>
  tareG: number
  heightMm: number
  firstMl: number
  firstMm: number
  secondMl: number
  secondMm: number
  /** Nought where it is round. */
  lengthMm: number
  widthMm: number
  /** Over-pressure that its lid holds; 0 for a lid that only shuts. */
  gaugeKPa: number
}
export type Fitted =
  | { readonly status: 'ok'; readonly profile: VesselProfile; readonly sdMm: number }
  | { readonly status: Extract<PanFit['status'], 'contradicts' | 'insideOut'> | 'deeper' }

/** The inside that two pours tell of: a bowl's sphere, or a pan's base and slope. */
export function fitted(d: PanDraft): Fitted {
  if (Math.max(d.firstMm, d.secondMm) > d.heightMm) return { status: 'deeper' }
  if (d.kind === 'bowl') return fittedBowl(d)
  const fit = fitPan([
    { volumeMl: d.firstMl, depthMm: d.firstMm },
    { volumeMl: d.secondMl, depthMm: d.secondMm },
  ])
  if (fit.status === 'contradicts' || fit.status === 'insideOut') return { status: fit.status }
  return {
    status: 'ok',
    sdMm: fit.sdMm,
    profile: {
      shape: 'pan',
      baseRadiusMm: fit.baseDiameterMm / 2,
      rimRadiusMm: (fit.baseDiameterMm + fit.slope * d.heightMm) / 2,
      heightMm: d.heightMm,
      cornerMm: 0,
    },
  }
}
/** A sphere from its deeper pour: V = πh²(3R − h)/3. */
function fittedBowl(d: PanDraft): Fitted {
  const [mm, ml] = d.secondMm >= d.firstMm ? [d.secondMm, d.secondMl] : [d.firstMm, d.firstMl]
  const sphereRadiusMm = ((3000 * ml) / (Math.PI * mm * mm) + mm) / 3
  if (!(sphereRadiusMm >= d.heightMm / 2)) return { status: 'contradicts' }
  return {
    status: 'ok',
    sdMm: sphereRadiusMm / mm,
    profile: { shape: 'bowl', sphereRadiusMm, heightMm: d.heightMm },
  }
}
