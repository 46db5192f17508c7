const PROTEIN_G_PER_YOLK_G = 0.159
const M2_PER_MG = 1 / 3 // a protein load of 2–4 mg/m²

/**
 * Whether there is yolk enough to coat the drops: area of the drops against what the protein can cover, m².
 *
 * It nearly always is, by far: water, not yolk, is the limit.
 * @param dropUm - surface-mean diameter of the drops, µm
 */
export function emulsifierAreaM2(
  fatMl: number,
  yolkG: number,
  dropUm = 10,
): { neededM2: number; coverableM2: number } {
  return {
    neededM2: (6 * fatMl * 1e-6) / (dropUm * 1e-6),
    coverableM2: yolkG * PROTEIN_G_PER_YOLK_G * 1000 * M2_PER_MG,
  }
}

/** Diameter of drops torn by shear, µm: d = 2·Ca·σ/(ηγ̇) with Ca ≈ 0.5, σ ≈ 5 mN/m (Taylor 1934, Grace 1982). `emulsion:A6` */
export function dropDiameterUm(viscosityPaS: number, shearPerS: number): number {
  return ((2 * 0.5 * 0.005) / (viscosityPaS * shearPerS)) * 1e6
}
