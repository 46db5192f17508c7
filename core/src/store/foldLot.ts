import { effectiveFacts, type Deviation } from '../events/effectiveFacts'
import type { Fact } from '../events/fact'
import type { Payloads } from '../events/kinds'

/** A lot of the store as its facts tell it: what it is, what is left of it, where it stands and until when. */
export interface LotState {
  readonly id: string
  readonly status: 'held' | 'gone' | 'unknown'
  readonly stored?: Payloads['lot.stored'] | undefined
  /** As last counted, g. */
  readonly massG: number
  readonly countedAtMs: number
  readonly deviations: readonly Deviation[]
}

/** The state of a lot from its facts in fold order. Never throws. */
export function foldLot(id: string, sorted: readonly Fact[]): LotState {
  const { facts, deviations } = effectiveFacts(sorted)
  let state: LotState = { id, status: 'unknown', massG: 0, countedAtMs: 0, deviations: [] }
  for (const fact of facts) {
    if (fact.kind === 'lot.stored')
      state = { ...state, status: 'held', stored: fact.payload, massG: fact.payload.massG, countedAtMs: fact.atMs }
    else if (fact.kind === 'lot.counted') state = { ...state, massG: fact.payload.massG, countedAtMs: fact.atMs }
    else if (fact.kind === 'lot.emptied') state = { ...state, status: 'gone', massG: 0 }
    else deviations.push({ code: 'notOfThisStream', factId: fact.id, atMs: fact.atMs, detail: fact.kind })
  }
  return { ...state, deviations }
}

/** What the store holds of a good: what may still be used, and what is past its day and may only be thrown away. */
export interface Holding {
  readonly ingredientId: string
  readonly massG: number
  readonly expiredG: number
  /** The first of its lots to run out, of those that may be used. */
  readonly expiresAtMs: number | undefined
}

/** What the store holds of each good now, by ingredient id. */
export function storeHoldings(lots: Iterable<LotState>, nowMs: number): ReadonlyMap<string, Holding> {
  const holdings = new Map<string, Holding>()
  for (const { status, stored, massG } of lots) {
    if (status !== 'held' || !stored || massG <= 0) continue
    const { ingredientId, expiresAtMs } = stored
    const before = holdings.get(ingredientId) ?? { ingredientId, massG: 0, expiredG: 0, expiresAtMs: undefined }
    holdings.set(
      ingredientId,
      expiresAtMs > nowMs
        ? { ...before, massG: before.massG + massG, expiresAtMs: Math.min(before.expiresAtMs ?? Infinity, expiresAtMs) }
        : { ...before, expiredG: before.expiredG + massG },
    )
  }
  return holdings
}
