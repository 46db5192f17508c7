import type { Texture, TextureVolume } from '../language/reductionTarget'
import { massG, solidsFrac, type Composition } from '../mixture/composition'
import { reduceMixture } from '../mixture/reduceMixture'
import { volume20Ml } from '../mixture/volume'
import { milkFatGPerMl } from '../emulsion/butterFat'
import { viscosityPaS, type Thickness } from './viscosity'

/** Temperature of the film on a spoon, °C. */
export const SPOON_C = 45
/** Where each texture word stops. Nappe and syrup by viscosity at the spoon, Pa·s, low–stop–high; glaze by its solids (reduction.md §1). The syrup's figures are ours. */
const STOPS = { nappe: { paS: [0.2, 0.3, 0.8] }, syrup: { paS: [0.05, 0.1, 0.2] }, glaze: { solids: [0.5, 0.55, 0.65] } } as const
const HALVINGS = 24
const DRIEST = 0.02

/**
 * What thickens a mixture, in % of it.
 * @param starchEqG - starch in it as white-roux flour, g
 * @param yolkFatG - fat of its yolks, which is no drop, g
 */
export function thicknessOf(of: Composition, starchEqG: number, yolkFatG = 0): Thickness {
  const total = massG(of)
  const fatMl = Math.max(0, of.fat - yolkFatG) / milkFatGPerMl(60)
  const volume = volume20Ml(of)
  return {
    solidsPct: (100 * Math.max(0, solidsFrac(of) * total - of.gelatin - of.starch - of.fat)) / total,
    gelatinPct: (100 * of.gelatin) / total,
    starchPct: (100 * starchEqG) / total,
    phaseFrac: volume > 0 ? Math.min(0.78, fatMl / volume) : 0,
  }
}

/** Share of the water left at which a measure that grows as water leaves reaches a value; undefined where it never does. */
function waterLeftWhere(start: Composition, reaches: (of: Composition) => boolean): Composition | undefined {
  const at = (share: number): Composition => ({ ...start, water: start.water * share, ethanol: start.ethanol * share ** 4 })
  if (!reaches(at(DRIEST))) return undefined
  let low = DRIEST
  let high = 1
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2
    if (reaches(at(mid))) low = mid
    else high = mid
  }
  return reduceMixture(start, { massG: massG(at(low)) })
}

/** The volume at which a liquid has a texture, with its band; undefined where it never has. */
export function textureVolume(start: Composition, starchEqG: number, texture: Texture): TextureVolume | undefined {
  const stop = STOPS[texture]
  const find = (limit: number) =>
    waterLeftWhere(start, (of) => ('paS' in stop ? viscosityPaS(thicknessOf(of, starchEqG), SPOON_C) >= limit : solidsFrac(of) >= limit))
  const [loose, middle, tight] = ('paS' in stop ? stop.paS : stop.solids).map(find)
  if (!middle) return undefined
  const volumeMl = volume20Ml(middle)
  return { volumeMl, lowMl: tight ? volume20Ml(tight) : volumeMl * 0.7, highMl: loose ? volume20Ml(loose) : volumeMl }
}
