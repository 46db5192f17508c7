// emulsion.md §0: 0.1 m/s of air over water (ASHRAE), where no boil stirs it
import { waterVapourPressureKPa } from './water'

const KG_PER_S_PA_M2 = 4.1e-8
const PA_PER_KPA = 1000
const WATER_ACTIVITY = 0.97
const ROOM_HUMIDITY = 0.5
const ROOM_C = 25

const ROOM_KPA = ROOM_HUMIDITY * waterVapourPressureKPa(ROOM_C)

/** How much of the free evaporation the surface of a sauce lets go (judgement). */
export const COVER_FACTOR = { stirred: 0.45, skin: 0.15, lid: 0.05, film: 0.01 } as const
export type SauceCover = keyof typeof COVER_FACTOR

/** Water that leaves a sauce that does not boil, kg/s. */
export function surfaceLossKgPerS(tempC: number, areaM2: number, cover: SauceCover): number {
  const drivingKPa = WATER_ACTIVITY * waterVapourPressureKPa(tempC) - ROOM_KPA
  return KG_PER_S_PA_M2 * COVER_FACTOR[cover] * Math.max(0, PA_PER_KPA * drivingKPa) * areaM2
}
/** The same, g/min. */
export const surfaceLossGPerMin = (...of: Parameters<typeof surfaceLossKgPerS>): number =>
  60_000 * surfaceLossKgPerS(...of)
