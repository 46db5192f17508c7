import { radiusAtMm, type VesselProfile } from '@liquamen/core'

/** Millimetres to pixels of a drawing; heights may be stretched. */
export interface DrawScale {
  readonly pxPerMm: number
  readonly heightFactor: number
}

const SLICES = 28
const point = (x: number, y: number) => `${x.toFixed(2)} ${y.toFixed(2)}`

/** Half-width of the drawn inside at a height, px. */
export const halfWidthPx = (profile: VesselProfile, heightMm: number, { pxPerMm }: DrawScale): number =>
  radiusAtMm(profile, Math.max(0.001, Math.min(profile.heightMm, heightMm))) * pxPerMm
/** Height above the base, px (upwards is negative y). */
export const heightPx = (heightMm: number, { pxPerMm, heightFactor }: DrawScale): number =>
  heightMm * pxPerMm * heightFactor

/** Heights closer together near the base, where the corner turns. */
function heights(fromMm: number, toMm: number): number[] {
  return Array.from({ length: SLICES + 1 }, (_, i) => fromMm + (toMm - fromMm) * (i / SLICES) ** 1.8)
}

/** The liquid between two heights as a closed path; origin at the middle of the base. */
export function liquidPath(profile: VesselProfile, fromMm: number, toMm: number, scale: DrawScale): string {
  if (toMm <= fromMm) return ''
  const right = heights(fromMm, toMm).map(
    (h) => [halfWidthPx(profile, h, scale), -heightPx(h, scale)] as const,
  )
  const left = [...right].reverse().map(([x, y]) => [-x, y] as const)
  return `M${[...right, ...left].map(([x, y]) => point(x, y)).join('L')}Z`
}

/** The cut wall as one open stroke outside the inner profile, rim to rim. */
export function wallPath(profile: VesselProfile, wallPx: number, scale: DrawScale): string {
  const out = wallPx / 2
  const right = heights(0, profile.heightMm).map(
    (h, i) =>
      [
        halfWidthPx(profile, h, scale) + (i === 0 ? 0 : out),
        i === 0 ? out : -heightPx(h, scale) + out * Math.max(0, 1 - h / 6),
      ] as const,
  )
  const left = [...right].reverse().map(([x, y]) => [-x, y] as const)
  return `M${[...left, ...right].map(([x, y]) => point(x, y)).join('L')}`
}

/** Heights at which what must go is ruled: every 3 px, or one line a minute where the minutes are known. */
export function rulingHeights(
  fromMm: number,
  toMm: number,
  scale: DrawScale,
  minuteLevelsMm?: readonly number[],
): number[] {
  if (minuteLevelsMm) return minuteLevelsMm.filter((mm) => mm > fromMm && mm < toMm)
  const step = 3 / (scale.pxPerMm * scale.heightFactor)
  return Array.from(
    { length: Math.max(0, Math.floor((toMm - fromMm) / step)) },
    (_, i) => fromMm + (i + 1) * step,
  )
}

/** Circles as one path: a drawing of many parts is one element a kind, for each element costs the first view and every second after it. */
export const circlesPath = (
  circles: readonly { readonly x: number; readonly y: number }[],
  r: number | ((i: number) => number),
): string =>
  circles
    .map(({ x, y }, i) => {
      const radius = typeof r === 'number' ? r : r(i)
      return `M${point(x - radius, y)}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`
    })
    .join('')

/** Centres of the dots of what is to come, inside the wall. */
export function dotCentres(
  profile: VesselProfile,
  { fromMm, toMm }: { readonly fromMm: number; readonly toMm: number },
  scale: DrawScale,
  pitchPx: number,
): { x: number; y: number }[] {
  const dots: { x: number; y: number }[] = []
  const rows = Math.floor(heightPx(toMm - fromMm, scale) / pitchPx)
  for (let row = 0; row < rows; row++) {
    const y = heightPx(fromMm, scale) + (row + 0.5) * pitchPx
    const half = halfWidthPx(profile, y / (scale.pxPerMm * scale.heightFactor), scale) - pitchPx / 2
    for (let x = -Math.floor(half / pitchPx) * pitchPx + (row % 2 ? pitchPx / 2 : 0); x <= half; x += pitchPx)
      dots.push({ x, y: -y })
  }
  return dots
}

/** Water in section: a full line on top, then dashes that shorten downward (LOOK.md §5). Origin at the middle of the base. */
export function waterPath(halfPx: number, depthPx: number, gapPx = 8): string {
  const lines = Array.from({ length: Math.max(1, Math.floor(depthPx / gapPx)) }, (_, i) => {
    const y = -(depthPx - i * gapPx)
    if (i === 0) return `M${-halfPx} ${y}H${halfPx}`
    const dash = Math.max(3, 22 - i * 3.2)
    const period = dash + 4 + i * 0.7
    return Array.from({ length: Math.ceil((2 * halfPx) / period) }, (_, k) => {
      const from = -halfPx + k * period
      return `M${point(from, y)}H${Math.min(halfPx, from + dash).toFixed(2)}`
    }).join('')
  })
  return lines.join('')
}

/** A level or a spread as it is drawn, mm: less than can be seen moves nothing, and what does not move is not drawn anew each second. */
export const drawnMm = (mm: number): number => Math.round(mm * 5) / 5
/** A temperature as it is drawn, °C. */
export const drawnC = (tempC: number): number => Math.round(tempC * 10) / 10

const scales = new WeakMap<VesselProfile, Map<string, DrawScale>>()
/** A scale at which a vessel fits half a box: its half-width and its height; heights may be stretched a little. The same one each time. */
export function scaleInBox(profile: VesselProfile, halfWidth: number, height: number): DrawScale {
  const own = scales.get(profile) ?? new Map<string, DrawScale>()
  scales.set(profile, own)
  const key = `${halfWidth} ${height}`
  const scale = own.get(key) ?? fitInBox(profile, halfWidth, height)
  own.set(key, scale)
  return scale
}
function fitInBox(profile: VesselProfile, halfWidth: number, height: number): DrawScale {
  const widestMm = profile.shape === 'pan' ? profile.rimRadiusMm : radiusAtMm(profile, profile.heightMm)
  const pxPerMm = Math.min(halfWidth / widestMm, height / profile.heightMm)
  return { pxPerMm, heightFactor: Math.max(1, Math.min(1.6, height / (profile.heightMm * pxPerMm))) }
}
