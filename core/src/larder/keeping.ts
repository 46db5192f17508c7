import { strictest } from '../safety/strictest'

/** How a kind of made good keeps and is warmed again: cautious house values (kitchen.md §7), each a number the house may set. */
export interface KeepingRule {
  /** h that it may stand hot; none where another rule of its own says. */
  readonly hotHoldH?: number
  /** Days chilled, making day counted; 0: not at all. */
  readonly chilledDays: number
  /** Months in the freezer before its quality goes; 0: not at all. */
  readonly frozenMonths: number
  readonly reheat: ReheatWay
}
/** How it is warmed again. */
export type ReheatWay =
  | 'boilOneMinute'
  | 'boilWhisking'
  | 'boil45s'
  | 'to80'
  | 'boilThenAcid'
  | 'boil'
  | 'intoFreshCream'
  | 'slice'
  | 'none'

/** The kinds. */
export const KEEPING = {
  stock: { hotHoldH: 4, chilledDays: 4, frozenMonths: 6, reheat: 'boilOneMinute' },
  fishStock: { hotHoldH: 4, chilledDays: 2, frozenMonths: 6, reheat: 'boilOneMinute' },
  brownBase: { hotHoldH: 4, chilledDays: 7, frozenMonths: 6, reheat: 'boilWhisking' },
  veloute: { hotHoldH: 2, chilledDays: 3, frozenMonths: 2, reheat: 'boilWhisking' },
  creamReduction: { hotHoldH: 1, chilledDays: 3, frozenMonths: 1, reheat: 'to80' },
  starchSlurry: { chilledDays: 3, frozenMonths: 0, reheat: 'boil45s' },
  brownedButterBase: { hotHoldH: 0.17, chilledDays: 5, frozenMonths: 3, reheat: 'boilThenAcid' },
  butterMounted: { chilledDays: 0, frozenMonths: 0, reheat: 'intoFreshCream' },
  eggEmulsion: { chilledDays: 0, frozenMonths: 0, reheat: 'none' },
  shellfishCoulis: { hotHoldH: 2, chilledDays: 2, frozenMonths: 2, reheat: 'boil' },
  compoundButter: { chilledDays: 7, frozenMonths: 3, reheat: 'slice' },
  herbOil: { chilledDays: 4, frozenMonths: 3, reheat: 'none' },
} as const satisfies Record<string, KeepingRule>
export type KeepingKind = keyof typeof KEEPING

/** A stretch of a lot's life in one place, days; the making day counts one. */
export interface Kept {
  readonly place: 'fridge' | 'freezer'
  readonly days: number
}

/**
 * Days that a lot may still be kept chilled: freezing pauses the count and never begins it anew; of house and code the stricter. `kitchen:K-K1`
 * @param kept - where it stood so far, the making day included
 */
export function chilledDaysLeft(
  kept: readonly Kept[],
  limits: { readonly houseDays: number | undefined; readonly codeDays: number | undefined },
): number {
  const used = kept.reduce((sum, k) => sum + (k.place === 'fridge' ? k.days : 0), 0)
  return Math.max(0, (strictest('shortest', limits.houseDays, limits.codeDays) ?? 0) - used)
}

/** Minutes to warm a mass again, stirred. `kitchen:K-K4` */
export function reheatMin(heatJPerK: number, fromC: number, toC: number, powerW: number): number {
  return powerW > 0 ? (heatJPerK * Math.max(0, toC - fromC)) / powerW / 60 : Infinity
}
