import type { HoldLimits } from './codes'

/** Where a held sauce stands against its limits. */
export interface HoldClock {
  readonly startedAtMs: number
  readonly houseLimitAtMs: number
  readonly codeLimitAtMs: number
  /** The limit that binds now: the house's, or the code's once a named person has gone on. */
  readonly discardAtMs: number
  readonly state: 'within' | 'pastHouse' | 'goneOn' | 'pastCode'
  readonly marginS: number
}

/**
 * The clock of a held sauce. Past the house's limit a named person may go on; past the code's the only act left is to discard.
 *
 * @param startedAtMs - when the sauce first left control; the oldest start of everything in it
 * @param goneOnAtMs - when a named person chose to go on, if one did
 */
export function holdClock(
  startedAtMs: number,
  limits: HoldLimits,
  nowMs: number,
  goneOnAtMs?: number,
): HoldClock {
  const codeLimitAtMs = startedAtMs + limits.codeS * 1000
  const houseLimitAtMs = Math.min(startedAtMs + limits.houseS * 1000, codeLimitAtMs)
  const hasGoneOn = goneOnAtMs !== undefined && goneOnAtMs < codeLimitAtMs
  const discardAtMs = hasGoneOn ? codeLimitAtMs : houseLimitAtMs
  const pastHouse = hasGoneOn ? 'goneOn' : 'pastHouse'
  const underCode = nowMs < houseLimitAtMs ? 'within' : pastHouse
  const state = nowMs >= codeLimitAtMs ? 'pastCode' : underCode
  return {
    startedAtMs,
    houseLimitAtMs,
    codeLimitAtMs,
    discardAtMs,
    state,
    marginS: (discardAtMs - nowMs) / 1000,
  }
}
