import { dropletThickening } from './phases'

// emulsion.md §7: sugar viscosity tables (Ks), gelatin bloom-viscosity class (kg), trade roux scales (0.554 and 3.2)
/** What thickens a sauce, in % of the finished sauce; `starchPct` as flour of a white roux. */
export interface Thickness {
  readonly solidsPct: number
  readonly gelatinPct: number
  readonly starchPct: number
  /** Share of the starch that has swollen, 0..1. */ readonly swollen?: number
  readonly phaseFrac?: number
}

const STARCH_HALF_PCT = 0.554
const STARCH_POWER = 3.2
/** Water, Pa·s. */
export const waterViscosityPaS = (tempC: number): number => 2.414e-5 * 10 ** (247.8 / (tempC + 133.15))

/** What dissolved solids and gelatin make of water, times. */
function baseFactor(
  { solidsPct, gelatinPct }: Pick<Thickness, 'solidsPct' | 'gelatinPct'>,
  tempC: number,
): number {
  const s = Math.min(85, solidsPct)
  return (
    10 ** (((0.0118 - 0.00006 * (tempC - 20)) * s) / (1 - s / 100)) *
    10 ** ((0.14 + 0.001 * (60 - tempC)) * gelatinPct)
  )
}

/** Viscosity near 15 s⁻¹, Pa·s; valid 40–95 °C. `emulsion:V1 V3 V4` */
export function viscosityPaS(of: Thickness, tempC: number): number {
  const starch = 1 + (((of.swollen ?? 1) * of.starchPct) / STARCH_HALF_PCT) ** STARCH_POWER
  return waterViscosityPaS(tempC) * baseFactor(of, tempC) * starch * dropletThickening(of.phaseFrac ?? 0)
}

/** How much of a thickener does what a gram of white-roux flour does; roux and kneaded butter are half flour by mass. */
export const STARCH_POWERS = {
  rouxWhite: 1,
  rouxBlond: 0.88,
  rouxBrown: 0.65,
  rouxDark: 0.4,
  beurreManie: 1,
  cornstarch: 2,
  arrowroot: 1.9,
  potato: 2.3,
  tapioca: 1.8,
  waxyMaize: 2.1,
  riceFlour: 1.2,
} as const
export type StarchAgent = keyof typeof STARCH_POWERS
/** Agents that are half flour, half fat. */
export const HALF_FLOUR: readonly StarchAgent[] = [
  'rouxWhite',
  'rouxBlond',
  'rouxBrown',
  'rouxDark',
  'beurreManie',
]

/** White-flour equivalent that brings a starch-free base to a viscosity, % of the sauce. */
export function starchPctFor(targetPaS: number, of: Omit<Thickness, 'starchPct'>, tempC: number): number {
  const base = viscosityPaS({ ...of, starchPct: 0 }, tempC)
  return targetPaS <= base ? 0 : STARCH_HALF_PCT * (targetPaS / base - 1) ** (1 / STARCH_POWER)
}

/** Grams of an agent per litre of sauce that hold a flour equivalent; roux and kneaded butter weighed whole. `emulsion:V5` */
export function agentGPerL(starchPct: number, agent: StarchAgent): number {
  return ((10 * starchPct) / STARCH_POWERS[agent]) * (HALF_FLOUR.includes(agent) ? 2 : 1)
}

/** Share of starch swollen after a time at one temperature, 0..1. `emulsion:V6` */
export const SWELLING = {
  flour: { midC: 85, widthC: 4, tauS: 25 },
  cornstarch: { midC: 80, widthC: 4, tauS: 12 },
  arrowroot: { midC: 72, widthC: 3, tauS: 8 },
  potato: { midC: 65, widthC: 3, tauS: 8 },
  tapioca: { midC: 70, widthC: 3, tauS: 8 },
} as const
export function swollenFrac(starch: keyof typeof SWELLING, tempC: number, durationS: number): number {
  const { midC, widthC, tauS } = SWELLING[starch]
  return (1 / (1 + Math.exp(-(tempC - midC) / widthC))) * (1 - Math.exp(-durationS / tauS))
}

/** Raw taste at the start and how fast it goes at 95 °C. */
export const COOK_OUT = {
  rouxWhite: { raw: 0.8, tauS: 420 },
  rouxBlond: { raw: 0.5, tauS: 420 },
  rouxBrown: { raw: 0.25, tauS: 420 },
  beurreManie: { raw: 1, tauS: 150 },
  slurry: { raw: 1, tauS: 40 },
} as const
const COOKED_OUT = 0.1
/** Seconds until the taste of raw starch is gone. `emulsion:V7` */
export function cookOutS(agent: keyof typeof COOK_OUT, tempC: number): number {
  const { raw, tauS } = COOK_OUT[agent]
  return (tauS * Math.log(raw / COOKED_OUT)) / 10 ** ((tempC - 95) / 25)
}
