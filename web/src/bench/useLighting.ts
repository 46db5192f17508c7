import {
  frozenAt,
  needsRing,
  planAgain,
  takenBy,
  viewBatch,
  type BatchState,
  type BatchView,
  type KitchenCatalog,
  type Payloads,
  type Ring,
} from '@liquamen/core'
import { shallowRef, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchenViews } from '../port/useKitchenViews'

/** A ring that still has another sauce, and an empty one on which the batch can stand instead. */
export interface RingTaken {
  readonly ring: Ring
  readonly sauce: string
  readonly elsewhere: Ring | undefined
}

/** Lighting the ring of a planned batch: everything the batch depends on is frozen with it. Two sauces never stand on one ring. */
export function useLighting(
  view: Ref<BatchView>,
  /** The entry that begins a step, with what the same tap puts on record. */
  starting: (stepId: string, soon: Partial<BatchState>) => Entry,
) {
  const { kitchen, catalog, current, nowMs, onRing } = useKitchenViews()
  const id = view.value.state.id
  const taken = shallowRef<RingTaken>()
  const litOn = (ringId: string) => {
    const there = onRing(ringId)
    return there?.state.status === 'underWay' && needsRing(there) ? there : undefined
  }
  /** The plan made again for the rings that stand empty; none where no ring does. */
  function planElsewhere(all: KitchenCatalog): Payloads['batch.planned'] | undefined {
    const was = view.value.state.planned
    const rings = all.rings.filter((r) => !litOn(r.id))
    if (!was || rings.length === 0) return undefined
    const others = current.value.filter((v) => v.state.id !== id)
    return planAgain(was, {
      catalog: { ...all, rings },
      ingredients: kitchen.ingredients,
      taken: others.flatMap((v) => takenBy(v, nowMs.value) ?? []),
      nowMs: kitchen.exactNowMs(),
    })
  }

  async function light({ state, formula, vessels, ring }: BatchView, all: KitchenCatalog): Promise<void> {
    if (!state.plan) return
    const place = { formula, vessels, ring, settings: all.settings }
    const frozen = frozenAt(state.plan, place, kitchen.ingredients)
    const lights: Entry = { kind: 'batch.started', streamId: id, payload: { frozen, plan: state.plan } }
    await kitchen.recordAll([lights, starting(formula.steps[0]?.id ?? '', { frozen, status: 'underWay' })])
  }

  return {
    /** What stands on its ring; the bench asks whether to light another. */
    taken,
    /** Lights its ring, unless another sauce still stands there: then it is asked about. */
    async start(): Promise<void> {
      if (!catalog.value) return
      const there = litOn(view.value.ring.id)
      if (!there) return light(view.value, catalog.value)
      const ringId = planElsewhere(catalog.value)?.ringId
      const elsewhere = catalog.value.rings.find((r) => r.id === ringId)
      taken.value = { ring: there.ring, sauce: there.formula.name, elsewhere }
    },
    /** The question is put away; the ring stays unlit. */
    wait: () => {
      taken.value = undefined
    },
    /** Moves the batch to the empty ring, its vessels and minutes planned for it, and lights that. */
    async startElsewhere(): Promise<void> {
      const all = catalog.value
      const planned = all && planElsewhere(all)
      if (!planned) return
      await kitchen.record('batch.planned', id, planned)
      taken.value = undefined
      const state = kitchen.batches.get(id)
      const moved = state && viewBatch(state, all, kitchen.exactNowMs())
      if (moved) await light(moved, all)
    },
  }
}
