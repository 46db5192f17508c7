import { ethanolWaterDensity20KgPerM3 } from '../heat/ethanol'
import { waterDensityKgPerM3 } from '../heat/water'
import { massG, type Composition } from './composition'

// Apparent specific volumes, ml/g: CRC solution densities (sugar, salt), Choi & Okos 1986 (fat), partial specific volumes (protein), rest estimates
const FAT_ML_PER_G = 1 / 0.9172

/** Volume at 20 °C, ml: what every recipe volume means. `reduction:C1` */
export function volume20Ml(of: Composition): number {
  const volatile = of.water + of.ethanol
  const volatileMl =
    volatile > 0 ? volatile / (ethanolWaterDensity20KgPerM3(of.ethanol / volatile) / 1000) : 0
  return (
    volatileMl +
    of.fat * FAT_ML_PER_G +
    0.73 * of.protein +
    0.7 * of.gelatin +
    0.62 * of.sugar +
    0.65 * of.starch +
    0.31 * of.salt +
    0.86 * of.acetic +
    0.57 * of.fixacid +
    0.6 * of.other
  )
}

/** Volume in the hot pan, ml: about 3.8 % more at 95 °C than at 20 °C. */
export function hotVolumeMl(of: Composition, tempC: number): number {
  const fat20 = of.fat * FAT_ML_PER_G
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
