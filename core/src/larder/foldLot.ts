import type { Deviation } from '../facts/deviation'
import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { LotKind, Payloads } from '../facts/kinds/kinds'
import type { StorePlace } from '../facts/kinds/vocabulary'

/** A lot of the store as its facts tell it: what it is, what is left of it, where it stands and until when. */
export interface LotState {
  readonly id: string
  readonly status: 'held' | 'gone' | 'unknown'
  readonly stored?: Payloads['lot.stored'] | undefined
  /** Where it stands now, and until when it may be used there. */
  readonly place: StorePlace
  readonly expiresAtMs: number
  /** Where it stood, in order, each from a moment. */
  readonly stays: readonly { readonly place: StorePlace; readonly fromMs: number }[]
  /** As last counted, g. */
  readonly massG: number
  readonly countedAtMs: number
  /** What batches took of it. */
  readonly taken: readonly Payloads['lot.taken'][]
  readonly deviations: readonly Deviation[]
}

/** What batches took of it so far, g. What was taken before it was stored was stored by a clock that ran ahead: it is gone all the same. */
const takenG = ({ taken }: LotState) => taken.reduce((sum, t) => sum + t.massG, 0)

function apply(state: LotState, fact: FactOf<LotKind>): LotState {
  switch (fact.kind) {
    case 'lot.stored':
      return {
        ...state,
        status: 'held',
        stored: fact.payload,
        place: fact.payload.place,
        expiresAtMs: fact.payload.expiresAtMs,
        stays: [{ place: fact.payload.place, fromMs: fact.payload.madeAtMs }],
        massG: Math.max(0, fact.payload.massG - takenG(state)),
        countedAtMs: fact.atMs,
      }
    case 'lot.moved': {
      const { place, expiresAtMs } = fact.payload
      return { ...state, place, expiresAtMs, stays: [...state.stays, { place, fromMs: fact.atMs }] }
    }
    case 'lot.counted':
      return { ...state, massG: fact.payload.massG, countedAtMs: fact.atMs }
    case 'lot.taken':
      return {
        ...state,
        massG: Math.max(0, state.massG - fact.payload.massG),
        taken: [...state.taken, fact.payload],
      }
    case 'lot.emptied':
      return { ...state, status: 'gone', massG: 0 }
  }
}

/** The state of a lot from its facts in fold order. Never throws. */
export function foldLot(id: string, sorted: readonly Fact[]): LotState {
  const { facts, deviations } = effectiveFacts(sorted)
  let state: LotState = {
    id,
    status: 'unknown',
    place: 'fridge',
    expiresAtMs: 0,
    stays: [],
    massG: 0,
    countedAtMs: 0,
    taken: [],
    deviations: [],
  }
  for (const fact of facts) {
    if (isOf('lot', fact)) state = apply(state, fact)
    else deviations.push({ code: 'notOfThisStream', factId: fact.id, atMs: fact.atMs, detail: fact.kind })
  }
  return { ...state, deviations }
}

/** What to take from which lot. */
export interface Taking {
  readonly lotId: string
  readonly massG: number
}
/**
 * Which lots give so much of a good: the first to run out first, never one past its day.
 * @returns takings that sum to `massG`, or to all there is where that is less
 */
export function takeFromLots(
  lots: Iterable<LotState>,
  ingredientId: string,
  massG: number,
  nowMs: number,
): Taking[] {
  const usable = [...lots]
    .filter(
      (l) =>
        l.status === 'held' &&
        l.massG > 0 &&
        l.stored?.ingredientId === ingredientId &&
        l.expiresAtMs > nowMs,
    )
    .sort((a, b) => a.expiresAtMs - b.expiresAtMs || (a.id < b.id ? -1 : 1))
  const takings: Taking[] = []
  let wanted = massG
  for (const lot of usable) {
    if (wanted <= 0) break
    const own = Math.min(wanted, lot.massG)
    takings.push({ lotId: lot.id, massG: own })
    wanted -= own
  }
  return takings
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
  for (const { status, stored, massG, expiresAtMs } of lots) {
    if (status !== 'held' || !stored || massG <= 0) continue
    const { ingredientId } = stored
    const before = holdings.get(ingredientId) ?? {
      ingredientId,
      massG: 0,
      expiredG: 0,
      expiresAtMs: undefined,
    }
    holdings.set(
      ingredientId,
      expiresAtMs > nowMs
        ? {
            ...before,
            massG: before.massG + massG,
            expiresAtMs: Math.min(before.expiresAtMs ?? Infinity, expiresAtMs),
          }
        : { ...before, expiredG: before.expiredG + massG },
    )
  }
  return holdings
}
