import type { Texture, TextureVolume } from '../../language/reductionTarget'
import type { BoilDown } from '../../mixture/boilDown'
import { solidsFrac, type Composition } from '../../mixture/composition'
import { volume20Ml } from '../../mixture/volume'
import { viscosityPaS } from '../../mixture/viscosity'
import type { Contents } from '../../pan/contents'
import { SPOON_C, thicknessOf } from '../../pan/thicknessOf'

/** Where each texture word stops. Nappe and syrup by viscosity at the spoon, Pa·s, low–stop–high; glaze by its solids (reduction.md §1). The syrup's figures are ours. */
export const TEXTURE_STOPS = {
  nappe: { paS: [0.2, 0.3, 0.8] },
  syrup: { paS: [0.05, 0.1, 0.2] },
  glaze: { solids: [0.5, 0.55, 0.65] },
} as const
const HIGH_IF_NEVER = 0.7

/** The volume at which a liquid on its way down has a texture, with its band; undefined where it never has. */
export function textureVolume(
  way: BoilDown,
  contents: Contents,
  texture: Texture,
): TextureVolume | undefined {
  const stop = TEXTURE_STOPS[texture]
  const paS = (liquid: Composition) => viscosityPaS(thicknessOf({ ...contents, liquid }), SPOON_C)
  const find = (limit: number) =>
    way.where('paS' in stop ? (of) => limit - paS(of) : (of) => limit - solidsFrac(of))?.mixture
  const [loose, middle, tight] = ('paS' in stop ? stop.paS : stop.solids).map(find)
  if (!middle) return undefined
  const volumeMl = volume20Ml(middle)
  return {
    volumeMl,
    lowMl: tight ? volume20Ml(tight) : volumeMl * HIGH_IF_NEVER,
    highMl: loose ? volume20Ml(loose) : volumeMl,
  }
}
