import type { EggWish } from '../companions/poachedEgg'
import type { Dish } from '../plate/dish'
import { sauceKey } from '../service/sauceNeeds'
import { companionTimes, type CompanionTimes } from './companionTimes'
import type { CallState, Plates, TableState } from './tables'

/** One plate is put together in so long, the first of a call and each more, s [A]. */
export const PLATE_S = { first: 25, more: 12 } as const
const MINUTE_MS = 60_000
/** Something of the last moment is called so long before the plate goes, s. */
const LAST_MOMENT_S = 15

/** A companion of a call, with when each of its acts falls. */
export interface CallCompanion {
  readonly dishId: string
  readonly kind: Dish['companions'][number]['kind']
  /** Eggs, fillets, pieces: for all of its plates. */
  readonly pieces: number
  readonly times: CompanionTimes
}
/** Plates of a call: what they are, and what their guest asked for. */
export interface CallPlates extends Plates {
  readonly dish: Dish
}
export type CallStatus = 'held' | 'waits' | 'due' | 'late' | 'fired' | 'gone'
/** One sauce for one table: what, how much, on which plates, when it is fired so that all lands together. */
export interface Call {
  readonly callId: string
  readonly tableId: string
  readonly label: string
  readonly sauceKey: string
  readonly formulaId: string
  readonly plates: readonly CallPlates[]
  readonly count: number
  readonly ml: number
  readonly landsAtMs: number
  /** When the first of it must be begun. */
  readonly fireAtMs: number
  /** When its sauce is drawn: last of all. */
  readonly drawAtMs: number
  readonly companions: readonly CallCompanion[]
  readonly lastMinute: readonly string[]
  readonly lastAtMs: number
  readonly status: CallStatus
  readonly firedAtMs?: number | undefined
  readonly fromBatchId?: string | null | undefined
  /** More plates than were fired: the table asked for more since. */
  readonly addedSince: number
}
/** What calls are worked out from. */
export interface PassAsked {
  readonly tables: readonly TableState[]
  readonly calls: Readonly<Record<string, CallState>>
  readonly dishes: readonly Dish[]
  readonly nowMs: number
  readonly boilsAtC?: number | undefined
  readonly poacherCm?: number | undefined
}

export const callIdOf = (tableId: string, key: string): string => `${tableId} ${key}`

/** Plates are put together one after another, the sauce last. */
const platingS = (count: number) => PLATE_S.first + (count - 1) * PLATE_S.more

/** Companions of plates that are alike: eggs by the guest's wish, all in one bath. */
function companionsOf(plates: readonly CallPlates[], asked: PassAsked): CallCompanion[] {
  const groups = new Map<string, { dish: Dish; wish: EggWish | undefined; plates: number }>()
  for (const { dish, wish, count } of plates) {
    const key = `${dish.id} ${wish?.egg ?? ''}`
    const before = groups.get(key)
    groups.set(key, { dish, wish: wish?.egg, plates: count + (before?.plates ?? 0) })
  }
  return [...groups.values()].flatMap(({ dish, wish, plates: count }) =>
    dish.companions.map((companion) => ({
      dishId: dish.id,
      kind: companion.kind,
      pieces: count * (companion.kind === 'poachedEgg' ? companion.eggs : 1),
      times: companionTimes(companion, {
        plates: count,
        drainS: dish.drainS,
        boilsAtC: asked.boilsAtC,
        poacherCm: asked.poacherCm,
        wish,
      }),
    })),
  )
}

function statusOf(call: CallState | undefined, fireAtMs: number, nowMs: number): CallStatus {
  if (call?.goneAtMs !== undefined) return 'gone'
  if (call?.firedAtMs !== undefined) return 'fired'
  if (call?.isHeld) return 'held'
  if (nowMs < fireAtMs - MINUTE_MS) return 'waits'
  return nowMs > fireAtMs ? 'late' : 'due'
}

/**
 * Calls of the evening in the order in which they must be fired; those that are gone come last. Dishes that the card does not know are left out. What
 * was fired keeps its place in the list until it is gone.
 */
export function callsOf(asked: PassAsked): Call[] {
  const dishes = new Map(asked.dishes.map((d) => [d.id, d]))
  const calls = asked.tables
    .filter((table) => table.cancelledReason === undefined)
    .flatMap((table) => {
      const groups = new Map<string, CallPlates[]>()
      for (const plates of table.plates) {
        const dish = dishes.get(plates.dishId)
        if (!dish || plates.count <= 0) continue
        const key = sauceKey(dish)
        groups.set(key, [...(groups.get(key) ?? []), { ...plates, dish }])
      }
      return [...groups].map(([key, plates]) => callOf(table, key, plates, asked))
    })
  const rank = (c: Call) => (c.status === 'gone' ? 1 : 0)
  return calls.sort((a, b) => rank(a) - rank(b) || a.fireAtMs - b.fireAtMs || (a.callId < b.callId ? -1 : 1))
}

function callOf(table: TableState, key: string, plates: readonly CallPlates[], asked: PassAsked): Call {
  const callId = callIdOf(table.tableId, key)
  const count = plates.reduce((sum, p) => sum + p.count, 0)
  const companions = companionsOf(plates, asked)
  const drawAtMs = table.pickUpAtMs - 1000 * platingS(count)
  const fireAtMs = Math.min(drawAtMs, ...companions.map((c) => table.pickUpAtMs + 1000 * c.times.startS))
  const state = asked.calls[callId]
  return {
    callId,
    tableId: table.tableId,
    label: table.label,
    sauceKey: key,
    formulaId: plates[0]!.dish.formulaId,
    plates,
    count,
    ml: plates.reduce((sum, p) => sum + p.count * p.dish.portionMl, 0),
    landsAtMs: table.pickUpAtMs,
    fireAtMs,
    drawAtMs,
    companions,
    lastMinute: [...new Set(plates.flatMap((p) => p.dish.lastMinute))],
    lastAtMs: table.pickUpAtMs - 1000 * LAST_MOMENT_S,
    status: statusOf(state, fireAtMs, asked.nowMs),
    ...(state?.firedAtMs === undefined ? {} : { firedAtMs: state.firedAtMs, fromBatchId: state.fromBatchId }),
    addedSince: state?.firedPlates === undefined ? 0 : Math.max(0, count - state.firedPlates),
  }
}

/** How much of a sauce is called, all day: what is still to go, what is fired, what is gone. */
export interface AllDay {
  readonly sauceKey: string
  readonly toGo: number
  readonly fired: number
  readonly gone: number
}
/** Plates of each sauce over the whole evening. */
export function allDayOf(calls: readonly Call[]): AllDay[] {
  const days = new Map<string, AllDay>()
  for (const { sauceKey: key, status, count } of calls) {
    const before = days.get(key) ?? { sauceKey: key, toGo: 0, fired: 0, gone: 0 }
    const to = status === 'gone' || status === 'fired' ? status : 'toGo'
    days.set(key, { ...before, [to]: before[to] + count })
  }
  return [...days.values()].sort((a, b) => b.toGo - a.toGo || (a.sauceKey < b.sauceKey ? -1 : 1))
}
