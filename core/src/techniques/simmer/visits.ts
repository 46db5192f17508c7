/** How readily a pot catches, min between stirs at a gentle flame (judgement: it sets reminders and nothing else). */
export const CATCHES_MIN = { clearStock: 200, rouxSauce: 45, puree: 25, cream: 18 } as const
export type CatchKind = keyof typeof CATCHES_MIN
/** The risk of having caught at which the house looks. */
export const CATCH_RISK = 0.05
const GENTLE_KW_PER_M2 = 8

/** Chance that a pot has caught since it was last stirred. `kitchen:K-S6` */
export function catchRisk(kind: CatchKind, gapMin: number, fluxKWPerM2: number): number {
  return 1 - Math.exp(-(((gapMin * fluxKWPerM2) / (GENTLE_KW_PER_M2 * CATCHES_MIN[kind])) ** 2))
}

/** Longest minutes between two stirs for a risk. `kitchen:K-S6` */
export function gapForRiskMin(kind: CatchKind, fluxKWPerM2: number, risk = CATCH_RISK): number {
  if (fluxKWPerM2 <= 0) return Infinity
  return ((GENTLE_KW_PER_M2 * CATCHES_MIN[kind]) / fluxKWPerM2) * Math.sqrt(-Math.log(1 - risk))
}
