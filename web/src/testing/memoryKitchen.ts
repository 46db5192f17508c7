import { PAYLOAD_SCHEMAS, schemaProblem } from '@liquamen/contracts'
import type { GuestDetails, Samples } from '@liquamen/contracts'
import {
  foldKitchen,
  measuredIn,
  viewBatch,
  type BatchView,
  type Fact,
  type FactKind,
  type KitchenCatalog,
  type Payloads,
  type WhyNot,
} from '@liquamen/core'
import { computed, markRaw, reactive, ref, shallowReactive, shallowRef } from 'vue'
import { OutOfReach, Refusal } from '../port/api'
import { useChannels } from '../port/channels.store'
import { setClockOffset } from '../port/clock'
import { checkedBy, makeFact, type Entry } from '../port/makeFact'
import { createMirror } from '../port/mirror'
import type { KitchenPort } from '../port/useKitchen'
import { catalog, goods } from './mountScreen'

const KITCHEN_ID = '018f0000-0000-7000-8000-00000000000k'
/** A kitchen that keeps its facts in memory and has a clock of its own: what a tap makes is judged as the server judges it, and folded on. */
export function memoryKitchen(startMs: number) {
  const nowMs = ref(startMs)
  setClockOffset(startMs - Date.now()) // samples are let go of by the page's clock, which is this kitchen's
  const mirror = createMirror()
  const base = shallowRef(catalog as unknown as KitchenCatalog)
  const made: Fact[] = []
  let count = 0
  let refuses: string | undefined
  let isAway = false

  function recordAll(entries: readonly Entry[]): Promise<string[]> {
    if (refuses)
      return Promise.reject(new Refusal({ type: '', title: refuses, status: 422, code: 'badInput' }))
    const by = { kitchenId: 'k', deviceId: 'd', crewId: 'ilse', clockOffsetMs: 0 }
    const at = { deviceAtMs: nowMs.value, atMs: nowMs.value }
    const facts = entries
      .map((e) => checkedBy(e, { PAYLOAD_SCHEMAS, schemaProblem }))
      .map((e): Fact => ({ ...makeFact(e, by, ++count), ...at }))
    made.push(...facts)
    mirror.merge(facts)
    return Promise.resolve(facts.map((f) => f.id))
  }
  const port = reactive({
    kitchenId: KITCHEN_ID,
    deviceId: 'd',
    catalog: computed({
      get: () => foldKitchen(base.value, mirror.ofKitchen.value),
      set: (next) => (base.value = next),
    }),
    ingredients: markRaw(goods), // a computed in the page's own store, which is none of it either
    batches: mirror.batches,
    orders: mirror.orders,
    lots: mirror.lots,
    services: mirror.services,
    details: shallowReactive(new Map<string, GuestDetails>()),
    crewId: 'ilse',
    whyNot: (): WhyNot | undefined => undefined,
    awaySinceMs: undefined,
    nowMs,
    exactNowMs: () => nowMs.value,
    recordAll,
    record: async (kind: FactKind, streamId: string, payload: unknown) =>
      (await recordAll([{ kind, streamId, payload } as Entry]))[0]!,
    takeBack: async (factIds: readonly string[], streamId: string, reason: string) => {
      const entry = (factId: string): Entry => ({
        kind: 'fact.voided',
        streamId,
        payload: { factId, reason },
        streamKind: mirror.factsOf(streamId)[0]?.streamKind ?? 'batch',
      })
      await recordAll(factIds.map(entry))
    },
    factsOf: mirror.factsOf,
    keepDetails: (kept: GuestDetails) => Promise.resolve(void port.details.set(kept.id, kept)),
    takeFromLarder: ({ massG }: { massG: number }) =>
      isAway
        ? Promise.reject(new OutOfReach())
        : Promise.resolve({ taken: [{ lotId: 'l', massG }], missingG: 0 }),
    fireCall: (streamId: string, fired: Payloads['call.fired']) =>
      isAway
        ? Promise.reject(new OutOfReach())
        : recordAll([{ kind: 'call.fired', streamId, payload: fired }]),
    takeBackCall: (streamId: string, callId: string) =>
      recordAll([{ kind: 'call.takenBack', streamId, payload: { callId } }]),
    refreshCatalog: () => Promise.resolve(),
  }) as unknown as KitchenPort

  return {
    port,
    /** What was put on record since the kitchen was opened, in order. */
    made,
    kinds: () => made.map((f) => f.kind),
    /** The newest fact of a kind. */
    last: <K extends FactKind>(kind: K) =>
      made.findLast((f) => f.kind === kind) as Extract<Fact, { kind: K }>,
    /** Facts that were there before. */
    knows: (facts: readonly Fact[]) => mirror.merge(facts),
    wait: (minutes: number) => {
      nowMs.value += minutes * 60_000
    },
    /** From now on every tap is refused with these words; without words none is. */
    refuse: (title?: string) => {
      refuses = title
    },
    goAway: () => {
      isAway = true
      Object.assign(port, { awaySinceMs: nowMs.value })
    },
    /** What a probe says now. */
    reads: (channelId: string, value: number) =>
      useChannels().take(channelId, [{ atMs: nowMs.value, value }] as unknown as Samples['samples']),
    /** A batch as its bench is given it, moving with clock and record. */
    viewOf: (batchId: string) =>
      computed<BatchView>(() =>
        viewBatch(
          port.batches.get(batchId)!,
          port.catalog as unknown as KitchenCatalog,
          nowMs.value,
          measuredIn(port.catalog as unknown as KitchenCatalog, (id) => useChannels().samples.get(id) ?? []),
        )!,
      ),
  }
}
export type MemoryKitchen = ReturnType<typeof memoryKitchen>
