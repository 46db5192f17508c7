import type { BatchView } from '../batch/viewBatch'
import { sauceKey } from '../service/sauceNeeds'
import { isAhead, type Call } from './calls'
import { drawFrom, type Source } from './drawFrom'
import { sauceBar, type GuestBook, type GuestNeeds, type SauceAsked } from './guestPlates'

/** A sauce of tonight that stands ready for all plates of a call, in place of its own. */
export interface OtherSauce extends SauceAsked {
  readonly sauceKey: string
  readonly source: Source
}
/** What is known of the evening where another sauce is looked for. */
export interface OthersAsked {
  /** What may be drawn for anybody: no guest's own. */
  readonly views: readonly BatchView[]
  readonly calls: readonly Call[]
  /** Sauces of tonight's card. */
  readonly tonight: readonly SauceAsked[]
  readonly guests: ReadonlyMap<string, GuestNeeds>
  readonly book: GuestBook
}

/**
 * Sauces that would let a call go though its own is not there: on tonight's card, ready in a well or a pan, enough for all of its plates beside what
 * is called of them, and nothing that one of its guests must not have. What leaves most for the others comes first.
 */
export function otherSauces(call: Call, { views, calls, tonight, guests, book }: OthersAsked): OtherSauce[] {
  if (call.guestId !== undefined || call.isWithout) return []
  const needs = call.plates.flatMap(({ detailsId }) => (detailsId === null ? [] : [guests.get(detailsId)]))
  const seen = new Set([call.sauceKey])
  const found = tonight.flatMap(({ formulaId, choices }) => {
    const sauce: SauceAsked = { formulaId, ...(choices ? { choices } : {}) }
    const key = sauceKey(sauce)
    if (seen.has(key) || needs.some((n) => sauceBar(sauce, n, book))) return []
    seen.add(key)
    const source = drawFrom({ ...call, sauceKey: key }, views, calls)
    if (!source || source.shortPlates > 0) return []
    const waiting = calls.filter((c) => c.sauceKey === key && c.guestId === undefined && isAhead(c))
    const askedMl = waiting.reduce((sum, c) => sum + c.ml, 0)
    const spareMl = source.leftMl - askedMl
    return spareMl >= call.ml ? [{ ...sauce, sauceKey: key, source, spareMl }] : []
  })
  return found.sort((a, b) => b.spareMl - a.spareMl).map(({ spareMl: _, ...other }) => other)
}
