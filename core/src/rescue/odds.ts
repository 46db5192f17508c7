import { betaQuantile } from '../solve/distributions'

/** How often something was tried in this house, and how often it held. */
export interface Tries {
  readonly wins: number
  readonly tries: number
}
/** Chance that a remedy holds: its middle, and what eight houses in ten lie within. */
export interface Odds {
  readonly value: number
  readonly low: number
  readonly high: number
}
/** What the table's chance is worth beside the house's own tries (judgement). `emulsion:§10` */
export const PRIOR_TRIES = 10
const SURE = 0.005
/** Chance that a remedy holds, learned from the house's outcomes: a Beta law. `emulsion:§10` @param prior - the table's, 0..1 */
export function oddsOf(prior: number, { wins, tries }: Tries = { wins: 0, tries: 0 }): Odds {
  // nothing is certain, whatever the table says
  const held = Math.max(SURE, PRIOR_TRIES * prior + wins)
  const lost = Math.max(SURE, PRIOR_TRIES * (1 - prior) + tries - wins)
  const value = held / (held + lost)
  const at = (p: number) => betaQuantile(p, held, lost)
  return { value, low: Math.min(value, at(0.1)), high: Math.max(value, at(0.9)) }
}

/** Chance that a batch begun anew comes out (judgement). */
export const AFRESH_HOLDS = 0.93
/** Mending first against beginning anew: the chance of each to be on the plate in time. */
export interface RescueChoice {
  readonly fix: number
  readonly afresh: number
  readonly better: 'fix' | 'afresh'
  /** Neither is likely: another sauce, and the pass is told. */
  readonly isHopeless: boolean
}
const LIKELY = 0.5
/** Whether to mend first or to begin anew. `emulsion:R3 R4` @param leftMin - until it is wanted */
export function chooseRescue({
  prob,
  fixMin,
  afreshMin,
  leftMin,
  afreshProb = AFRESH_HOLDS,
}: {
  readonly prob: number
  readonly fixMin: number
  readonly afreshMin: number
  readonly leftMin: number
  readonly afreshProb?: number
}): RescueChoice {
  const inTime = (min: number) => (min <= leftMin ? 1 : 0)
  const fix = prob * inTime(fixMin) + (1 - prob) * afreshProb * inTime(fixMin + afreshMin)
  const afresh = afreshProb * inTime(afreshMin)
  return { fix, afresh, better: fix >= afresh ? 'fix' : 'afresh', isHopeless: Math.max(fix, afresh) < LIKELY }
}
