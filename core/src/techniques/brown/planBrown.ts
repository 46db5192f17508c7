import type { MinutesBand } from '../../formula/formula'
import type { HeatLevel } from '../../heat/heater'
import { onRing, ringPower } from '../../kitchen/ringPower'
import { butterOf } from '../../mixture/butterPartsOf'
import type { ButterParts } from '../../mixture/butterFat'
import type { PlanContext } from '../technique'
import { Z10 } from '../../solve/normal'
import { USUAL_PAN_J_PER_K } from '../../heat/usualPan'
import { brownButter, LONGEST_S } from './brownButter'

/** Version of the forecast of browned butter; raised whenever its numbers change. */
export const BROWN_MODEL_VERSION = 'brown-1'
/** A pan's own part of it, and how a cook swirls. */
const PAN_SD_LN = 0.1
/** Beyond these nothing is known, W. */
const held = (powerW: number) => Math.max(150, Math.min(1500, powerW))

/** Butter that is browned, and the heat that its flame is thought to give it. */
export interface BrownPlan {
  readonly massG: number
  readonly butter: ButterParts
  readonly powerW: number
  readonly sdLnPower: number
  readonly panJPerK: number
  /** The flame that this is of. */
  readonly heat: HeatLevel
  readonly modelVersion: string
}

/** What is known of butter before it goes in; none where its flame is not said or no butter is. */
export function planBrown({ walked, ingredients, pan, ring, settings }: PlanContext): BrownPlan | undefined {
  const { step, lines } = walked
  const butter = butterOf(lines, ingredients)
  if (!step.heat || !butter) return undefined
  const { powerW, sdLnPower } = ringPower(ring, step.heat, onRing(pan), settings.altitudeM)
  return {
    massG: butter.massG,
    butter: butter.parts,
    powerW: held(powerW),
    sdLnPower: Math.hypot(sdLnPower, PAN_SD_LN),
    panJPerK: USUAL_PAN_J_PER_K,
    heat: step.heat,
    modelVersion: BROWN_MODEL_VERSION,
  }
}

/** Minutes until it smells of nuts, 10–50–90 %. */
export function brownMinutes(plan: BrownPlan): MinutesBand {
  const min = (z: number) =>
    (brownButter({ ...plan, powerW: plan.powerW * Math.exp(-z * plan.sdLnPower) }).noisette?.s ?? LONGEST_S) /
    60
  return { low: min(-Z10), value: min(0), high: min(Z10) }
}
