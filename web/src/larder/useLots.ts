import {
  daysAfterMove,
  FOOD_CODES,
  houseRules,
  type KitchenCatalog,
  type LotState,
  type StorePlace,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed } from 'vue'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { useByMs } from '../ui/format'
import { larderTexts } from './texts.larder'

/** What is done with lots: moved, poured together, labelled. */
export function useLots() {
  const kitchen = useKitchen()
  const catalog = computed(() => kitchen.catalog as unknown as KitchenCatalog)
  const code = computed(() => FOOD_CODES[houseRules(catalog.value.settings).code])
  /** Days that the chosen code allows chilled; none where it leaves it to the house. */
  const codeDays = computed<number | undefined>(() =>
    'chilledDays' in code.value ? code.value.chilledDays : undefined,
  )
  const makerOf = (lot: LotState) => catalog.value.formulas.find((f) => f.makes === lot.stored?.ingredientId)

  /** Days that a lot would keep where it is moved to now. */
  const daysIn = (lot: LotState, place: StorePlace) =>
    daysAfterMove(lot, place, makerOf(lot), { codeDays: codeDays.value, nowMs: kitchen.nowMs })
  const move = (lot: LotState, place: StorePlace) =>
    tapped(() =>
      kitchen.record('lot.moved', lot.id, {
        place,
        expiresAtMs: useByMs(kitchen.exactNowMs(), Math.max(1, daysIn(lot, place))),
      }),
    )
  /** Two lots of one good become one: the older date of both holds, and the earlier end. */
  const pourTogether = (lot: LotState, other: LotState) => {
    const [a, b] = [lot.stored, other.stored]
    if (!a || !b || a.ingredientId !== b.ingredientId) return Promise.resolve(false)
    return tapped(() =>
      kitchen.recordAll([
        {
          kind: 'lot.stored',
          streamId: uuidv7(),
          payload: {
            ingredientId: a.ingredientId,
            massG: lot.massG + other.massG,
            place: lot.place,
            madeAtMs: Math.min(a.madeAtMs, b.madeAtMs),
            expiresAtMs: Math.min(lot.expiresAtMs, other.expiresAtMs),
            batchId: null,
          },
        },
        ...[lot, other].map((gone) => ({
          kind: 'lot.emptied' as const,
          streamId: gone.id,
          payload: { reason: larderTexts.merged },
        })),
      ]),
    )
  }
  return { code, codeDays, makerOf, daysIn, move, pourTogether }
}
