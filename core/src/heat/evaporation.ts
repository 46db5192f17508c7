import { airPressureKPa } from './atmosphere'
import { WATER_G_PER_MOL, waterBoilingPointC, waterLatentHeatJPerG, waterVapourPressureKPa } from './water'
import { monotoneRoot } from '../solve/monotoneRoot'

/** Share of the open-pan mass transfer that a lid lets through. It raises the temperature; at fixed power it does not stop evaporation. */
export const LID_FACTOR = { open: 1, ajar: 0.3, shut: 0.05 } as const
export type Lid = keyof typeof LID_FACTOR

const STEFAN_BOLTZMANN = 5.670374e-8
const EMISSIVITY = 0.95
const WALL_W_PER_M2K = 8 // film on the wetted wall
const AIR_J_PER_KG_K = 1007
const LEWIS_TWO_THIRDS = 0.897
const AIR_G_PER_MOL = 28.96

/** The pan's liquid surface and the room around it. */
export interface Surroundings {
  readonly diameterMm: number
  /** Height of the wetted wall, mm. */
  readonly wallMm: number
  readonly pressureKPa: number
  readonly roomTempC: number
  readonly roomHumidityFrac: number
  /** Convection over the liquid, W/(m² K): 4 in a pan with freeboard in a still kitchen, 3..10 (low confidence). */
  readonly convectionWPerM2K: number
  readonly lid: Lid
}

/** A pan at sea level in a still kitchen; the given fields replace the defaults. */
export function surroundings(given: Pick<Surroundings, 'diameterMm'> & Partial<Surroundings>): Surroundings {
  return {
    wallMm: 80,
    pressureKPa: airPressureKPa(0),
    roomTempC: 22,
    roomHumidityFrac: 0.5,
    convectionWPerM2K: 4,
    lid: 'open',
    ...given,
  }
}

/** Area of the surface, m². */
export function areaM2({ diameterMm }: Pick<Surroundings, 'diameterMm'>): number {
  return (Math.PI * (diameterMm / 1000) ** 2) / 4
}

/** Heat lost from surface and wall without evaporation, W, at a liquid temperature. */
export function heatLossW(at: Surroundings, tempC: number): number {
  const delta = tempC - at.roomTempC
  const radiation = EMISSIVITY * STEFAN_BOLTZMANN * ((tempC + 273.15) ** 4 - (at.roomTempC + 273.15) ** 4)
  return (
    areaM2(at) * (at.convectionWPerM2K * delta + radiation) +
    WALL_W_PER_M2K * Math.PI * (at.diameterMm / 1000) * (at.wallMm / 1000) * delta
  )
}

/** Evaporation per area of an open water surface, kg/(m² s), below the boil. Spalding film with blowing; Lewis relation. `reduction:E4` */
export function massFluxKgPerM2S(at: Surroundings, tempC: number, waterActivity = 1): number {
  const massShare = (y: number) => (WATER_G_PER_MOL * y) / (WATER_G_PER_MOL * y + AIR_G_PER_MOL * (1 - y))
  const surface = massShare((waterActivity * waterVapourPressureKPa(tempC)) / at.pressureKPa)
  const room = massShare((at.roomHumidityFrac * waterVapourPressureKPa(at.roomTempC)) / at.pressureKPa)
  return massTransferKgPerM2S(at) * Math.log(1 + (surface - room) / (1 - surface))
}

/** Mass-transfer coefficient of the air film, kg/(m² s). */
export function massTransferKgPerM2S(at: Surroundings): number {
  return at.convectionWPerM2K / (AIR_J_PER_KG_K * LEWIS_TWO_THIRDS)
}

/** How a pan stands at a given net power. */
export interface BoilState {
  readonly regime: 'boil' | 'simmer'
  readonly tempC: number
  readonly rateGPerS: number
}

const BOIL_MARGIN_K = 0.2 // keeps clear of the logarithm's pole; both branches agree within 0.5 % here

/**
 * Temperature and evaporation at a net power into the liquid: simmer and boil in one energy balance. `reduction:E1–E3 E11`
 *
 * @param powerW - net of the heater's losses, W, at least 0
 * @param waterActivity - 0..1; dissolved salt and sugar raise the boiling point
 */
export function boilState(at: Surroundings, powerW: number, waterActivity = 1): BoilState {
  const boilC = waterBoilingPointC(Math.min(101.4, at.pressureKPa / waterActivity))
  const rateAt = (t: number) =>
    LID_FACTOR[at.lid] * areaM2(at) * massFluxKgPerM2S(at, t, waterActivity) * 1000
  const balance = (t: number) => powerW - heatLossW(at, t) - rateAt(t) * waterLatentHeatJPerG(t)
  if (balance(boilC - BOIL_MARGIN_K) > 0)
    return {
      regime: 'boil',
      tempC: boilC,
      rateGPerS: (powerW - heatLossW(at, boilC)) / waterLatentHeatJPerG(boilC),
    }
  const found = monotoneRoot(balance, at.roomTempC, boilC - BOIL_MARGIN_K)
  const tempC = found.status === 'converged' ? found.root : at.roomTempC
  return { regime: 'simmer', tempC, rateGPerS: Math.max(0, rateAt(tempC)) }
}

/** Boiling-point rise, K, at 1 atm from the water activity 0..1. `reduction:E9` */
export function boilingPointRiseK(waterActivity: number): number {
  return -28.5 * Math.log(waterActivity)
}

/** Water activity of salt in water (two ideal ions) from masses in g. */
export function saltWaterActivity(waterG: number, saltG: number): number {
  const water = waterG / WATER_G_PER_MOL
  return water / (water + 2 * (saltG / 58.443))
}

/** Water activity of sugar in water (Norrish 1966) from masses in g. */
export function sugarWaterActivity(waterG: number, sugarG: number): number {
  const sugarMol = sugarG / 342.3
  const x = sugarMol / (sugarMol + waterG / WATER_G_PER_MOL)
  return (1 - x) * Math.exp(-6.47 * x * x)
}
