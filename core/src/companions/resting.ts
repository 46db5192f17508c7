// kitchen.md §5: half a slab of cooked meat that gives its heat away, and runs hotter inside for a while
import { SURFACES } from '../techniques/mount/contact'

const NODES = 40
const ROOM_C = 22
/** How readily its surface gives heat away, W/(m² K): evaporation is in the open one. */
export const REST_LOSS = { open: 18, tented: 8 } as const
/** How steep the heat lies in it: a hard sear, a slow roast. */
export const SEAR = { hard: 4, slow: 2 } as const

/** A piece of meat off its heat. */
export interface Rested {
  readonly thickMm: number
  readonly coreC: number
  readonly surfaceC: number
  readonly sear: keyof typeof SEAR
  readonly cover: keyof typeof REST_LOSS
}
export interface RestAt {
  readonly min: number
  readonly surfaceC: number
  readonly coreC: number
}

/** Surface and core through a rest, a point a second or so. @param minutes - how long it is followed */
export function restMeat(of: Rested, minutes: number): RestAt[] {
  const { conductivity, densityKgPerM3, heatJPerKgK } = SURFACES.meat
  const halfM = of.thickMm / 2000
  const dx = halfM / NODES
  const diffusivity = conductivity / (densityKgPerM3 * heatJPerKgK)
  const dt = Math.min(1, (0.4 * dx ** 2) / diffusivity)
  const p = SEAR[of.sear]
  let temps = Float64Array.from(
    { length: NODES + 1 },
    (_, i) => of.coreC + (of.surfaceC - of.coreC) * (i / NODES) ** p,
  )
  let next = new Float64Array(NODES + 1)
  const points: RestAt[] = [{ min: 0, surfaceC: of.surfaceC, coreC: of.coreC }]
  const share = (diffusivity * dt) / dx ** 2
  const loss = (2 * dt * REST_LOSS[of.cover]) / (densityKgPerM3 * heatJPerKgK * dx)
  for (let s = dt; s <= minutes * 60 + 1e-9; s += dt) {
    const surfaceC = temps[NODES]!
    next[0] = temps[0]! + 2 * share * (temps[1]! - temps[0]!)
    for (let i = 1; i < NODES; i++)
      next[i] = temps[i]! + share * (temps[i - 1]! - 2 * temps[i]! + temps[i + 1]!)
    next[NODES] = surfaceC + 2 * share * (temps[NODES - 1]! - surfaceC) - loss * (surfaceC - ROOM_C)
    ;[temps, next] = [next, temps]
    points.push({ min: s / 60, surfaceC: temps[NODES]!, coreC: temps[0]! })
  }
  return points
}

/** Where a rest stands at a minute. `kitchen:K-R1` */
export const restedAt = (of: Rested, min: number): RestAt => restMeat(of, min).at(-1)!
/** The hottest that its core comes to, and when. `kitchen:K-R1` */
export const peakCore = (of: Rested): RestAt =>
  restMeat(of, 60).reduce((best, at) => (at.coreC > best.coreC ? at : best))
/** Minutes until its surface is down to a temperature; Infinity where an hour is not enough. `kitchen:K-R2` */
export const restUntilMin = (of: Rested, surfaceC: number): number =>
  restMeat(of, 60).find((at) => at.surfaceC <= surfaceC)?.min ?? Infinity
/** Minutes that a house rests a steak, by its thickness. */
export const steakRestMin = (thickMm: number): number => Math.min(12, Math.max(5, 0.2 * thickMm))
