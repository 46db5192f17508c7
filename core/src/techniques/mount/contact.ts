// emulsion.md §4: two bodies in contact (Incropera); Maxwell's law of a suspension's conductivity
const [WATERY_W_PER_M_K, FAT_W_PER_M_K] = [0.55, 0.17]
const [FAT_G_PER_ML, WATERY_G_PER_ML] = [0.89, 1.02]
const [FAT_J_PER_G_K, WATERY_J_PER_G_K] = [2.1, 3.9]

/** What heat meets when it goes into a body: conductivity W/(m K), density kg/m³, heat capacity J/(kg K). */
export interface Thermal {
  readonly conductivity: number
  readonly densityKgPerM3: number
  readonly heatJPerKgK: number
}
/** What a sauce is put on (meat and porcelain are typical; metals are well known). */
export const SURFACES = {
  meat: { conductivity: 0.45, densityKgPerM3: 1060, heatJPerKgK: 3400 },
  porcelain: { conductivity: 1.5, densityKgPerM3: 2400, heatJPerKgK: 850 },
  stainlessSteel: { conductivity: 15, densityKgPerM3: 7900, heatJPerKgK: 500 },
  castIron: { conductivity: 50, densityKgPerM3: 7200, heatJPerKgK: 460 },
  wood: { conductivity: 0.16, densityKgPerM3: 650, heatJPerKgK: 1700 },
} as const satisfies Record<string, Thermal>
export type SurfaceKind = keyof typeof SURFACES

/** A butter sauce by its phase fraction: drops of fat in something watery. */
export function sauceThermal(phaseFrac: number): Thermal {
  const [c, d] = [WATERY_W_PER_M_K, FAT_W_PER_M_K]
  const conductivity = (c * (d + 2 * c + 2 * phaseFrac * (d - c))) / (d + 2 * c - phaseFrac * (d - c))
  const [fat, watery] = [FAT_G_PER_ML * phaseFrac, WATERY_G_PER_ML * (1 - phaseFrac)]
  return {
    conductivity,
    densityKgPerM3: 1000 * (fat + watery),
    heatJPerKgK: (1000 * (fat * FAT_J_PER_G_K + watery * WATERY_J_PER_G_K)) / (fat + watery),
  }
}
/** How strongly a body holds its temperature at a touch, J/(m² K √s). `emulsion:M4` */
export const effusivity = ({ conductivity, densityKgPerM3, heatJPerKgK }: Thermal): number =>
  Math.sqrt(conductivity * densityKgPerM3 * heatJPerKgK)

/** Temperature where two bodies meet, at once and as long as both are deep, °C. `emulsion:M4` */
export function contactC(
  a: { readonly of: Thermal; readonly tempC: number },
  b: { readonly of: Thermal; readonly tempC: number },
): number {
  const [ea, eb] = [effusivity(a.of), effusivity(b.of)]
  return (ea * a.tempC + eb * b.tempC) / (ea + eb)
}
/** Hottest surface on which a sauce stays under a limit where they meet, °C. `emulsion:M5` */
export function hottestSurfaceC(
  sauce: { readonly of: Thermal; readonly tempC: number },
  surface: Thermal,
  mostC: number,
) {
  return mostC + (effusivity(sauce.of) / effusivity(surface)) * (mostC - sauce.tempC)
}

const TERMS = 40
/** A film of sauce on a deep hot body: its mean temperature after some seconds, °C. `emulsion:M4` */
export function filmMeanC(
  { of, startC, meetC }: { readonly of: Thermal; readonly startC: number; readonly meetC: number },
  filmMm: number,
  seconds: number,
): number {
  const alpha = of.conductivity / (of.densityKgPerM3 * of.heatJPerKgK)
  const fourier = (alpha * seconds) / (filmMm / 1000) ** 2
  let sum = 0
  for (let n = 0; n < TERMS; n++) {
    const m = ((2 * n + 1) * Math.PI) / 2
    sum += (2 / m ** 2) * Math.exp(-(m ** 2) * fourier)
  }
  return meetC - (meetC - startC) * sum
}

const heatPerAreaJPerM2K = ({ densityKgPerM3, heatJPerKgK }: Thermal, mm: number) =>
  (densityKgPerM3 * heatJPerKgK * mm) / 1000
/** A layer of sauce and the thin plate under it, once they have the same temperature; the air's share left out, °C. `emulsion:M5` */
export function plateMixC(
  sauce: { readonly of: Thermal; readonly tempC: number; readonly mm: number },
  plate: { readonly of: Thermal; readonly tempC: number; readonly mm: number },
): number {
  const [s, p] = [heatPerAreaJPerM2K(sauce.of, sauce.mm), heatPerAreaJPerM2K(plate.of, plate.mm)]
  return (s * sauce.tempC + p * plate.tempC) / (s + p)
}
/** Hottest plate on which a layer of sauce ends under a limit, °C. `emulsion:M5` */
export function hottestPlateC(
  sauce: { readonly of: Thermal; readonly tempC: number; readonly mm: number },
  plate: { readonly of: Thermal; readonly mm: number },
  mostC: number,
): number {
  const [s, p] = [heatPerAreaJPerM2K(sauce.of, sauce.mm), heatPerAreaJPerM2K(plate.of, plate.mm)]
  return mostC + (s / p) * (mostC - sauce.tempC)
}
