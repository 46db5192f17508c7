// Kitchen practice (6–8 h for beef and veal bones, 3 h for fowl, 20 min for fish); engineering judgement, low confidence
/** Time constant with which bones and roots give up what they have, min: fish, shells and roots at once, bones of meat over hours. */
export const GIVES_TAU_MIN = { meat: 120, quick: 10 } as const

/**
 * Share of what a good can give that is in the liquor after simmering, first order in time.
 *
 * @param durationMin - min at a bare simmer, at least 0
 * @param tauMin - one of GIVES_TAU_MIN
 * @returns 0..1, rising
 * @example
 * extractedShare(20, GIVES_TAU_MIN.quick) // 0.86: a fish stock is done in twenty minutes
 */
export function extractedShare(durationMin: number, tauMin: number): number {
  return tauMin > 0 ? 1 - Math.exp(-Math.max(0, durationMin) / tauMin) : 1
}
