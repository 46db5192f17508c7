import {
  chosenFormula,
  DomainError,
  findPlace,
  planBatch,
  TargetUnclear,
  type BatchPlan,
  type Formula,
  type Ingredient,
  type KitchenCatalog,
  type OrderState,
  type Pan,
} from '@liquamen/core'
import { computed, reactive, type ComputedRef } from 'vue'
import { useClock } from '../port/clock'

/** A bowl for an egg sauce, a pan for the rest. */
export const suits = (pan: Pan, formula: Formula): boolean => (pan.kind === 'bowl') === (formula.emulsion !== undefined)

/** A plan as it is being chosen: pan, ring, sources and phrases, and what the core makes of them. */
export function usePlanDraft(
  catalog: ComputedRef<KitchenCatalog>,
  ingredients: ComputedRef<ReadonlyMap<string, Ingredient>>,
  order: ComputedRef<OrderState>,
  freeRingIds: ComputedRef<readonly string[]>,
  busyPanIds: ComputedRef<ReadonlySet<string>>,
) {
  const { nowMs } = useClock()
  const formula = computed<Formula | undefined>(() =>
    chosenFormula(catalog.value.formulas, order.value.taken?.formulaId, order.value.taken?.choices),
  )
  const draft = reactive({ panId: '', ringId: '', sources: {} as Record<string, string>, phrases: {} as Record<string, string> })
  const minute = computed(() => Math.floor(nowMs.value / 60_000) * 60_000) // a plan need not be made anew each second

  function planWith(panId: string, ringId: string): BatchPlan {
    return planBatch({
      formula: formula.value!,
      ingredients: ingredients.value,
      place: findPlace(catalog.value.settings, catalog.value.pans, catalog.value.rings, panId, ringId),
      portions: order.value.taken!.portions,
      pickupAtMs: order.value.taken!.pickupAtMs,
      nowMs: minute.value,
      sources: draft.sources,
      phrases: draft.phrases,
    })
  }

  /** A pan that is free, in which nothing boils over and a stick still reads; the first free ring, the strongest first. */
  function choose(): void {
    if (!formula.value) return
    draft.ringId ||= freeRingIds.value[0] ?? catalog.value.rings[0]?.id ?? ''
    if (draft.panId) return
    const troubles = (plan: BatchPlan) => plan.warnings.filter((w) => w.code !== 'late').length
    const fits = catalog.value.pans
      .filter((pan) => suits(pan, formula.value!))
      .map((pan) => ({ pan, isBusy: busyPanIds.value.has(pan.id), plan: planWith(pan.id, draft.ringId) }))
      .sort(
        (a, b) =>
          Number(a.isBusy) - Number(b.isBusy) || troubles(a.plan) - troubles(b.plan) || a.plan.totalMin.value - b.plan.totalMin.value,
      )
    draft.panId = fits[0]?.pan.id ?? ''
  }

  const result = computed<{ plan?: BatchPlan; error?: DomainError }>(() => {
    if (!formula.value || !draft.panId || !draft.ringId) return {}
    try {
      return { plan: planWith(draft.panId, draft.ringId) }
    } catch (error) {
      if (error instanceof DomainError) return { error }
      throw error
    }
  })
  /** A phrase that is no single target, with its readings side by side. */
  const unclear = computed(() =>
    result.value.error instanceof TargetUnclear ? { stepId: result.value.error.field, target: result.value.error.target } : undefined,
  )
  return { draft, formula, result, unclear, choose }
}
