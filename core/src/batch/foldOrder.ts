import type { Deviation } from '../facts/deviation'
import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { OrderKind, Payloads } from '../facts/kinds/kinds'

/** An order as its facts tell it. */
export interface OrderState {
  readonly id: string
  readonly status: 'open' | 'cancelled' | 'unknown'
  readonly taken?: Payloads['order.taken'] | undefined
  readonly takenAtMs: number
  /** `allergen:ingredientId` → what a person decided. */
  readonly decisions: Readonly<
    Record<string, Payloads['allergen.decided'] & { readonly by: string | undefined; readonly atMs: number }>
  >
  readonly deviations: readonly Deviation[]
}

function apply(state: OrderState, fact: FactOf<OrderKind>): OrderState {
  switch (fact.kind) {
    case 'order.taken':
      return {
        ...state,
        status: state.status === 'cancelled' ? 'cancelled' : 'open',
        taken: fact.payload,
        takenAtMs: fact.atMs,
      }
    case 'order.cancelled':
      return { ...state, status: 'cancelled' }
    case 'allergen.decided': {
      const key = `${fact.payload.allergen}:${fact.payload.ingredientId}`
      return {
        ...state,
        decisions: { ...state.decisions, [key]: { ...fact.payload, by: fact.actor.crewId, atMs: fact.atMs } },
      }
    }
  }
}

/** The state of an order from its facts in fold order. Never throws. */
export function foldOrder(id: string, sorted: readonly Fact[]): OrderState {
  const { facts, deviations } = effectiveFacts(sorted)
  let state: OrderState = { id, status: 'unknown', takenAtMs: 0, decisions: {}, deviations: [] }
  for (const fact of facts) {
    if (isOf('order', fact)) state = apply(state, fact)
    else deviations.push({ code: 'notOfThisStream', factId: fact.id, atMs: fact.atMs, detail: fact.kind })
  }
  return { ...state, deviations }
}
