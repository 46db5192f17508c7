import {
  byStream,
  growingStream,
  liftFact,
  type BatchState,
  type Fact,
  type GrowingStream,
  type LotState,
  type OrderState,
  type ServiceState,
} from '@liquamen/core'
import { shallowReactive, shallowRef } from 'vue'
import type { Refused } from './localStore'

/** The facts that this browser knows, and their folds, as screens watch them. */
export function createMirror() {
  const streams = new Map<string, GrowingStream>()
  const batches = shallowReactive(new Map<string, BatchState>())
  const orders = shallowReactive(new Map<string, OrderState>())
  const lots = shallowReactive(new Map<string, LotState>())
  const services = shallowReactive(new Map<string, ServiceState>())

  const ofKitchen = shallowRef<readonly Fact[]>([])

  function show(streamId: string): void {
    const now = streams.get(streamId)?.state()
    if (!now) [batches, orders, lots, services].forEach((states) => states.delete(streamId))
    else if (now.of === 'kitchen') ofKitchen.value = now.state.facts
    else if (now.of === 'order') orders.set(streamId, now.state)
    else if (now.of === 'service') services.set(streamId, now.state)
    else if (now.of === 'lot') lots.set(streamId, now.state)
    else batches.set(streamId, now.state)
  }

  /** Takes facts in, lifted to their newest form, and folds their streams on. */
  function merge(facts: readonly Fact[]): void {
    for (const [id, more] of byStream(facts)) {
      const stream = streams.get(id) ?? growingStream(id)
      streams.set(id, stream)
      stream.merge(more.map(liftFact))
      show(id)
    }
  }

  /** Takes refused facts out again: they stand in the tray. */
  function forget(refused: readonly Pick<Refused, 'id' | 'fact'>[]): void {
    for (const { id, fact } of refused) {
      if (!fact) continue
      streams.get(fact.streamId)?.drop(id)
      show(fact.streamId)
    }
  }

  /** Lets go of every stream that is not among these, unless something of it waits to be sent or came after them. */
  function keepOnly(facts: readonly Fact[], headSeq: number): void {
    const current = new Set(facts.map((fact) => fact.streamId))
    for (const [id, stream] of streams) {
      if (current.has(id) || stream.facts.some(({ seq = Infinity }) => seq > headSeq)) continue
      streams.delete(id)
      show(id)
    }
  }

  function clear(): void {
    streams.clear()
    batches.clear()
    orders.clear()
    lots.clear()
    services.clear()
    ofKitchen.value = []
  }
  return {
    /** What is on record of the kitchen itself. */
    ofKitchen,
    batches,
    orders,
    lots,
    services,
    merge,
    forget,
    keepOnly,
    clear,
    factsOf: (streamId: string): readonly Fact[] => streams.get(streamId)?.facts ?? [],
  }
}
