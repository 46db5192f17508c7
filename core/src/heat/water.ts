/** Molar mass of water, g/mol. */
export const WATER_G_PER_MOL = 18.015
/** Specific heat of liquid water, J/(g K). */
export const WATER_J_PER_G_K = 4.18
const KPA_PER_MMHG = 0.1333224
const ANTOINE_TO_100 = { a: 8.07131, b: 1730.63, c: 233.426 } // Gmehling & Onken, mmHg and °C
const HANDOVER_KPA = 0.1 // the two sets meet here within a hundredth of a kelvin
const ANTOINE_OVER_100 = { a: 8.14019, b: 1810.94, c: 244.485 }

/**
 * Saturated vapour pressure of water, kPa. Antoine set of Gmehling & Onken; within 0.4 % of IAPWS over 20–110 °C. `reduction:P1`
 *
 * The one vapour pressure of the core: emulsion.md's Buck formula differs by less than 0.3 % in its range and is not used.
 * @param tempC - 5..120 °C
 */
export function waterVapourPressureKPa(tempC: number): number {
  const { a, b, c } = tempC <= 100 ? ANTOINE_TO_100 : ANTOINE_OVER_100
  return KPA_PER_MMHG * 10 ** (a - b / (c + tempC))
}

const AT_100_KPA = waterVapourPressureKPa(100)
/**
 * Boiling point of water, °C, at a pressure of 1..200 kPa: the inverse of the vapour pressure, over 100 °C for a pressure cooker.
 * `reduction:P2` `kitchen:K-S2`
 */
export function waterBoilingPointC(pressureKPa: number): number {
  const { a, b, c } = pressureKPa <= AT_100_KPA + HANDOVER_KPA ? ANTOINE_TO_100 : ANTOINE_OVER_100
  return b / (a - Math.log10(pressureKPa / KPA_PER_MMHG)) - c
}

/** Latent heat of water, J/g, 0..100 °C; fit to IAPWS-IF97 within 0.5 J/g. `reduction:P3` */
export function waterLatentHeatJPerG(tempC: number): number {
  return 2500.6 - 2.306 * tempC - 0.00133 * tempC ** 2
}

/** Density of water, kg/m³ (= g/l), 0..100 °C. Kell 1975. The one water density of the core. `reduction:P4` */
export function waterDensityKgPerM3(tempC: number): number {
  const t = tempC
  const top =
    999.83952 +
    t * (16.945176 - t * (7.9870401e-3 + t * (46.170461e-6 - t * (105.56302e-9 - t * 280.54253e-12))))
  return top / (1 + 16.87985e-3 * t)
}
