import type { PlannedSitting } from '../facts/kinds/service'
import { larchwaterTest as catalog } from '../demoKitchen.test-helper'
import type { Dish } from '../plate/dish'
import type { OfferedDish } from './foldService'

/** Guests who sit down together: booked, a quarter of an hour apart. */
export const sittingAt = (sittingId: string, startsAtMs: number, covers: number): PlannedSitting => ({
  sittingId,
  name: sittingId,
  startsAtMs,
  covers,
  basis: 'booked',
  spreadMin: 15,
})

/** A plain dish with a sauce of the book: its own portion of it, over the plate, and nothing else. */
export const plainDish = (formulaId: string, more: Partial<Dish> = {}): Dish => ({
  id: `${formulaId}Dish`,
  name: formulaId,
  formulaId,
  placement: 'over',
  portionMl: catalog.formulas.find((f) => f.id === formulaId)!.portionMl,
  parts: [],
  companions: [],
  assembly: [],
  lastMinute: [],
  ...more,
})

/** It on the card: plates a guest, called half an hour after sitting down. */
export const offered = (dish: Dish, perCover: number, delayMin = 30): OfferedDish => ({
  dish,
  perCover,
  delayMin,
})
