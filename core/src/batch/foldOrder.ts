import { effectiveFacts, type Deviation } from '../events/effectiveFacts'
import type { Fact } from '../events/fact'
import type { Payloads } from '../events/kinds'

/** An order as its facts tell it. */
export interface OrderState {
  readonly id: string
  readonly status: 'open' | 'cancelled' | 'unknown'
  readonly taken?: Payloads['order.taken'] | undefined
  readonly takenAtMs: number
  /** `allergen:ingredientId` → what a person decided. */
  readonly decisions: Readonly<Record<string, Payloads['allergen.decided'] & { readonly by: string | undefined; readonly atMs: number }>>
  readonly deviations: readonly Deviation[]
}

/** The state of an order from its facts in fold order. Never throws. */
export function foldOrder(id: string, sorted: readonly Fact[]): OrderState {
  const { facts, deviations } = effectiveFacts(sorted)
  let state: OrderState = { id, status: 'unknown', takenAtMs: 0, decisions: {}, deviations: [] }
  for (const fact of facts) {
    if (fact.kind === 'order.taken')
      state = { ...state, status: state.status === 'cancelled' ? 'cancelled' : 'open', taken: fact.payload, takenAtMs: fact.atMs }
    else if (fact.kind === 'order.cancelled') state = { ...state, status: 'cancelled' }
    else if (fact.kind === 'allergen.decided')
      state = {
        ...state,
        decisions: {
          ...state.decisions,
          [`${fact.payload.allergen}:${fact.payload.ingredientId}`]: { ...fact.payload, by: fact.actor.crewId, atMs: fact.atMs },
        },
      }
    else deviations.push({ code: 'notOfThisStream', factId: fact.id, atMs: fact.atMs, detail: fact.kind })
  }
  return { ...state, deviations }
}
