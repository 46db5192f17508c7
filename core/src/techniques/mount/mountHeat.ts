import { WATER_J_PER_G_K } from '../../heat/water'
import { butterEnthalpyJPerG, type ButterParts } from '../../mixture/butterFat'
import { monotoneRoot } from '../../solve/monotoneRoot'

/** Butter that goes into a hot reduction. */
export interface Mounting {
  readonly butter: ButterParts
  readonly butterG: number
  readonly butterC: number
  readonly reductionG: number
  readonly reductionC: number
  /** The hot pan's own heat, J/K; none where it is left out. */
  readonly panJPerK?: number
}
/** Heat that must be given so that it ends so warm, J; none where the reduction brings it. `emulsion:M2` */
export const mountHeatJ = (of: Mounting, endC: number): number =>
  of.butterG * (butterEnthalpyJPerG(of.butter, endC) - butterEnthalpyJPerG(of.butter, of.butterC)) -
  (of.reductionG * WATER_J_PER_G_K + (of.panJPerK ?? 0)) * (of.reductionC - endC)

/** Where it ends without any heat, °C: under 30 the fat sets again. `emulsion:M3` */
export function mountedOffHeatC(of: Mounting): number {
  const [low, high] = [Math.min(of.butterC, of.reductionC), Math.max(of.butterC, of.reductionC)]
  const found = monotoneRoot((tempC) => mountHeatJ(of, tempC), low, high)
  return found.status === 'converged' ? found.root : of.reductionC
}
