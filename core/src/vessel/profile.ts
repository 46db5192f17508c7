const HALVINGS = 60 // after which a depth is exact to the last digit

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

/** Height of a frustum from its lower radius, its wall's slope and its volume, mm: the cubic of the volume, solved. */
function frustumHeightMm(radiusMm: number, slope: number, volumeMm3: number): number {
  if (slope === 0) return volumeMm3 / (Math.PI * radiusMm ** 2)
  const grown = Math.max(-1, (3 * slope * volumeMm3) / (Math.PI * radiusMm ** 3)) // at −1 the wall has met itself
  return (radiusMm * Math.expm1(Math.log1p(grown) / 3)) / slope
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
  const volumeMm3 = volumeMl * 1000
  if (profile.shape === 'bowl') {
    const volumeAt = (h: number) => volumeAtDepthMl(profile, h)
    return whereItHolds(volumeAt, volumeMl, 2 * profile.sphereRadiusMm)
  }
  const { cornerMm } = profile
  const { centreMm, endsAtMm, slope } = corner(profile)
  const below = cornerMm > 0 ? cornerVolumeMm3(centreMm, cornerMm, endsAtMm) : 0
  if (volumeMm3 < below)
    return whereItHolds((h) => cornerVolumeMm3(centreMm, cornerMm, h), volumeMm3, endsAtMm)
  return endsAtMm + frustumHeightMm(radiusAtMm(profile, endsAtMm), slope, volumeMm3 - below)
}

/** The depth at which a rising volume comes to a wanted one. */
function whereItHolds(volumeAt: (depthMm: number) => number, wanted: number, mostMm: number): number {
  let [low, high] = [0, mostMm]
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2
    if (volumeAt(mid) < wanted) low = mid
    else high = mid
  }
  return (low + high) / 2
}

/** How full a pan may be before it boils over. */
export const FULLEST_PAN_SHARE = 2 / 3
/** A bowl's contents double when they are whisked. */
export const FULLEST_BOWL_SHARE = 0.5
