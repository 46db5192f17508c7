import type { HeatWord } from '../heat/heater'
import { massG } from '../mixture/composition'
import { volume20Ml } from '../mixture/volume'
import { beatenInShare } from '../techniques/simmer/haze'
import type { Contents } from './contents'

/** How clear a stock stands, g of boiled-in scum and beaten-in fat a litre (judgement). */
const CLEAR_BELOW_G_PER_L = 1.2
const HAZY_BELOW_G_PER_L = 4
const BOUND_FROM_FRAC = 0.005

export type ClarityGrade = 'clear' | 'hazy' | 'cloudy'
/** What clouds a stock, and the word for it. */
export interface Clarity {
  readonly grade: ClarityGrade
  /** Scum boiled in, g/l. */
  readonly scumGPerL: number
  /** Fat in drops that no ladle lifts, g/l. */
  readonly fatGPerL: number
}

function gradeOf(gPerL: number): ClarityGrade {
  if (gPerL < CLEAR_BELOW_G_PER_L) return 'clear'
  return gPerL < HAZY_BELOW_G_PER_L ? 'hazy' : 'cloudy'
}

/** Whether clouding can be seen: flour, cream and yolk make a sauce opaque and hold its fat. */
const isClearKind = ({ liquid, starchEqG, snfG, yolkG }: Contents): boolean => {
  const mass = massG(liquid)
  return mass > 0 && starchEqG + snfG + yolkG < BOUND_FROM_FRAC * mass
}

/** The clarity of what is in a vessel; none for a bound or milky sauce. */
export function clarityOf(of: Contents): Clarity | undefined {
  if (!isClearKind(of)) return undefined
  const litres = Math.max(1e-6, volume20Ml(of.liquid) / 1000)
  const [scumGPerL, fatGPerL] = [of.hazeG / litres, of.beatenG / litres]
  return { grade: gradeOf(scumGPerL + fatGPerL), scumGPerL, fatGPerL }
}

/** A liquor after a boil: part of its free fat is in drops. */
export function beaten(before: Contents, after: Contents, heat: HeatWord): Contents {
  if (!isClearKind(before) || before.liquid.water <= 0 || after.liquid.water <= 0) return after
  const free = Math.max(0, after.liquid.fat - after.beatenG)
  const share = beatenInShare(heat, Math.log(before.liquid.water / after.liquid.water))
  return { ...after, beatenG: after.beatenG + free * share }
}
