const WORST_SHARE = 0.02
const REZERO_OVER_G = 2
/** A litre of water at 20 °C as a scale in air reads it, g. */
export const LITRE_READS_G = 997.2

/** Factor by which a scale's figures are multiplied, and whether it may serve. */
export function scaleFactor(
  knownG: number,
  readsG: number,
): { readonly factor: number; readonly isUsable: boolean } {
  const factor = knownG / readsG
  return { factor, isUsable: Math.abs(factor - 1) <= WORST_SHARE }
}

/** Whether an empty scale must be set to nought. */
export const mustZero = (emptyReadsG: number): boolean => Math.abs(emptyReadsG) > REZERO_OVER_G
