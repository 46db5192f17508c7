import { strictest } from '../safety/strictest'

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
