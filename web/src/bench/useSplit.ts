import {
  childrenOf,
  splitBatch,
  takenBy,
  type BatchView,
  type KitchenCatalog,
  type OrderShare,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchen } from '../port/useKitchen'
import { useKitchenViews } from '../port/useKitchenViews'
import type { Acts } from './useActs'

/** A batch parted in two: some of it goes on as it is, some becomes another sauce, or the same in a vessel of its own. */
export function useSplit(view: Ref<BatchView>, acts: Pick<Acts, 'attempt'>) {
  const kitchen = useKitchen()
  const { catalog, current, nowMs, batchesOfOrder } = useKitchenViews()
  const state = computed(() => view.value.state)
  const possible = computed(() => childrenOf(state.value, catalog.value?.formulas ?? []))
  const has = computed(() => state.value.plan?.yieldPortions ?? 0)

  /** Orders for that sauce that no batch is for yet, as many as it will do for. */
  function sharesFor(formulaId: string, portions: number): OrderShare[] {
    let left = portions
    return [...kitchen.orders.values()].flatMap(({ id, status, taken }): OrderShare[] => {
      if (
        status !== 'open' ||
        taken?.formulaId !== formulaId ||
        batchesOfOrder(id).length > 0 ||
        taken.portions > left
      )
        return []
      left -= taken.portions
      return [{ orderId: id, portions: taken.portions }]
    })
  }
  /** The mother's own orders, as far as what stays will do for them. */
  function sharesLeft(portions: number): OrderShare[] {
    let left = portions
    return (state.value.planned?.shares ?? []).flatMap((share): OrderShare[] => {
      const own = Math.min(left, share.portions)
      left -= own
      return own > 0 ? [{ ...share, portions: own }] : []
    })
  }

  /** Parts it. @returns the id of what stays where it is; nothing where it was not kept */
  async function part(formulaId: string, portions: number): Promise<string | undefined> {
    const was = state.value.planned
    const stays = has.value - portions
    const ids = [uuidv7(), uuidv7()]
    const isKept = await acts.attempt(async () => {
      if (!was) return
      const children = splitBatch(
        state.value,
        kitchen.factsOf(state.value.id),
        [
          { formulaId: was.formulaId, portions: stays, shares: sharesLeft(stays) },
          { formulaId, portions, shares: sharesFor(formulaId, portions) },
        ],
        {
          catalog: catalog.value as KitchenCatalog,
          ingredients: kitchen.ingredients,
          taken: current.value
            .filter((v) => v.state.id !== state.value.id)
            .flatMap((v) => takenBy(v, nowMs.value) ?? []),
          nowMs: kitchen.exactNowMs(),
        },
      )
      const reason = children.map((c) => `${c.planned.sauceName} ${c.planned.plan.portions}`).join(', ')
      await kitchen.recordAll([
        ...children.flatMap(({ planned, frozen, inherits, stepId }, i): Entry[] => {
          const streamId = ids[i] ?? ''
          return [
            { kind: 'batch.planned', streamId, payload: planned },
            { kind: 'batch.started', streamId, payload: { frozen, plan: planned.plan, inherits } },
            { kind: 'step.started', streamId, payload: { stepId } },
          ]
        }),
        { kind: 'batch.finished', streamId: state.value.id, payload: { result: 'split', reason } },
      ])
    })
    return isKept ? ids[0] : undefined
  }
  return { possible, has, part }
}
