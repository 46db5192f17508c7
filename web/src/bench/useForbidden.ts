import { checkAllergens, isSettled, type BatchView, type DecidedFinding } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { guestAsks } from '../port/guestAsks'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'

/** A good that a guest of this batch must not have: what it brings, and who must not have it. */
export interface Forbidden {
  readonly good: string
  readonly allergen: string
  readonly who: string
}

/** The guests of a batch who must not have something, by their order's label. */
export function useGuests(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  return computed(() =>
    (view.value.state.planned?.shares ?? []).flatMap(({ orderId }) => {
      const order = kitchen.orders.get(orderId)
      const asks = order && guestAsks(order, kitchen.details.get(order.taken?.detailsId ?? ''))
      return asks?.allergies.length ? [{ ...asks, who: order?.taken?.label ?? '' }] : []
    }),
  )
}

/** What the guests of a batch must not have, asked of goods that its bench would put in beyond the formula. */
export function useForbidden(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  const guests = useGuests(view)
  /** The first of these goods that somebody must not have; an unread label counts until a person decides. */
  return function forbidden(ingredientIds: readonly string[]): Forbidden | undefined {
    const goods = ingredientIds.flatMap((id) => kitchen.ingredients.get(id) ?? [])
    for (const { allergies, decided, who } of guests.value) {
      const findings: DecidedFinding[] = checkAllergens(goods, allergies).map((f) => ({
        ...f,
        decision: decided(f.allergen, f.ingredientId),
      }))
      const open = findings.find((f) => !isSettled(f, findings))
      if (open)
        return {
          good: kitchen.ingredients.get(open.ingredientId)?.name ?? open.ingredientId,
          allergen: texts.allergens[open.allergen] ?? open.allergen,
          who,
        }
    }
    return undefined
  }
}
