/**
 * The inside of a vessel as a body of revolution, mm.
 *
 * `pan`: flat base, straight or sloping wall, rounded corner between them (0 for none). `bowl`: a sphere cut off at its rim.
 */
export type VesselProfile =
  | {
      readonly shape: 'pan'
      readonly baseRadiusMm: number
      readonly rimRadiusMm: number
      readonly heightMm: number
      readonly cornerMm: number
    }
  | { readonly shape: 'bowl'; readonly sphereRadiusMm: number; readonly heightMm: number }

/** The corner circle of a pan: its centre's radius, and the height where it meets the wall. */
function corner(p: Extract<VesselProfile, { shape: 'pan' }>): {
  centreMm: number
  endsAtMm: number
  slope: number
} {
  const slope = (p.rimRadiusMm - p.baseRadiusMm) / p.heightMm
  const hypotenuse = Math.hypot(1, slope)
  return {
    slope,
    centreMm: p.baseRadiusMm + slope * p.cornerMm - p.cornerMm * hypotenuse,
    endsAtMm: p.cornerMm * (1 - slope / hypotenuse),
  }
}

/** Inner radius, mm, at a height above the base. */
export function radiusAtMm(profile: VesselProfile, heightMm: number): number {
  if (profile.shape === 'bowl')
    return Math.sqrt(Math.max(0, heightMm * (2 * profile.sphereRadiusMm - heightMm)))
  const { centreMm, endsAtMm, slope } = corner(profile)
  if (heightMm >= endsAtMm) return profile.baseRadiusMm + slope * heightMm
  return centreMm + Math.sqrt(Math.max(0, heightMm * (2 * profile.cornerMm - heightMm)))
}

/** Area of the liquid's surface at a height, mm². */
export function surfaceAreaMm2(profile: VesselProfile, heightMm: number): number {
  return Math.PI * radiusAtMm(profile, heightMm) ** 2
}

/** Volume below a rounded corner's height, mm³: ∫π(c + √(2ρh − h²))² dh. */
function cornerVolumeMm3(centreMm: number, rho: number, h: number): number {
  if (h <= 0) return 0
  const half =
    0.5 *
    ((h - rho) * Math.sqrt(Math.max(0, 2 * rho * h - h * h)) +
      rho ** 2 * (Math.asin(Math.max(-1, Math.min(1, (h - rho) / rho))) + Math.PI / 2))
  return Math.PI * (centreMm ** 2 * h + 2 * centreMm * half + rho * h ** 2 - h ** 3 / 3)
}

/** Volume of a frustum between two heights of a wall, mm³. */
function frustumMm3(r1: number, r2: number, h: number): number {
  return (Math.PI * h * (r1 * r1 + r1 * r2 + r2 * r2)) / 3
}

/**
 * Liquid in a level pan from its depth, ml. `reduction:G1 G3–G5`
 * @param depthMm - at the middle, 0..height
 */
export function volumeAtDepthMl(profile: VesselProfile, depthMm: number): number {
  const h = Math.max(0, depthMm)
  if (profile.shape === 'bowl') return (Math.PI * h * h * (3 * profile.sphereRadiusMm - h)) / 3 / 1000
  const { centreMm, endsAtMm } = corner(profile)
  if (profile.cornerMm > 0 && h <= endsAtMm) return cornerVolumeMm3(centreMm, profile.cornerMm, h) / 1000
  const below = profile.cornerMm > 0 ? cornerVolumeMm3(centreMm, profile.cornerMm, endsAtMm) : 0
  return (below + frustumMm3(radiusAtMm(profile, endsAtMm), radiusAtMm(profile, h), h - endsAtMm)) / 1000
}

/** Volume to the rim, ml. */
export function capacityMl(profile: VesselProfile): number {
  return volumeAtDepthMl(profile, profile.heightMm)
}

/**
 * Depth, mm, of an amount of liquid; above the rim it goes on along the wall, so that a caller can see an overflow. `reduction:G2–G5`
 * @param volumeMl - at least 0
 */
export function depthAtVolumeMm(profile: VesselProfile, volumeMl: number): number {
  if (volumeMl <= 0) return 0
  let low = 0
  let high = profile.shape === 'bowl' ? 2 * profile.sphereRadiusMm : profile.heightMm
  while (profile.shape === 'pan' && volumeAtDepthMl(profile, high) < volumeMl) high *= 2
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2
    if (volumeAtDepthMl(profile, mid) < volumeMl) low = mid
    else high = mid
  }
  return (low + high) / 2
}

/** How full a pan may be before it boils over. */
export const FULLEST_PAN_SHARE = 2 / 3
/** A bowl's contents double when they are whisked. */
export const FULLEST_BOWL_SHARE = 0.5
