import { FULLEST_BOWL_SHARE, FULLEST_PAN_SHARE } from '../vessel/profile'

/** Sauce to make, ml. `emulsion:Q1 Q2` */
export const batchMl = (covers: number, mlPerCover: number, overFrac: number): number =>
  covers * mlPerCover * (1 + overFrac)
/** Latest start in ms: pick-up less the companion's rest and 1.2 times the sauce. `emulsion:Q3` */
export const startAtMs = (pickupAtMs: number, restMin: number, sauceMin: number): number =>
  pickupAtMs - (restMin + 1.2 * sauceMin) * 60_000

/** What limits how much is made in one vessel: it scorches as a film, boils over past two thirds, a bowl foams to double. */
export interface VesselLimits {
  readonly capacityMl: number
  readonly floorMl: number
  readonly fullestShare: number
}
const FILM_ML = 120
/** Limits of a pan or bowl that holds so much to the brim. */
export function vesselLimits(capacityMl: number, isBowl: boolean): VesselLimits {
  return { capacityMl, floorMl: FILM_ML, fullestShare: isBowl ? FULLEST_BOWL_SHARE : FULLEST_PAN_SHARE }
}
/** Batches that a volume forces, each within floor and ceiling; `tooLittle` where even one lies under the floor. `emulsion:Q1` */
export function splitBatches(
  totalMl: number,
  { capacityMl, floorMl, fullestShare }: VesselLimits,
): { readonly status: 'ok' | 'tooLittle'; readonly batches: number; readonly eachMl: number } {
  const batches = Math.max(1, Math.ceil(totalMl / (capacityMl * fullestShare) - 1e-9))
  return { status: totalMl / batches < floorMl ? 'tooLittle' : 'ok', batches, eachMl: totalMl / batches }
}

/** Sizes as cooks say them, g in the shell: middles of the EU's S, M and L. */
export const EGG_G = { small: 48, medium: 58, large: 68 } as const
export type EggSize = keyof typeof EGG_G
/** Yolk of one egg, g, from its shell-on mass (fit to public tables). */
export const yolkG = (eggG: number): number => 4.5 + 0.21 * eggG
const BREAKS = 0.04 // one egg in twenty-five breaks into its white
const SHELL_FRAC = 0.12
/** Eggs to crack for yolks, with breakages, and the whites left over. */
export function eggsFor(
  yolks: number,
  eggG = 57.5,
): { readonly eggs: number; readonly spare: number; readonly whitesG: number } {
  const spare = Math.ceil(yolks * BREAKS)
  return { eggs: yolks + spare, spare, whitesG: yolks * (eggG * (1 - SHELL_FRAC) - yolkG(eggG)) }
}
/** Clarified butter from whole, share of the mass; what stays is whey and milk solids. */
export const CLARIFIED_YIELD = 0.75
/** Whole butter to buy for so much clarified, g. */
export const wholeButterForClarifiedG = (clarifiedG: number): number => clarifiedG / CLARIFIED_YIELD
/** Fat that a roux made from volumes has over its flour, g: equal masses are wanted. */
export const rouxSurplusFatG = (fatG: number, flourG: number): number => Math.max(0, fatG - flourG)
