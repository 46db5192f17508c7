import { newtonTempC } from '../../cooling/newton'
import { wholeButterForClarifiedG } from '../../formula/portions'
import type { MinutesBand } from '../../formula/formula'
import { USUAL_PAN_J_PER_K } from '../../heat/usualPan'
import {
  butterEnthalpyJPerG,
  BUTTERS,
  HEAT_CAPACITY,
  milkFatGPerMl,
  SNF_G_PER_ML,
} from '../../mixture/butterFat'
import { coolsAt } from '../hold/places'

/** From the refrigerator until it is all melted and froths, well under what browns its milk, °C. */
const FROM_C = 5
const MELTED_C = 75
/** Milk that has come together in melted butter sinks in drops of this radius, µm: fine ones stay longest, coarse ones are down at once [A]. */
const DROP_UM = { fine: 50, usual: 60, coarse: 75 } as const
const GRAVITY = 9.81
const WHEY_G_PER_ML = 0.978 // water at 70 °C

/** Viscosity of liquid milk fat, Pa s: 33 mPa s at 40 °C, 13 at 70 (Walstra, Wouters & Geurts; exponential between). */
const milkFatPaS = (tempC: number): number => 0.033 * (0.013 / 0.033) ** ((tempC - 40) / 30)

/** How far a drop of a butter's milk sinks in its fat, mm a minute (Stokes). */
export function milkSinksMmPerMin(tempC: number, radiusUm: number): number {
  const { waterFrac, snfFrac } = BUTTERS.eu
  const milkGPerMl = (waterFrac + snfFrac) / (waterFrac / WHEY_G_PER_ML + snfFrac / SNF_G_PER_ML)
  const heavierKgPerM3 = 1000 * (milkGPerMl - milkFatGPerMl(tempC))
  const mPerS = ((2 / 9) * heavierKgPerM3 * GRAVITY * (radiusUm * 1e-6) ** 2) / milkFatPaS(tempC)
  return mPerS * 1000 * 60
}

/** Butter clarified: what it takes, how long, and how warm it is when it is clear. */
export interface ClarifyPlan {
  readonly wholeG: number
  readonly clearG: number
  readonly meltMin: number
  /** Until the last of its milk lies on the ground. */
  readonly settleMin: MinutesBand
  /** How warm it is when it may be poured off, °C. */
  readonly readyC: number
}

/**
 * Melted on the lowest flame, then left still in a jug as wide as it is deep until its milk has sunk: yield 0.75, heat by emulsion.md §0, settling
 * by Stokes, cooling as beside the stove. @param powerW - that flame under a usual pan
 */
export function clarifyPlan(clearG: number, powerW: number): ClarifyPlan {
  const wholeG = wholeButterForClarifiedG(clearG)
  const heatJ =
    wholeG * (butterEnthalpyJPerG(BUTTERS.eu, MELTED_C) - butterEnthalpyJPerG(BUTTERS.eu, FROM_C)) +
    USUAL_PAN_J_PER_K * (MELTED_C - FROM_C)
  const volumeMl = wholeG / milkFatGPerMl(MELTED_C)
  const depthMm = 10 * Math.cbrt((4 * volumeMl) / Math.PI)
  const minutes = (radiusUm: number) => depthMm / milkSinksMmPerMin(MELTED_C, radiusUm)
  const settleMin = {
    low: minutes(DROP_UM.coarse),
    value: minutes(DROP_UM.usual),
    high: minutes(DROP_UM.fine),
  }
  const jug = coolsAt('side', 'metal', { massG: wholeG, volumeMl, jPerGK: HEAT_CAPACITY.fat })
  return {
    wholeG,
    clearG,
    meltMin: heatJ / powerW / 60,
    settleMin,
    readyC: newtonTempC(jug, MELTED_C, settleMin.value),
  }
}
