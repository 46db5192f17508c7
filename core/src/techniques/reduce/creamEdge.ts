import { massG } from '../../mixture/composition'
import { milkFatGPerMl } from '../../mixture/butterFat'
import { phaseFraction } from '../../mixture/phases'
import { contentsPhases, type Contents } from '../../pan/contents'
import { monotoneRoot } from '../../solve/monotoneRoot'

/** Fat in drops of a cream that is boiled down: stop by the first, it breaks from the second on (emulsion.md §4, M6). */
export const CREAM_PHI = { best: 0.58, edge: 0.75, mended: 0.5 } as const
const CREAMY_SNF = 0.012
const CREAMY_FAT = 0.05
const WARM_C = 55

/** How near a cream reduction stands to breaking, and the water that would bring it back. */
export interface CreamEdge {
  readonly phi: number
  readonly verdict: 'safe' | 'stop' | 'breaks'
  /** To the share at which it is safe again, g; 0 where it is. */
  readonly waterG: number
}

/** Where a boiled-down cream stands; nothing for a sauce that is none. */
export function creamEdge(of: Contents): CreamEdge | undefined {
  const mass = massG(of.liquid)
  if (mass <= 0 || of.snfG < CREAMY_SNF * mass || of.liquid.fat < CREAMY_FAT * mass) return undefined
  const with_ = (waterG: number): Contents => ({
    ...of,
    liquid: { ...of.liquid, water: of.liquid.water + waterG },
  })
  const phiOf = (waterG: number) => phaseFraction(contentsPhases(with_(waterG), WARM_C))
  const phi = phiOf(0)
  if (phi <= CREAM_PHI.best) return { phi, verdict: 'safe', waterG: 0 }
  const found = monotoneRoot((g) => phiOf(g) - CREAM_PHI.mended, 0, 3 * mass)
  const waterG = found.status === 'converged' ? found.root : 0
  return { phi, verdict: phi > CREAM_PHI.edge ? 'breaks' : 'stop', waterG }
}

const SERUM_G_PER_ML = 1.03
/** A plain cream boiled down: its fat then, how crowded its drops are, and the water that would bring it back. `emulsion:M6 R5` @param fatFrac - of the cream as it was, 0..1 */
export function boiledCream(of: {
  readonly massG: number
  readonly fatFrac: number
  readonly leftG: number
}) {
  const fatG = of.massG * of.fatFrac
  const phases = {
    fatMl: fatG / milkFatGPerMl(WARM_C),
    continuousMl: Math.max(0, of.leftG - fatG) / SERUM_G_PER_ML,
  }
  const waterG = Math.max(0, phases.fatMl / CREAM_PHI.mended - phases.fatMl - phases.continuousMl)
  return { fatFrac: fatG / of.leftG, phi: phaseFraction(phases), waterG }
}
