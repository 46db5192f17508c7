/** Molar mass of ethanol, g/mol. */
export const ETHANOL_G_PER_MOL = 46.069
/** Molar heat of vaporisation of ethanol near 90 °C, J/mol (CRC with Watson's rule; medium confidence). */
export const ETHANOL_LATENT_J_PER_MOL = 37_500
/** Specific heat of liquid ethanol, J/(g K). */
export const ETHANOL_J_PER_G_K = 2.44
/** Heat of burning ethanol, J/g. */
export const ETHANOL_BURNS_J_PER_G = 26_800
const PURE_ETHANOL_KG_PER_M3 = 789.24
// OIML R 22 polynomial in the ethanol mass fraction at 20 °C; needs double precision
const OIML_R22_20C = [
  998.20123, -192.9769495, 389.1238958, -1668.103923, 13522.15441, -88292.78388, 306287.4042, -613838.1234,
  747017.2998, -547846.1354, 223446.0334, -39032.85426,
]

/** Saturated vapour pressure of ethanol, kPa, 20..100 °C. Antoine set of Gmehling & Onken. */
export function ethanolVapourPressureKPa(tempC: number): number {
  return 0.1333224 * 10 ** (8.1122 - 1592.864 / (226.184 + tempC))
}

/** Density of water and ethanol together at 20 °C, kg/m³, for an ethanol mass fraction 0..1. OIML R 22. `reduction:P5` */
export function ethanolWaterDensity20KgPerM3(ethanolFrac: number): number {
  return OIML_R22_20C.reduceRight((sum, coefficient) => sum * ethanolFrac + coefficient, 0)
}

/**
 * Ethanol mass fraction of a spirit from its strength by volume. `reduction:P6`
 * @param abvFrac - 0..1, e.g. 0.125 for 12.5 % by volume
 */
export function massFracFromAbv(abvFrac: number): number {
  let w = abvFrac
  for (let i = 0; i < 50; i++) w = (abvFrac * PURE_ETHANOL_KG_PER_M3) / ethanolWaterDensity20KgPerM3(w)
  return w
}

/** Strength by volume (0..1) of a water–ethanol mass fraction; the inverse of `massFracFromAbv`. */
export function abvFromMassFrac(ethanolFrac: number): number {
  return (ethanolFrac * ethanolWaterDensity20KgPerM3(ethanolFrac)) / PURE_ETHANOL_KG_PER_M3
}
