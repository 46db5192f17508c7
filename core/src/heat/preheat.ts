const STEFAN_BOLTZMANN = 5.670374e-8
const ROOM_K = 295.15
const STEP_S = 0.25
const FACE_SHARE = 1.5 // the base and half as much of wall
const AIR_W_PER_M2K = 10
const LONGEST_S = 3600

/** What an empty pan is made of: heat, J/(kg K), and emissivity. */
export const PAN_METALS = {
  steel: { jPerKgK: 500, emissivity: 0.3 },
  castIron: { jPerKgK: 460, emissivity: 0.9 },
  copper: { jPerKgK: 385, emissivity: 0.1 },
  carbonSteel: { jPerKgK: 490, emissivity: 0.8 },
  coatedAluminium: { jPerKgK: 900, emissivity: 0.8 },
} as const
export type PanMetal = keyof typeof PAN_METALS

/** An empty pan on a flame. */
export interface DryPan {
  readonly metal: PanMetal
  readonly massKg: number
  readonly diameterMm: number
}

/** Heat that an empty pan loses at a temperature, W. */
export function dryLossW({ metal, diameterMm }: DryPan, tempC: number): number {
  const areaM2 = (FACE_SHARE * Math.PI * (diameterMm / 1000) ** 2) / 4
  const k = tempC + 273.15
  return (
    areaM2 *
    (AIR_W_PER_M2K * (tempC - 22) + PAN_METALS[metal].emissivity * STEFAN_BOLTZMANN * (k ** 4 - ROOM_K ** 4))
  )
}

/**
 * Seconds until an empty pan is at a temperature; endless where the flame cannot hold it. `kitchen:K-P1 K-P2`
 * @param powerW - of the ring into the pan
 */
export function preheatS(pan: DryPan, powerW: number, toC: number, fromC = 20): number {
  const heat = PAN_METALS[pan.metal].jPerKgK * pan.massKg
  let tempC = fromC
  for (let s = 0; s < LONGEST_S; s += STEP_S) {
    if (tempC >= toC) return s
    const net = powerW - dryLossW(pan, tempC)
    if (net <= 0) return Infinity
    tempC += (net * STEP_S) / heat
  }
  return Infinity
}

/** What a drop of water does on clean bare metal, as a reading of it, °C (judgement). */
export const DROP_TEST = {
  sits: { tempC: 105, sdK: 10 },
  sizzles: { tempC: 140, sdK: 20 },
  skates: { tempC: 205, sdK: 25 },
} as const
export type Drop = keyof typeof DROP_TEST

/** Two words on one temperature, weighed by how sure each is. `kitchen:K-P3` */
export function combined(
  a: { readonly tempC: number; readonly sdK: number },
  b: { readonly tempC: number; readonly sdK: number },
): { readonly tempC: number; readonly sdK: number } {
  const [wa, wb] = [1 / a.sdK ** 2, 1 / b.sdK ** 2]
  return { tempC: (wa * a.tempC + wb * b.tempC) / (wa + wb), sdK: 1 / Math.sqrt(wa + wb) }
}
