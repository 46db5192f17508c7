import type { HeatWord } from '../../heat/heater'
import { skimTimesMin } from './scum'

// Judgement throughout: that a hard boil clouds a stock is old practice; how much is tuned to it, and the house judges by its own eye.
/** How long scum lies on the liquor until half and more of it is boiled in, min, by the flame. */
const BOILS_IN_MIN: Readonly<Record<HeatWord, number>> = {
  low: 30,
  mediumLow: 15,
  medium: 6,
  mediumHigh: 3,
  high: 2,
}
/** Share of free fat that is beaten into drops while the water falls to 1/e, by the flame. */
const BEATS_IN: Readonly<Record<HeatWord, number>> = {
  low: 0.02,
  mediumLow: 0.05,
  medium: 0.15,
  mediumHigh: 0.35,
  high: 0.6,
}
const RISES_MIN = 12
/** What sets at once and never rises where bones go into hot water. */
const SETS_HOT_FRAC = 0.4
/** Scum against what a stock draws from its bones, g per g. */
const SCUM_G_PER_G_DRAWN = 0.1

/**
 * Share of a stock's scum that is boiled in: what lies on top between two skims, and all that is never skimmed.
 * @param skims - how often, at the times that take as much each; 0 never; those after its end do not happen
 */
export function boiledInShare(
  skims: number,
  heat: HeatWord,
  { minutes = Infinity, startsHot = false } = {},
): number {
  const b = BOILS_IN_MIN[heat]
  const rate = 1 / b - 1 / RISES_MIN
  let fromMin = 0
  let share = 0
  for (const toMin of skimTimesMin(skims).filter((min) => min < minutes)) {
    const risen = Math.exp(-fromMin / RISES_MIN) - Math.exp(-toMin / RISES_MIN)
    const saved =
      (Math.exp(-toMin / b) * (Math.exp(toMin * rate) - Math.exp(fromMin * rate))) / (rate * RISES_MIN)
    share += risen - saved
    fromMin = toMin
  }
  const ofRisen = share + Math.exp(-fromMin / RISES_MIN)
  return startsHot ? SETS_HOT_FRAC + (1 - SETS_HOT_FRAC) * ofRisen : ofRisen
}

/** Scum of a stock that drew so much from its bones, g. */
export const scumG = (drawnG: number): number => SCUM_G_PER_G_DRAWN * drawnG

/** Share of the free fat that a boil beats into drops which no ladle lifts. @param lnWater - ln of water before over water after */
export const beatenInShare = (heat: HeatWord, lnWater: number): number =>
  1 - Math.exp(-BEATS_IN[heat] * Math.max(0, lnWater))
