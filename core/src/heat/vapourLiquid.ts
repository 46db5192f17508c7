import { monotoneRoot } from '../solve/monotoneRoot'
import { ETHANOL_G_PER_MOL, ethanolVapourPressureKPa } from './ethanol'
import { WATER_G_PER_MOL, waterBoilingPointC, waterVapourPressureKPa } from './water'

// van Laar constants for ethanol (1) and water (2) at 1 atm, Gmehling & Onken
const A12 = 1.6798
const A21 = 0.9227
/** Below this mole fraction the liquid boils as water does. */
const TRACE = 1e-8

/** Activity coefficients of ethanol and water at an ethanol mole fraction 0..0.9 (van Laar). */
function activityCoefficients(x: number): { ethanol: number; water: number } {
  if (x <= 0) return { ethanol: Math.exp(A12), water: 1 }
  const ethanol = Math.exp(A12 / (1 + (A12 * x) / (A21 * (1 - x))) ** 2)
  const water = Math.exp(A21 / (1 + (A21 * (1 - x)) / (A12 * x)) ** 2)
  return { ethanol, water }
}

/** Mole fraction of ethanol in the volatile (water + ethanol) part, from masses in g. */
export function ethanolMoleFrac(waterG: number, ethanolG: number): number {
  const ethanolMol = ethanolG / ETHANOL_G_PER_MOL
  const totalMol = ethanolMol + waterG / WATER_G_PER_MOL
  return totalMol > 0 ? ethanolMol / totalMol : 0
}

/**
 * Boiling point, °C, of water and ethanol together (modified Raoult with van Laar). `reduction:P7`
 * @param x - ethanol mole fraction of the volatile part, 0..0.9
 * @param pressureKPa - 60..101.4
 */
export function bubblePointC(x: number, pressureKPa: number): number {
  let t = waterBoilingPointC(pressureKPa)
  if (x < TRACE) return t
  const gamma = activityCoefficients(x)
  // Newton: the total pressure is smooth, rising and convex in t, so from above it falls to the root without overshooting
  for (let i = 0; i < 20; i++) {
    const ethanol = x * gamma.ethanol * ethanolVapourPressureKPa(t)
    const water = (1 - x) * gamma.water * waterVapourPressureKPa(t)
    const slope = ethanol * steepness(1592.864, 226.184, t) + water * steepness(1730.63, 233.426, t)
    const step = (ethanol + water - pressureKPa) / slope
    t -= step
    if (Math.abs(step) < 1e-11) break
  }
  return t
}

/** d ln(p) / dT of an Antoine pressure. */
const steepness = (b: number, c: number, t: number) => (Math.LN10 * b) / (c + t) ** 2

const LOWER_FLAMMABLE_FRAC = 0.033 // volume share of ethanol in air that burns (NFPA 325)

/** Temperature from which the air over a liquid can be lit, °C. `reduction:R5` */
export function flashPointC(x: number, pressureKPa: number): number {
  const wanted = LOWER_FLAMMABLE_FRAC * pressureKPa
  const found = monotoneRoot(
    (t) => x * activityCoefficients(x).ethanol * ethanolVapourPressureKPa(t) - wanted,
    -20,
    150,
  )
  return found.status === 'converged' ? found.root : Infinity
}

/** Mole fraction of ethanol in the first vapour over a boiling liquid. `reduction:P7` */
export function vapourMoleFrac(x: number, pressureKPa: number): number {
  const t = bubblePointC(x, pressureKPa)
  return (x * activityCoefficients(x).ethanol * ethanolVapourPressureKPa(t)) / pressureKPa
}

/** How much more readily ethanol boils away than water, alpha, at the bubble point; 11.95 in the dilute limit. `reduction:P8` */
export function relativeVolatility(x: number, pressureKPa: number): number {
  const t = bubblePointC(x, pressureKPa)
  const gamma = activityCoefficients(x)
  return (gamma.ethanol * ethanolVapourPressureKPa(t)) / (gamma.water * waterVapourPressureKPa(t))
}
