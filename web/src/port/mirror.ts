import {
  foldBatch,
  foldLot,
  foldOrder,
  liftFact,
  mergeFacts,
  type BatchState,
  type Fact,
  type LotState,
  type OrderState,
} from '@liquamen/core'
import { shallowReactive } from 'vue'
import type { Refused } from './localStore'

/** The facts that this browser knows, and their folds, as screens watch them. */
export function createMirror() {
  const streams = new Map<string, readonly Fact[]>()
  const batches = shallowReactive(new Map<string, BatchState>())
  const orders = shallowReactive(new Map<string, OrderState>())
  const lots = shallowReactive(new Map<string, LotState>())

  function refold(streamId: string): void {
    const facts = streams.get(streamId) ?? []
    if (facts.length === 0) {
      batches.delete(streamId)
      orders.delete(streamId)
      lots.delete(streamId)
    } else if (facts[0]?.streamKind === 'order') orders.set(streamId, foldOrder(streamId, facts))
    else if (facts[0]?.streamKind === 'lot') lots.set(streamId, foldLot(streamId, facts))
    else batches.set(streamId, foldBatch(streamId, facts))
  }

  /** Takes facts in, lifted to their newest form, and folds their streams anew. */
  function merge(facts: readonly Fact[]): void {
    const touched = new Map<string, Fact[]>()
    for (const fact of facts.map(liftFact))
      touched.set(fact.streamId, [...(touched.get(fact.streamId) ?? []), fact])
    for (const [id, more] of touched) {
      streams.set(id, mergeFacts(streams.get(id) ?? [], more))
      refold(id)
    }
  }

  /** Takes refused facts out again: they stand in the tray. */
  function forget(refused: readonly Refused[]): void {
    for (const { id, fact } of refused) {
      if (!fact) continue
      streams.set(
        fact.streamId,
        (streams.get(fact.streamId) ?? []).filter((f) => f.id !== id),
      )
      refold(fact.streamId)
    }
  }

  function clear(): void {
    streams.clear()
    batches.clear()
    orders.clear()
    lots.clear()
  }
  return {
    batches,
    orders,
    lots,
    merge,
    forget,
    clear,
    factsOf: (streamId: string): readonly Fact[] => streams.get(streamId) ?? [],
  }
}
