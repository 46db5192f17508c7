import type { EggWish } from '../companions/poachedEgg'
import { chosenFormula } from '../formula/applyChoices'
import type { Dish } from '../plate/dish'
import type { OfferedDish } from '../service/foldService'
import { sauceKey } from '../service/sauceNeeds'
import { companionTimes, type CompanionTimes } from './companionTimes'
import {
  companionsFor,
  mayBeAsIs,
  sauceBar,
  type GuestBook,
  type GuestNeeds,
  type SauceAsked,
  type SauceBar,
} from './guestPlates'
import { wishedDish, type WishedDish } from './wishes'
import { platesKey, type CallState, type Plates, type PlatesDecided, type TableState } from './tables'

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
  /** With the companions that its guest may have, and as its guest wants it. */
  readonly dish: Dish
  readonly wished: Omit<WishedDish, 'dish'>
  /** What stays off it, since its guest must not have it. */
  readonly leftOff: Dish['companions']
  /** Why its dish is off tonight, where the table asked for it all the same. */
  readonly offReason?: string | undefined
}
/** `blocked`: nobody has decided yet how its guest is served. `cancelled`: fired already, then its table cancelled. */
export type CallStatus = 'held' | 'blocked' | 'waits' | 'due' | 'late' | 'fired' | 'cancelled' | 'gone'
const AHEAD: readonly CallStatus[] = ['waits', 'due', 'late', 'held']
/** Not fired yet, and free to be. */
export const isAhead = ({ status }: Pick<Call, 'status'>): boolean => AHEAD.includes(status)
/** One sauce for one table: what, how much, on which plates, when it is fired so that all lands together. */
export interface Call {
  readonly callId: string
  readonly tableId: string
  readonly label: string
  readonly sauceKey: string
  readonly sauce: SauceAsked
  /** Made for one guest, in a clean pan, with whisk, sieve, spoon and well of its own: drawn from no other batch. */
  readonly guestId?: string | undefined
  /** Why its guest must not have this sauce. */
  readonly bar?: SauceBar | undefined
  /** Its plates go without the sauce. */
  readonly isWithout: boolean
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
  /** Fewer than were fired: the table wants no more of them. */
  readonly fewerSince: number
}
/** What calls are worked out from. */
export interface PassAsked {
  readonly tables: readonly TableState[]
  readonly calls: Readonly<Record<string, CallState>>
  readonly dishes: readonly Pick<OfferedDish, 'dish' | 'offReason'>[]
  /** What guests must not have, by the id of what they said. */
  readonly guests: ReadonlyMap<string, GuestNeeds>
  readonly book: GuestBook
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
  for (const { dish, wish, count, detailsId } of plates) {
    const key = `${dish.id} ${wish?.egg ?? ''} ${wish?.meatCoreC ?? ''} ${detailsId ?? ''}`
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

/** Plates of a table whose sauce comes out of the same batch. */
interface Group {
  readonly key: string
  readonly sauce: SauceAsked
  readonly guestId?: string | undefined
  readonly bar?: SauceBar | undefined
  readonly isWithout: boolean
}
const NO_NEEDS: GuestNeeds = { allergies: [], noLightlyCookedEgg: false }
/** The sauce that goes on plates whose guest may have their own: it, or another of tonight that was decided in its place and harms nobody. */
function sauceOn(
  dish: Dish,
  made: PlatesDecided | undefined,
  needs: GuestNeeds | undefined,
  book: GuestBook,
): SauceAsked {
  if (made?.decision !== 'variant' || made.formulaId === undefined || made.formulaId === dish.formulaId)
    return dish
  const other = { formulaId: made.formulaId, choices: made.choices }
  return sauceBar(other, needs, book) ? dish : other
}
/** Where plates belong: with the others, or by themselves since their guest must not have the sauce as it is. */
function groupOf({ dish, plateId, detailsId }: CallPlates, table: TableState, asked: PassAsked): Group {
  const { book } = asked
  const common = (sauce: SauceAsked): Group => ({ key: sauceKey(sauce), sauce, isWithout: false })
  const made = table.decided[platesKey({ plateId, detailsId })]
  if (detailsId === null) return common(sauceOn(dish, made, NO_NEEDS, book))
  const needs = asked.guests.get(detailsId)
  const bar = sauceBar(dish, needs, book)
  if (!bar || (made?.decision === 'asIs' && mayBeAsIs(bar))) return common(sauceOn(dish, made, needs, book))
  const key = sauceKey(dish)
  const own = `~${detailsId}`
  if (made?.decision === 'without') return { key: `without ${key} ${own}`, sauce: dish, isWithout: true }
  if (made?.decision !== 'variant' || made.formulaId === undefined)
    return { key: `${key} ${own}`, sauce: dish, guestId: detailsId, bar, isWithout: false }
  const sauce = { formulaId: made.formulaId, choices: made.choices }
  // the book may have changed since it was decided
  const still = sauceBar(sauce, needs, book)
  return { key: `${sauceKey(sauce)} ${own}`, sauce, guestId: detailsId, bar: still, isWithout: false }
}

function statusOf(
  call: CallState | undefined,
  { isCancelled, isBarred, fireAtMs }: { isCancelled: boolean; isBarred: boolean; fireAtMs: number },
  nowMs: number,
): CallStatus {
  if (call?.goneAtMs !== undefined) return 'gone'
  if (call?.firedAtMs !== undefined) return isCancelled ? 'cancelled' : 'fired'
  if (isBarred) return 'blocked'
  if (call?.isHeld) return 'held'
  if (nowMs < fireAtMs - MINUTE_MS) return 'waits'
  return nowMs > fireAtMs ? 'late' : 'due'
}

/**
 * Calls of the evening in the order in which they must be fired; those that are gone come last. Dishes that the card does not know are left out. What
 * was fired keeps its place in the list until it is gone, though its table cancelled. Plates whose guest must not have the sauce are a call of their own.
 */
export function callsOf(asked: PassAsked): Call[] {
  const dishes = new Map(asked.dishes.map((d) => [d.dish.id, d]))
  const calls = asked.tables.flatMap((table) => {
    const groups = new Map<string, { group: Group; plates: CallPlates[] }>()
    for (const plates of table.plates) {
      const offered = dishes.get(plates.dishId)
      if (!offered || plates.count <= 0) continue
      const { kept, leftOff } = companionsFor(offered.dish, asked.guests.get(plates.detailsId ?? ''))
      const { offReason, dish } = offered
      const { dish: asWished, ...wished } = wishedDish(
        { ...dish, companions: kept },
        plates.wish,
        sauceFor(dish, asked.book),
      )
      const of: CallPlates = { ...plates, dish: asWished, wished, leftOff, offReason }
      const group = groupOf(of, table, asked)
      groups.set(group.key, { group, plates: [...(groups.get(group.key)?.plates ?? []), of] })
    }
    return [...groups.values()]
      .map(({ group, plates }) => callOf(table, group, plates, asked))
      .filter((call) => table.cancelledReason === undefined || call.firedAtMs !== undefined)
  })
  const rank = (c: Call) => (c.status === 'gone' ? 1 : 0)
  return calls.sort((a, b) => rank(a) - rank(b) || a.fireAtMs - b.fireAtMs || (a.callId < b.callId ? -1 : 1))
}

/** The sauce of a dish as it is made, with its goods. */
function sauceFor({ formulaId, choices }: Dish, { formulas, ingredients }: GuestBook) {
  const formula = chosenFormula(formulas, formulaId, choices)
  return formula && { formula, ingredients }
}

function callOf(
  table: TableState,
  { key, sauce, guestId, bar, isWithout }: Group,
  plates: readonly CallPlates[],
  asked: PassAsked,
): Call {
  const callId = callIdOf(table.tableId, key)
  const count = plates.reduce((sum, p) => sum + p.count, 0)
  const companions = companionsOf(plates, asked)
  const drawAtMs = table.pickUpAtMs - 1000 * platingS(count)
  const fireAtMs = Math.min(drawAtMs, ...companions.map((c) => table.pickUpAtMs + 1000 * c.times.startS))
  const state = asked.calls[callId]
  const since = count - (state?.firedPlates ?? count)
  const [isCancelled, isBarred] = [table.cancelledReason !== undefined, bar !== undefined]
  return {
    callId,
    tableId: table.tableId,
    label: table.label,
    sauceKey: sauceKey(sauce),
    sauce: { formulaId: sauce.formulaId, ...(sauce.choices ? { choices: sauce.choices } : {}) },
    guestId,
    bar,
    isWithout,
    plates,
    count,
    ml: isWithout ? 0 : plates.reduce((sum, p) => sum + p.count * p.dish.portionMl, 0),
    landsAtMs: table.pickUpAtMs,
    fireAtMs,
    drawAtMs,
    companions,
    lastMinute: [...new Set(plates.flatMap((p) => p.dish.lastMinute))],
    lastAtMs: table.pickUpAtMs - 1000 * LAST_MOMENT_S,
    status: statusOf(state, { isCancelled, isBarred, fireAtMs }, asked.nowMs),
    ...(state?.firedAtMs === undefined ? {} : { firedAtMs: state.firedAtMs, fromBatchId: state.fromBatchId }),
    addedSince: Math.max(0, since),
    fewerSince: Math.max(0, -since),
  }
}

/** The first whole minute at which all of a table's calls can go, where that is later than it asked; undefined where none is late. */
export function earliestMs(calls: readonly Call[], nowMs: number): number | undefined {
  const late = calls.filter((c) => (isAhead(c) || c.status === 'blocked') && c.fireAtMs < nowMs)
  const readyMs = late.map((c) => nowMs + c.landsAtMs - c.fireAtMs)
  return readyMs.length ? Math.ceil(Math.max(...readyMs) / MINUTE_MS) * MINUTE_MS : undefined
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
  for (const { sauceKey: key, status, count, isWithout } of calls) {
    if (isWithout || status === 'cancelled') continue
    const before = days.get(key) ?? { sauceKey: key, toGo: 0, fired: 0, gone: 0 }
    const to = status === 'gone' || status === 'fired' ? status : 'toGo'
    days.set(key, { ...before, [to]: before[to] + count })
  }
  return [...days.values()].sort((a, b) => b.toGo - a.toGo || (a.sauceKey < b.sauceKey ? -1 : 1))
}
