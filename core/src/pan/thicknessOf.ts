import { massG, solidsFrac } from '../mixture/composition'
import { phaseFraction } from '../mixture/phases'
import { viscosityPaS, type Thickness } from '../mixture/viscosity'
import { contentsPhases, type Contents } from './contents'

/** Temperature of the film on a spoon, °C. */
export const SPOON_C = 45

/** What thickens the liquid of a vessel, in % of it: dissolved solids, gelatin, starch, fat in drops. */
export function thicknessOf(
  of: Pick<Contents, 'liquid' | 'starchEqG' | 'yolkG' | 'yolkFatG' | 'snfG'>,
): Thickness {
  const { liquid } = of
  const total = massG(liquid)
  if (total <= 0) return { solidsPct: 0, gelatinPct: 0, starchPct: 0, phaseFrac: 0 }
  return {
    solidsPct:
      (100 * Math.max(0, solidsFrac(liquid) * total - liquid.gelatin - liquid.starch - liquid.fat)) / total,
    gelatinPct: (100 * liquid.gelatin) / total,
    starchPct: (100 * of.starchEqG) / total,
    phaseFrac: phaseFraction(contentsPhases(of as Contents)),
  }
}

/** Viscosity of the liquid as a film on a spoon, Pa·s; 0 where there is none. */
export const spoonPaS = (of: Contents): number =>
  massG(of.liquid) > 0 ? viscosityPaS(thicknessOf(of), SPOON_C) : 0
