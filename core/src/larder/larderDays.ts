import type { StorePlace } from '../facts/kinds/vocabulary'
import type { Keeps } from '../formula/formula'

/** Days in the freezer after which quality, not safety, ends it: house values, by how well a sauce freezes (emulsion.md §7). */
export const FREEZER_DAYS = { good: 90, fair: 30, no: 0 } as const

/**
 * Days that a made good keeps in a place.
 * @returns 0 where it does not keep there at all: an emulsion in the freezer, a stock on the shelf
 */
export function larderDays(keeps: Keeps | undefined, place: StorePlace): number {
  if (!keeps || place === 'shelf') return 0
  return place === 'freezer' ? FREEZER_DAYS[keeps.freezes] : keeps.chilledDays
}
