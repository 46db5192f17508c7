// Kitchen practice (6–8 h for beef and veal bones, 3 h for fowl, 20 min for fish); engineering judgement, low confidence
/** Time constant with which a kind gives up what it has at 98 °C, min: fish, shells and roots at once, bones of meat over hours. */
export const GIVES_TAU_MIN = { meat: 120, quick: 10, poultry: 60, roots: 20, herbs: 5 } as const
export type GivesKind = keyof typeof GIVES_TAU_MIN

/** Most gelatin that a kilogram of raw bones gives, g (low confidence). */
export const GELATIN_CEILING_G_PER_KG = {
  vealFeet: 60,
  beefBones: 25,
  poultry: 20,
  fish: 10,
  shells: 2,
} as const

/** After how long more cooking makes a stock dull, bitter or chalky, min. */
export const STOP_BY_MIN: Readonly<Record<GivesKind, number>> = {
  meat: 720,
  poultry: 240,
  roots: 60,
  quick: 30,
  herbs: 30,
}

const REFERENCE_C = 98
const Z_K = 40
/** How fast a liquid draws at a temperature against a bare simmer at 98 °C. `kitchen:K-S2` */
export const drawingFactor = (tempC: number): number => 10 ** ((tempC - REFERENCE_C) / Z_K)

/**
 * Share of what a good can give that is in the liquor after simmering, first order in time. `kitchen:K-S1`
 *
 * @param durationMin - min at a bare simmer, at least 0
 * @param tauMin - one of GIVES_TAU_MIN
 * @param tempC - of the liquor; 85..122
 * @returns 0..1, rising
 * @example
 * extractedShare(20, GIVES_TAU_MIN.quick) // 0.86: a fish stock is done in twenty minutes
 */
export function extractedShare(durationMin: number, tauMin: number, tempC = REFERENCE_C): number {
  return tauMin > 0 ? 1 - Math.exp((-Math.max(0, durationMin) * drawingFactor(tempC)) / tauMin) : 1
}
