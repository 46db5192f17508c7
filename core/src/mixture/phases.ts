import { waterDensityKgPerM3 } from '../heat/water'
import { milkFatGPerMl, SNF_G_PER_ML, type ButterParts } from './butterFat'

const YOLK_G_PER_ML = 1.03
/** Temperature at which an emulsion is judged unless another is given, °C. */
export const JUDGED_AT_C = 60
const MAX_PACKING = 0.8 // polydisperse, deformable drops (Princen)

/** What is in the bowl, g. Reduction, juice, vinegar, wine and water all count as aqueous; the yolk's own fat counts as continuous. */
export interface EmulsionParts {
  readonly yolkG: number
  readonly aqueousG: number
  readonly evaporatedG?: number
  readonly butters: readonly { readonly massG: number; readonly parts: ButterParts }[]
}
/** Volumes of the two phases, ml. Air is left out. */
export interface Phases {
  readonly fatMl: number
  readonly continuousMl: number
}

const waterGPerMl = (tempC: number) => waterDensityKgPerM3(tempC) / 1000
/** Millilitres of fat and of water phase that a gram of a butter brings. */
export function butterMlPerG(
  { fatFrac, waterFrac, snfFrac }: ButterParts,
  tempC = JUDGED_AT_C,
): { fat: number; aqueous: number } {
  return {
    fat: fatFrac / milkFatGPerMl(tempC),
    aqueous: waterFrac / waterGPerMl(tempC) + snfFrac / SNF_G_PER_ML,
  }
}

/** The two phases of an emulsion. `emulsion:E1` */
export function phasesOf(
  { yolkG, aqueousG, evaporatedG = 0, butters }: EmulsionParts,
  tempC = JUDGED_AT_C,
): Phases {
  let fatMl = 0
  let continuousMl = yolkG / YOLK_G_PER_ML + (aqueousG - evaporatedG) / waterGPerMl(tempC)
  for (const { massG, parts } of butters) {
    const per = butterMlPerG(parts, tempC)
    fatMl += massG * per.fat
    continuousMl += massG * per.aqueous
  }
  return { fatMl, continuousMl }
}

/** Phase fraction φ: share of the volume that is fat, 0..1. `emulsion:E1 E2` */
export function phaseFraction({ fatMl, continuousMl }: Phases): number {
  return fatMl > 0 ? fatMl / (fatMl + Math.max(0, continuousMl)) : 0
}

/** Grams of a butter that may still go in before φ reaches a target; below 0 it is past it, Infinity where that butter never brings it there. `emulsion:E2` */
export function butterRoomG(
  phases: Phases,
  targetFrac: number,
  butter: ButterParts,
  tempC = JUDGED_AT_C,
): number {
  const { fat, aqueous } = butterMlPerG(butter, tempC)
  const per = fat - targetFrac * (fat + aqueous)
  return per <= 0 ? Infinity : (targetFrac * (phases.fatMl + phases.continuousMl) - phases.fatMl) / per
}

/** Grams of water that bring φ back to a target; 0 where it is not past it. `emulsion:E3 R1` */
export function waterNeededG(
  { fatMl, continuousMl }: Phases,
  targetFrac: number,
  tempC = JUDGED_AT_C,
): number {
  return Math.max(0, (fatMl * (1 - targetFrac)) / targetFrac - continuousMl) * waterGPerMl(tempC)
}

/** Grams of a butter that a gram of water buys at φ. `emulsion:E4` */
export function butterPerWaterG(targetFrac: number, butter: ButterParts, tempC = JUDGED_AT_C): number {
  const { fat, aqueous } = butterMlPerG(butter, tempC)
  const per = fat - targetFrac * (fat + aqueous)
  return per <= 0 ? Infinity : targetFrac / waterGPerMl(tempC) / per
}

/** How many times thicker the drops make the sauce than its water phase (Krieger & Dougherty 1959). `emulsion:E6` */
export function dropletThickening(phi: number): number {
  return (1 - Math.min(phi, 0.795) / MAX_PACKING) ** -2
}

/** Kitchen bands of φ at 60 °C; each holds from its `from`. Random and close packing 0.64 and 0.74; the words are ours. */
export const PHASE_BANDS = [
  { band: 'runny', from: 0 },
  { band: 'flowing', from: 0.5 },
  { band: 'spoonable', from: 0.6 },
  { band: 'stiff', from: 0.68 },
  { band: 'edge', from: 0.74 },
  { band: 'splits', from: 0.78 },
] as const
export type PhaseBand = (typeof PHASE_BANDS)[number]['band']
/** φ up to which a tool can hold an emulsion. */
export const HIGHEST_PHASE_FRAC = {
  handWhisk: 0.78,
  powerBlender: 0.82,
  mounted: 0.72,
  mountedWithCream: 0.76,
} as const
/** Where φ should end (service target). */
export const SERVICE_PHASE_FRAC = { low: 0.62, high: 0.66 } as const
/** Water goes in before the next butter from here on. */
export const WATER_FIRST_FROM = 0.74

/** The band a phase fraction lies in. */
export function phaseBand(phi: number): PhaseBand {
  return [...PHASE_BANDS].reverse().find(({ from }) => phi >= from)?.band ?? 'runny'
}
