import type { FormulaStep } from '../formula/formula'
import { skim, type SKIM_SHARE } from '../mixture/skim'
import { massG } from '../mixture/composition'
import { liquidShare, EMPTY_CONTENTS, sauceOf, type Contents } from './contents'

/** Clear fat goes into the liquid: flour binds it, a mount or a blender tears it into drops. */
export function bindFat(of: Contents): Contents {
  return { ...of, liquid: sauceOf(of), fatG: 0 }
}

/** Share of the liquor that goes through a sieve; the clear fat over it goes through whole, and is weighed with it. */
function throughShare(of: Contents, { pressFrac = 0, yieldFrac }: SieveStep, measuredG?: number): number {
  const total = massG(of.liquid)
  if (total <= 0) return 0
  const weighedG = measuredG ?? (yieldFrac === undefined ? undefined : yieldFrac * massG(sauceOf(of)))
  const throughG = weighedG === undefined ? total - of.solids.heldG * (1 - pressFrac) : weighedG - of.fatG
  return Math.min(1, Math.max(0, throughG / total))
}
type SieveStep = Pick<FormulaStep, 'pressFrac' | 'yieldFrac'>

/**
 * The vessel after the sieve: solids and what clings to them stay behind, the clear fat goes through. `reduction:C4`
 * @param measuredG - liquor that was weighed after it, g
 */
export function strained(of: Contents, step: SieveStep, measuredG?: number): Contents {
  const share = throughShare(of, step, measuredG)
  const through = liquidShare(of, share)
  return bindFat({ ...through, solids: EMPTY_CONTENTS.solids, toGive: EMPTY_CONTENTS.toGive, givesTauMin: 0 })
}

/** Fat off the top, with the liquor that goes along. `reduction:C11` */
export function skimmed(of: Contents, how: keyof typeof SKIM_SHARE): Contents {
  const whole = bindFat(of)
  const beatenG = Math.min(whole.beatenG, whole.liquid.fat) // drops stay in
  const free = skim({ ...whole.liquid, fat: whole.liquid.fat - beatenG }, how)
  const kept = whole.liquid.water > 0 ? free.water / whole.liquid.water : 1
  return { ...liquidShare(whole, kept), liquid: { ...free, fat: free.fat + beatenG * kept } }
}
