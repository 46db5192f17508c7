// emulsion.md §8
import { waterLatentHeatJPerG } from '../../heat/water'

const DRY_J_PER_GK = 2.1
const JUICE_J_PER_GK = 3.9
const JUICE_WATER_FRAC = 0.91
const JUICE_C = 20
const BOILS_C = 100
const LATENT_J_PER_G = waterLatentHeatJPerG(BOILS_C)
const STEAM_L_PER_G = 1.7
/** Hotter than this, nothing wet goes in: it leaves the pan. */
export const QUENCH_MOST_C = 160

/** What juice does to hot browned butter. */
export interface Quench {
  readonly tempC: number
  /** Juice that turns to steam at once, and how much of it that is. */
  readonly flashedG: number
  readonly steamL: number
}
/** Dry butter that is to be stopped, with its pan's heat, J/K. */
export interface HotButter {
  readonly massG: number
  readonly tempC: number
  readonly panJPerK: number
}
/** What warms such a pan by a kelvin, J. */
export const hotButterJPerK = ({ massG, panJPerK }: Omit<HotButter, 'tempC'>) =>
  DRY_J_PER_GK * massG + panJPerK

/** Browned butter stopped by juice, poured in off the heat. `emulsion:N3 N4` @param juiceG - at 20 °C */
export function quench(butter: HotButter, juiceG: number): Quench {
  const c = hotButterJPerK(butter)
  const overJ = c * (butter.tempC - BOILS_C)
  const warmsJ = JUICE_J_PER_GK * juiceG * (BOILS_C - JUICE_C)
  if (overJ <= warmsJ) {
    const tempC = (c * butter.tempC + JUICE_J_PER_GK * juiceG * JUICE_C) / (c + JUICE_J_PER_GK * juiceG)
    return { tempC, flashedG: 0, steamL: 0 }
  }
  const wouldFlashG = (overJ - warmsJ) / LATENT_J_PER_G
  const mostG = JUICE_WATER_FRAC * juiceG
  const flashedG = Math.min(wouldFlashG, mostG)
  const tempC = BOILS_C + ((wouldFlashG - flashedG) * LATENT_J_PER_G) / c
  return { tempC, flashedG, steamL: STEAM_L_PER_G * flashedG }
}

/** Least juice that brings it down to 100 °C, where it browns no further, g. `emulsion:N4` */
export const leastJuiceG = (butter: HotButter): number =>
  Math.max(0, hotButterJPerK(butter) * (butter.tempC - BOILS_C)) /
  (JUICE_J_PER_GK * (BOILS_C - JUICE_C) + JUICE_WATER_FRAC * LATENT_J_PER_G)
