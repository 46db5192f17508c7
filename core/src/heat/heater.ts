import { areaM2 } from './evaporation'

/** Knob positions; the share of the rated power is judgement until the kitchen has measured (low confidence). */
export const HEAT_LEVELS = {
  off: { share: 0, sdLnPower: 0.6 },
  low: { share: 0.1, sdLnPower: 0.6 },
  mediumLow: { share: 0.2, sdLnPower: 0.45 },
  medium: { share: 0.4, sdLnPower: 0.35 },
  mediumHigh: { share: 0.65, sdLnPower: 0.3 },
  high: { share: 1, sdLnPower: 0.25 },
} as const
export type HeatLevel = keyof typeof HEAT_LEVELS
/** A flame that is lit. */
export type HeatWord = Exclude<HeatLevel, 'off'>

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x))

/** Kinds of ring: usual rating, the share of it that reaches the liquid by pan diameter (m), and how restless the power is (per √min). */
export const HEATERS = {
  gasDomestic: {
    ratedW: 3000,
    efficiency: (d: number) => 0.4 * clamp(d / 0.24, 0.7, 1.1),
    driftPerRootMin: 0.05,
  },
  gasPro: { ratedW: 6500, efficiency: (d: number) => 0.3 * clamp(d / 0.28, 0.6, 1.1), driftPerRootMin: 0.05 },
  induction: { ratedW: 3000, efficiency: (d: number) => (d >= 0.2 ? 0.85 : 0.78), driftPerRootMin: 0.03 },
  electric: { ratedW: 2000, efficiency: (d: number) => 0.7 * clamp(d / 0.2, 0.6, 1), driftPerRootMin: 0.03 },
} as const
export type HeaterKind = keyof typeof HEATERS

export const FLUX_CAP_W_PER_M2 = 60_000 // above this a pan boils over and spatters

/** A ring as the kitchen has it. */
export interface Heater {
  readonly kind: HeaterKind
  readonly ratedW?: number
  /** Least base that an induction ring finds, mm. */
  readonly leastBaseMm?: number
}

const INDUCTION_FINDS_MM = 120 // usual for a large coil; the house may measure its own
/** Least base of a pan that this ring heats, mm; 0 where any will do. */
export const leastBaseMm = ({ kind, leastBaseMm: own }: Heater): number =>
  own ?? (kind === 'induction' ? INDUCTION_FINDS_MM : 0)

/**
 * Net power into the liquid, W, before anything was measured (±35 %). `reduction:E8`
 *
 * Gas loses 4 % for each 305 m above 600 m (NFPA 54 derating practice).
 */
export function netPowerW(heater: Heater, level: HeatLevel, diameterMm: number, altitudeM = 0): number {
  const { ratedW, efficiency } = HEATERS[heater.kind]
  const derating = heater.kind.startsWith('gas') && altitudeM > 600 ? 1 - (0.04 * altitudeM) / 305 : 1
  const power =
    (heater.ratedW ?? ratedW) * derating * HEAT_LEVELS[level].share * efficiency(diameterMm / 1000)
  return Math.min(power, FLUX_CAP_W_PER_M2 * areaM2({ diameterMm }))
}
