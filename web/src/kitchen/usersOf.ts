import type { BatchView } from '@liquamen/core'
import { useKitchenViews } from '../port/useKitchenViews'

/** Who wants a thing of the kitchen now: the sauces of batches that are planned on it. What is under way keeps what it froze. */
export function usersOf() {
  const { current } = useKitchenViews()
  const sauces = (is: (view: BatchView) => boolean) => [
    ...new Set(current.value.filter(is).map((v) => v.state.planned?.sauceName ?? v.formula.name)),
  ]
  return {
    ofRing: (id: string) => sauces((v) => v.state.status === 'planned' && v.state.planned?.ringId === id),
    ofPan: (id: string) =>
      sauces(
        (v) => v.state.status === 'planned' && Object.values(v.state.planned?.vessels ?? {}).includes(id),
      ),
    ofWell: (id: string) => sauces((v) => v.hold?.wellId === id),
  }
}
