import { hasLightEgg, orderTexture, type BatchView, type Formula, type ToTexture } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { useKitchen } from '../port/useKitchen'

/** An order that a batch is for: what it still waits for, and whether it may be served of this sauce at all. */
export interface OrderToServe {
  readonly orderId: string
  readonly label: string
  readonly toGo: number
  /** How thick it is wanted, and what brings its share there; nothing where it may be as it comes. */
  readonly texture: ToTexture | undefined
  /** Its guest must not have lightly cooked egg, and no probe's log has earned more. */
  readonly isBlocked: boolean
}

/** Who a batch is served to: portions are kept order by order, and a guest who must not have the sauce is not served it. */
export function useServing(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  const isEgg = computed(() => hasLightEgg(view.value.formula as Formula, kitchen.ingredients))
  const isCredited = computed(() => {
    const band = view.value.state.credit?.band
    return band === 'from5to8' || band === 'over8'
  })
  const orders = computed<OrderToServe[]>(() => {
    const { planned, servings } = view.value.state
    return (planned?.shares ?? []).map(({ orderId, portions }) => {
      const taken = kitchen.orders.get(orderId)?.taken
      const served = servings.filter((s) => s.orderId === orderId).reduce((sum, s) => sum + s.portions, 0)
      const isForbidden = kitchen.details.get(taken?.detailsId ?? '')?.noLightlyCookedEgg === true
      return {
        orderId,
        label: taken?.label ?? '',
        toGo: Math.max(0, portions - served),
        texture:
          taken?.texture &&
          orderTexture(view.value.state, {
            texture: taken.texture,
            portions: Math.max(0, portions - served),
            lostG: view.value.hold?.held?.lostG ?? 0,
          }),
        isBlocked: isEgg.value && !isCredited.value && isForbidden,
      }
    })
  })
  const open = computed(() => orders.value.filter((o) => !o.isBlocked))
  return {
    orders,
    isEgg,
    isCredited,
    /** The order that the next portion is for: the first that waits for one, else the first that may have it. */
    next: computed(() => open.value.find((o) => o.toGo > 0) ?? open.value[0]),
    /** Whoever still waits for it must not have it. */
    isBlocked: computed(
      () =>
        orders.value.length > 0 &&
        !open.value.some((o) => o.toGo > 0) &&
        (open.value.length === 0 || orders.value.some((o) => o.toGo > 0)),
    ),
  }
}
