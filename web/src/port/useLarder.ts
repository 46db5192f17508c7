import { densityGPerMl, storeHoldings, type Holding, type Ingredient } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { useKitchen } from './useKitchen'

const MINUTE_MS = 60_000

/** What the larder holds of each good, as its lots were last counted. */
export function useLarder() {
  const kitchen = useKitchen()
  const minute = computed(() => Math.floor(kitchen.nowMs / MINUTE_MS) * MINUTE_MS) // a lot's day is not looked at each second
  const holdings = computed<ReadonlyMap<string, Holding>>(() =>
    storeHoldings(kitchen.lots.values(), minute.value),
  )
  const lots = computed(() =>
    [...kitchen.lots.values()]
      .filter((l) => l.status === 'held' && l.stored)
      .sort((a, b) => a.expiresAtMs - b.expiresAtMs),
  )
  return { holdings, lots, minute }
}

/** An amount of the store as a cook says it: liquids in litres or millilitres, the rest in grams. */
export function storeAmountText(good: Ingredient, massG: number): string {
  if (!good.isLiquid) return massG >= 1000 ? `${numberText(massG / 1000, 1)} kg` : `${numberText(massG)} g`
  const ml = massG / densityGPerMl(good)
  return ml >= 950 ? `${numberText(ml / 1000, 1)} l` : `${numberText(Math.round(ml / 10) * 10)} ml`
}
