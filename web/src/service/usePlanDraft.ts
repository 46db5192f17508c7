import {
  chosenFormula,
  DomainError,
  freeFrom,
  placeBatch,
  placeBatches,
  spanOfPlan,
  TargetUnclear,
  type BatchState,
  type Formula,
  type Ingredient,
  type KitchenCatalog,
  type OrderShare,
  type OrderState,
  type PlacedBatch,
  type Taken,
  type VesselRole,
} from '@liquamen/core'
import { computed, reactive, type ComputedRef } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { clockText, instantOn, isoDayText } from '../ui/format'

/** What a plan is for, and what of the kitchen is taken by then. */
export interface PlanFor {
  readonly catalog: ComputedRef<KitchenCatalog>
  readonly ingredients: ComputedRef<ReadonlyMap<string, Ingredient>>
  readonly orders: ComputedRef<readonly OrderState[]>
  /** The planned batch that is to be changed. */
  readonly batch: ComputedRef<BatchState | undefined>
  /** Rings and vessels that other batches have. */
  readonly taken: ComputedRef<readonly Taken[]>
}

/** Portions per order: the batch's own, else all that the orders ask for. */
const sharesFor = (orders: readonly OrderState[], batch: BatchState | undefined): readonly OrderShare[] =>
  batch?.planned?.shares ?? orders.map((o) => ({ orderId: o.id, portions: o.taken?.portions ?? 0 }))

/** A plan as it is being chosen: ring, vessels, time, sources and phrases, and what the core makes of them. */
export function usePlanDraft({ catalog, ingredients, orders, batch, taken }: PlanFor) {
  const nowMs = useKitchenNow()
  const was = batch.value?.planned
  const asked = computed(() => was ?? orders.value[0]?.taken)
  const formula = computed<Formula | undefined>(() =>
    chosenFormula(catalog.value.formulas, asked.value?.formulaId, asked.value?.choices),
  )
  const shares = computed(() => sharesFor(orders.value, batch.value))
  const portions = computed(() => shares.value.reduce((sum, s) => sum + s.portions, 0))
  const firstPickupMs = computed(
    () => was?.plan.pickupAtMs ?? Math.min(...orders.value.map((o) => o.taken?.pickupAtMs ?? Infinity)),
  )
  const draft = reactive({
    ready: clockText(firstPickupMs.value),
    /** Chosen by the cook; empty where the app chooses. */
    ringId: was?.ringId ?? '',
    vessels: { ...was?.vessels } as Partial<Record<VesselRole, string>>,
    sources: { ...was?.sources } as Record<string, string>,
    phrases: { ...was?.phrases } as Record<string, string>,
  })
  const minute = computed(() => Math.floor(nowMs.value / 60_000) * 60_000) // a plan need not be made anew each second
  const pickupAtMs = computed(() => instantOn(isoDayText(firstPickupMs.value), draft.ready))
  const request = computed(() =>
    formula.value && pickupAtMs.value !== undefined
      ? {
          formula: formula.value,
          ingredients: ingredients.value,
          portions: portions.value,
          pickupAtMs: pickupAtMs.value,
          nowMs: minute.value,
          sources: draft.sources,
          phrases: draft.phrases,
        }
      : undefined,
  )
  const result = computed<{ placed?: PlacedBatch; error?: DomainError }>(() => {
    if (!request.value) return {}
    try {
      return {
        placed: placeBatch(request.value, catalog.value, taken.value, {
          ringId: draft.ringId || undefined,
          vessels: draft.vessels,
        }),
      }
    } catch (error) {
      if (error instanceof DomainError) return { error }
      throw error
    }
  })
  /** A phrase that is no single target, with its readings side by side. */
  const unclear = computed(() =>
    result.value.error instanceof TargetUnclear
      ? { stepId: result.value.error.field, target: result.value.error.target }
      : undefined,
  )
  /** When a ring has so long a stretch free, ms; undefined where nothing is in the way. */
  function ringFreeAtMs(ringId: string): number | undefined {
    if (!result.value.placed) return undefined
    const { fromMs, toMs } = spanOfPlan(result.value.placed.plan)
    const onRing = taken.value.filter((t) => t.ringId === ringId)
    const wanted = Math.min(fromMs, (pickupAtMs.value ?? fromMs) - (toMs - fromMs))
    const free = freeFrom(onRing, Math.max(minute.value, wanted), toMs - fromMs)
    return free > Math.max(minute.value, wanted) ? free : undefined
  }
  const inBatches = (n: number): PlacedBatch[] =>
    request.value ? placeBatches(request.value, catalog.value, taken.value, n) : []
  return { draft, formula, asked, shares, portions, pickupAtMs, result, unclear, ringFreeAtMs, inBatches }
}
