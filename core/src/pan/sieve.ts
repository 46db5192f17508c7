import { skim, type SKIM_SHARE } from '../mixture/skim'
import { massG } from '../mixture/composition'
import { liquidShare, EMPTY_CONTENTS, sauceOf, type Contents } from './contents'

/** Clear fat goes into the liquid: flour binds it, a mount or a blender tears it into drops. */
export function bindFat(of: Contents): Contents {
  return { ...of, liquid: sauceOf(of), fatG: 0 }
}

/** The vessel after the sieve: solids and what clings to them stay behind, the clear fat goes through. `reduction:C4` */
export function strained(of: Contents, pressFrac = 0): Contents {
  const total = massG(of.liquid)
  const share = total > 0 ? Math.max(0, total - of.solids.heldG * (1 - pressFrac)) / total : 0
  const through = liquidShare(of, share)
  return bindFat({ ...through, solids: EMPTY_CONTENTS.solids, toGive: EMPTY_CONTENTS.toGive, givesTauMin: 0 })
}

/** Fat off the top, with the liquor that goes along. `reduction:C11` */
export function skimmed(of: Contents, how: keyof typeof SKIM_SHARE): Contents {
  const whole = bindFat(of)
  const liquid = skim(whole.liquid, how)
  const kept = whole.liquid.water > 0 ? liquid.water / whole.liquid.water : 1
  return { ...liquidShare(whole, kept), liquid }
}
