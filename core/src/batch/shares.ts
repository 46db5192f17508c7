import type { OrderShare } from '../facts/kinds/batch'

/** Deals the portions of orders out to batches of given sizes, in order; every portion keeps its order. */
export function dealShares(orders: readonly OrderShare[], batchPortions: readonly number[]): OrderShare[][] {
  const left = orders.map((o) => ({ ...o }))
  return batchPortions.map((size) => {
    const shares: OrderShare[] = []
    let room = size
    while (room > 0 && left[0]) {
      const portions = Math.min(room, left[0].portions)
      shares.push({ orderId: left[0].orderId, portions })
      room -= portions
      left[0].portions -= portions
      if (left[0].portions <= 0) left.shift()
    }
    return shares
  })
}
