import type { OrderState } from '@liquamen/core'

const NEAR_MS = 30 * 60_000

/** Orders of one sauce, made one way, whose pick-ups lie within half an hour of the first: two or more may be made as one batch. */
export function nearOrders(orders: readonly OrderState[]): OrderState[][] {
  const bySauce = new Map<string, OrderState[]>()
  for (const order of orders) {
    const key = JSON.stringify([order.taken?.formulaId, order.taken?.choices ?? null])
    bySauce.set(key, [...(bySauce.get(key) ?? []), order])
  }
  return [...bySauce.values()].flatMap(near).filter((group) => group.length > 1)
}

/** Cuts a list into groups that begin half an hour apart at most. */
function near(orders: readonly OrderState[]): OrderState[][] {
  const groups: OrderState[][] = []
  const at = (o: OrderState | undefined) => o?.taken?.pickupAtMs ?? 0
  for (const order of [...orders].sort((a, b) => at(a) - at(b))) {
    const group = groups.at(-1)
    if (group && at(order) - at(group[0]) <= NEAR_MS) group.push(order)
    else groups.push([order])
  }
  return groups
}
