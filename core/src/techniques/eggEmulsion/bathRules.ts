import type { EmulsionMethod } from '../../formula/formula'
import type { BowlMaterial, YolkBathControl, YolkBathState } from './yolkBath'
import type { PourOver } from './pourPace'

/** Grain begins here in bulk, °C. */
export const GRAINS_FROM_C = 68
/** How much sooner a bowl is lifted, for what it still gives, K. */
export const LIFT_EARLY_K: Readonly<Record<BowlMaterial, number>> = { steel: 1, glass: 2.5, copper: 1 }
/** Butter that goes in on and off the bath ends as warm as the sauce is held, °C. */
export const POUR_BETWEEN_C = { low: 58, high: 62 } as const

/** Where a bowl is lifted, °C: the school's ceiling, never later than what the bowl still gives lets it. */
export const liftAtC = (bowl: BowlMaterial, { yolkC }: Pick<EmulsionMethod, 'yolkC'>): number =>
  Math.min(yolkC?.high ?? Infinity, GRAINS_FROM_C - LIFT_EARLY_K[bowl])

/** A cook who lifts over a ceiling and goes back under a floor: what is done at each moment. */
export function liftsBetween(
  { low, high }: { readonly low: number; readonly high: number },
  on: YolkBathControl,
): (of: YolkBathState) => YolkBathControl {
  let isOn = true
  return ({ tempC }) => {
    if (tempC > high) isOn = false
    else if (tempC < low) isOn = true
    return isOn ? on : { ...on, bath: 'off' }
  }
}

/** What is under the bowl while butter goes in. */
export function pourControl(over: PourOver, on: YolkBathControl): (of: YolkBathState) => YolkBathControl {
  if (over === 'over') return () => on
  return over === 'onOff' ? liftsBetween(POUR_BETWEEN_C, on) : () => ({ ...on, bath: 'off' })
}
