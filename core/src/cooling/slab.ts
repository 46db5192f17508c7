import { monotoneRoot } from '../solve/monotoneRoot'

/** Conductivity of a gelled or thick sauce, W/(m K). */
export const GELLED_W_PER_M_K = 0.52

/** A layer cooled from both faces that does not convect: gelled stock, roux sauces, purées. */
export interface Slab {
  readonly thicknessMm: number
  /** Film on each face, W/(m² K). */
  readonly faceWPerM2K: number
  readonly aroundC: number
  readonly densityKgPerM3: number
  readonly heatJPerKgK: number
  readonly conductivityWPerMK?: number
}

/**
 * Minutes until the middle of a slab reaches a temperature: the first term of the series (Heisler; holds past the first minutes). `reduction:N4`
 * @returns endless where the surroundings are no colder than the wanted temperature
 */
export function slabCentreMin(slab: Slab, startC: number, endC: number): number {
  if (endC <= slab.aroundC || endC >= startC) return endC >= startC ? 0 : Infinity
  const k = slab.conductivityWPerMK ?? GELLED_W_PER_M_K
  const half = slab.thicknessMm / 2000
  const biot = (slab.faceWPerM2K * half) / k
  const root = monotoneRoot((z) => z * Math.tan(z) - biot, 1e-9, Math.PI / 2 - 1e-9)
  const zeta = root.status === 'converged' ? root.root : NaN
  const first = (4 * Math.sin(zeta)) / (2 * zeta + Math.sin(2 * zeta))
  const diffusivity = k / (slab.densityKgPerM3 * slab.heatJPerKgK)
  const tS = half ** 2 / (zeta ** 2 * diffusivity)
  return Math.max(0, (tS * Math.log((first * (startC - slab.aroundC)) / (endC - slab.aroundC))) / 60)
}
