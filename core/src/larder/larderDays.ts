import type { StorePlace } from '../facts/kinds/vocabulary'
import type { Formula } from '../formula/formula'
import { KEEPING, keepKindOf } from './keepingTable'
import { strictest } from '../safety/strictest'
import { chilledDaysLeft, type Kept } from './keeping'
import type { LotState } from './foldLot'

/** Days in the freezer after which quality, not safety, ends it: house values, by how well a sauce freezes (emulsion.md §7). */
export const FREEZER_DAYS = { good: 90, fair: 30, no: 0 } as const
const DAY_MS = 86_400_000

/** How long a good keeps chilled, and whose word that is. */
export interface ChilledLimit {
  readonly days: number
  readonly by: 'house' | 'code'
}
/**
 * Days that a made good keeps chilled, its making day counted as one: of house and code the stricter. Where the code leaves it to the house, what
 * its family usually keeps stands in the code's place. `kitchen:§7`
 */
export function chilledLimit(
  formula: Pick<Formula, 'keeps' | 'emulsion' | 'steps' | 'items'>,
  codeDays?: number,
): ChilledLimit {
  const house = formula.keeps?.chilledDays ?? 0
  const days = strictest('shortest', house, codeDays ?? KEEPING[keepKindOf(formula)].chilledDays) ?? 0
  return { days, by: days < house ? 'code' : 'house' }
}

/**
 * Days that a made good keeps in a place.
 * @param codeDays - what the chosen code allows chilled; none where it leaves it to the house
 * @returns 0 where it does not keep there at all: an emulsion in the freezer, a stock on the shelf
 */
export function larderDays(
  formula: Pick<Formula, 'keeps' | 'emulsion' | 'steps' | 'items'>,
  place: StorePlace,
  codeDays?: number,
): number {
  if (!formula.keeps || place === 'shelf') return 0
  return place === 'freezer' ? FREEZER_DAYS[formula.keeps.freezes] : chilledLimit(formula, codeDays).days
}

/** Where a lot stood until a moment, in whole days: a day that was begun counts, and so does the making day. */
export function keptUntil({ stays }: Pick<LotState, 'stays'>, atMs: number): Kept[] {
  return stays.flatMap(({ place, fromMs }, i): Kept[] => {
    if (place === 'shelf') return []
    const toMs = stays[i + 1]?.fromMs ?? atMs
    const days = Math.max(0, toMs - fromMs) / DAY_MS
    return [{ place, days: i === 0 ? Math.floor(days) + 1 : Math.ceil(days) }]
  })
}

/**
 * Days that a lot would keep in a place to which it is moved now: in the fridge what is left of its chilled days, since freezing only paused them.
 * `kitchen:K-K1`
 */
export function daysAfterMove(
  lot: Pick<LotState, 'stays'>,
  place: StorePlace,
  maker: Formula | undefined,
  { codeDays, nowMs }: { readonly codeDays: number | undefined; readonly nowMs: number },
): number {
  if (place !== 'fridge') return maker ? larderDays(maker, place) : 0
  const houseDays = maker?.keeps && chilledLimit(maker, codeDays).days
  return chilledDaysLeft(keptUntil(lot, nowMs), { houseDays, codeDays })
}
