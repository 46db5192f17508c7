import { ethanolWaterDensity20KgPerM3 } from '../heat/ethanol'
import { waterDensityKgPerM3 } from '../heat/water'
import { massG, type Composition, type Species } from './composition'

// Apparent specific volumes, ml/g: CRC solution densities (sugar, salt), Choi & Okos 1986 (fat), partial specific volumes (protein), rest estimates
const SPECIFIC_VOLUME_ML_PER_G: Partial<Record<Species, number>> = {
  fat: 1 / 0.9172, protein: 0.73, gelatin: 0.7, sugar: 0.62, starch: 0.65, salt: 0.31, acetic: 0.86, fixacid: 0.57, other: 0.6,
}

/** Volume at 20 °C, ml: what every recipe volume means. `reduction:C1` */
export function volume20Ml(of: Composition): number {
  const volatile = of.water + of.ethanol
  let volume = volatile > 0 ? volatile / (ethanolWaterDensity20KgPerM3(of.ethanol / volatile) / 1000) : 0
  for (const [species, mlPerG] of Object.entries(SPECIFIC_VOLUME_ML_PER_G)) volume += of[species as Species] * mlPerG
  return volume
}

/** Volume in the hot pan, ml: about 3.8 % more at 95 °C than at 20 °C. */
export function hotVolumeMl(of: Composition, tempC: number): number {
  const fat20 = of.fat * (SPECIFIC_VOLUME_ML_PER_G.fat ?? 0)
  const aqueous = (volume20Ml(of) - fat20) * hotExpansion(tempC)
  return aqueous + of.fat / (0.92559 - 0.00041757 * tempC)
}

/** How much larger a watery liquid reads at a temperature than at 20 °C (ratio). */
export function hotExpansion(tempC: number): number {
  return waterDensityKgPerM3(20) / waterDensityKgPerM3(tempC)
}

/** Density at 20 °C, g/ml. */
export function density20GPerMl(of: Composition): number {
  return massG(of) / volume20Ml(of)
}
