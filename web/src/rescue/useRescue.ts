import {
  houseTries,
  mayHave,
  rescueNow,
  type BatchView,
  type RescueNow,
  type RescueOffer,
  type Symptom,
} from '@liquamen/core'
import { computed, shallowRef, watch, type Ref } from 'vue'
import { useBench } from '../bench/useBench'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { useLessons } from '../port/useLessons'
import { rescueTexts as says } from './texts'

const TENTH = 10
const QUARTER_MS = 15_000

/** What a cook can do for a batch that shows something: a remedy, its outcome, or a new one. */
export function useRescue(view: Ref<BatchView>, symptom: Ref<Symptom | undefined>) {
  const nowMs = useKitchenNow()
  const bench = useBench(view)
  const { rows } = useLessons()
  const tries = computed(() => houseTries(rows.value))
  const state = computed(() => view.value.state)
  const kitchen = useKitchen()
  /** What those said whom it is for; nothing of one whose words are not here yet. */
  const guests = computed(() =>
    (state.value.planned?.shares ?? [])
      .flatMap((s) => kitchen.orders.get(s.orderId)?.taken?.detailsId ?? [])
      .map((id) => kitchen.details.get(id)),
  )
  /** What nobody of them must not have; where what one said is not here, only what is in it already. */
  function mayAdd(ingredientId: string): boolean {
    if (ingredientId === 'water') return true
    const isIn = state.value.plan?.weighOut.some((l) => l.ingredientId === ingredientId) ?? false
    return guests.value.every((needs) =>
      needs ? mayHave(kitchen.ingredients.get(ingredientId), needs) : isIn,
    )
  }
  const quarterMs = computed(() => Math.floor(nowMs.value / QUARTER_MS) * QUARTER_MS)
  const now = shallowRef<RescueNow>()
  // a view moves with every second: worked out anew by the facts, and four times a minute
  watch(
    [state, quarterMs, symptom, tries, guests],
    () => {
      now.value =
        symptom.value && state.value.status === 'underWay'
          ? rescueNow(view.value, symptom.value, nowMs.value, { house: tries.value, mayAdd })
          : undefined
    },
    { immediate: true },
  )
  /** A remedy that was begun and of which nobody has said how it went. */
  const underWay = computed(() => state.value.rescues.findLast((r) => r.isHeld === undefined))

  const begin = (offer: RescueOffer) =>
    symptom.value
      ? bench.tryRescue(
          symptom.value,
          offer.id,
          offer.adds.map(
            ({ ingredientId, massG }) => [ingredientId, Math.round(massG * TENTH) / TENTH] as const,
          ),
          says.remedies[offer.id].name,
        )
      : Promise.resolve(false)
  const end = (isHeld: boolean) =>
    underWay.value
      ? bench.endRescue(underWay.value.id, isHeld, isHeld ? says.heldSays : says.notHeldSays)
      : Promise.resolve(false)

  /** Discards it; what of its orders is not made is planned anew. @returns whether it was kept */
  const discard = () =>
    bench.finish('discarded', says.afreshReason(symptom.value ? says.symptoms[symptom.value] : ''))
  return { now, underWay, tries, bench, begin, end, discard }
}
