import {
  applyChoices,
  checkFormula,
  capacityMl,
  findPlace,
  planEmulsion,
  diffFormula,
  NO_CHOICES,
  scaleBy,
  swapsFor,
  usedMassG,
  traceFormula,
  vesselLimits,
  weighOut,
  yieldContradiction,
  type Choices,
  type EmulsionPlan,
  type Formula,
  type FormulaItem,
  type KitchenCatalog,
  type ScaleBy,
  type TraceStep,
  type VesselLimits,
  kitchenGoods,
} from '@liquamen/core'
import { computed, ref, shallowRef, type ComputedRef } from 'vue'

const MOST_UNDO = 60

export type Workbench = ReturnType<typeof useWorkbench>

/** What one way of a school comes to, beside what is chosen now: its end, its highest load, and for a bowl its bath. */
export interface WayOutcome {
  readonly end: TraceStep | undefined
  readonly now: TraceStep | undefined
  readonly peakFrac: number
  readonly nowPeakFrac: number
  readonly emulsion: EmulsionPlan | undefined
  readonly nowEmulsion: EmulsionPlan | undefined
}

/** A formula on the workbench: edits with undo, schools and swaps, scale, and what comes of each; the written one beside the chosen one. */
export function useWorkbench(catalog: ComputedRef<KitchenCatalog>, written: ComputedRef<Formula>) {
  const draft = shallowRef<Formula>(written.value)
  const past = shallowRef<readonly { readonly draft: Formula; readonly choices: Choices }[]>([])
  const choices = shallowRef<Choices>(NO_CHOICES)
  const panId = ref(catalog.value.pans.find((p) => (p.kind === 'bowl') === (written.value.emulsion !== undefined))?.id ?? '')
  const ask = ref<ScaleBy>({ by: 'portions', portions: written.value.basisPortions })
  const ingredients = computed(() => kitchenGoods(catalog.value))
  const setting = computed(() => ({ ingredients: ingredients.value, altitudeM: catalog.value.settings.altitudeM }))

  /** Every change, of the formula or of what is chosen, can be taken back, the last one first. */
  function remember(): void {
    past.value = [...past.value.slice(-MOST_UNDO), { draft: draft.value, choices: choices.value }]
  }
  function edit(next: Formula): void {
    remember()
    draft.value = next
  }
  function choose(next: Choices): void {
    remember()
    choices.value = next
  }
  function undo(): void {
    const last = past.value.at(-1)
    if (!last) return
    draft.value = last.draft
    choices.value = last.choices
    past.value = past.value.slice(0, -1)
  }
  const setAmount = (itemId: string, amount: FormulaItem['amount']) =>
    edit({ ...draft.value, items: draft.value.items.map((i) => (i.id === itemId ? { ...i, amount } : i)) })
  const setTarget = (stepId: string, target: string) =>
    edit({ ...draft.value, steps: draft.value.steps.map((s) => (s.id === stepId ? { ...s, target } : s)) })
  const removeItem = (itemId: string) => edit({ ...draft.value, items: draft.value.items.filter((i) => i.id !== itemId) })
  function addItem(ingredientId: string, stepId: string): void {
    let id = `${ingredientId}_${stepId}`
    while (draft.value.items.some((i) => i.id === id)) id += '_'
    edit({ ...draft.value, items: [...draft.value.items, { id, ingredientId, stepId, amount: { massG: 10 } }] })
  }
  const chooseWay = (schoolId: string, optionId: string) =>
    choose({ ...choices.value, schools: { ...choices.value.schools, [schoolId]: optionId } })
  function swap(itemId: string, ingredientId: string | undefined, factor = 1): void {
    const { [itemId]: _gone, ...swaps } = choices.value.swaps
    choose({ ...choices.value, swaps: ingredientId ? { ...swaps, [itemId]: { ingredientId, factor } } : swaps })
  }

  const problems = computed(() =>
    checkFormula(applyChoices(draft.value, choices.value), ingredients.value, catalog.value.formulas, catalog.value.settings.altitudeM),
  )
  const canTrace = computed(() =>
    problems.value.every((p) => p.code === 'tooSalty' || p.code === 'splits' || p.code === 'targetUnclear' || p.code === 'nothingToReduce'),
  )
  /** The formula as it is chosen, for its own basis; scaled only when shown, since everything in a trace grows with the batch. */
  const chosen = computed(() => applyChoices(draft.value, choices.value))
  const trace = computed(() => (canTrace.value ? traceFormula(chosen.value, setting.value) : []))
  const writtenTrace = computed(() => traceFormula(applyChoices(written.value, NO_CHOICES), setting.value))
  const vessel = computed<VesselLimits>(() => {
    const pan = catalog.value.pans.find((p) => p.id === panId.value)
    return vesselLimits(pan ? capacityMl(pan.profile) : Infinity, pan?.kind === 'bowl')
  })
  const scale = computed(() =>
    canTrace.value ? scaleBy(chosen.value, ask.value, trace.value, ingredients.value, vessel.value) : undefined,
  )
  /** Grams of a good that the chosen formula takes for its basis. */
  const massOf = (ingredientId: string) => usedMassG(chosen.value, ingredientId, ingredients.value)
  const factor = computed(() => scale.value?.factor ?? 1)
  const contradiction = computed(() => yieldContradiction(draft.value, trace.value))
  const differences = computed(() => diffFormula(applyChoices(written.value, NO_CHOICES), chosen.value))
  const isEdited = computed(() => diffFormula(written.value, draft.value).length > 0)

  /** What one way of a school makes of the finished sauce, beside the one chosen now. */
  const peakOf = (steps: readonly TraceStep[]) => Math.max(0, ...steps.map((t) => t.phaseFrac))
  /** How a bowl goes with a method; the kitchen's first bowl stands for all. */
  function bowlOf(made: Formula): EmulsionPlan | undefined {
    const bowl = catalog.value.pans.find((p) => p.kind === 'bowl')
    const ring = catalog.value.rings[0]
    if (!made.emulsion || !bowl || !ring) return undefined
    const place = findPlace(catalog.value.settings, catalog.value.pans, catalog.value.rings, bowl.id, ring.id)
    return planEmulsion(
      { formula: made, ingredients: ingredients.value, place },
      weighOut({ formula: made, ingredients: ingredients.value, place, portions: made.basisPortions }),
    )
  }
  const optionEnds = computed(() => {
    const now = trace.value
    const nowEmulsion = bowlOf(chosen.value)
    return new Map(
      (draft.value.schools ?? []).flatMap((school) =>
        school.options.map((option): [string, WayOutcome] => {
          const made = applyChoices(draft.value, { ...choices.value, schools: { ...choices.value.schools, [school.id]: option.id } })
          const steps = checkFormula(made, ingredients.value).some((p) => p.code === 'missingIngredient')
            ? []
            : traceFormula(made, setting.value)
          return [
            `${school.id}:${option.id}`,
            {
              end: steps.at(-1),
              now: now.at(-1),
              peakFrac: peakOf(steps),
              nowPeakFrac: peakOf(now),
              emulsion: option.changes.some((c) => c.op === 'setMethod') ? bowlOf(made) : undefined,
              nowEmulsion,
            },
          ]
        }),
      ),
    )
  })
  /** Single swaps that cost less and bring no other allergen, cheapest first. */
  const cheaper = computed(() => {
    const now = trace.value.at(-1)
    if (!now || now.portions < 1) return []
    return draft.value.items
      .flatMap((item) =>
        swapsFor(item.ingredientId, ingredients.value).flatMap((s) => {
          const end = traceFormula(
            applyChoices(draft.value, {
              ...choices.value,
              swaps: { ...choices.value.swaps, [item.id]: { ingredientId: s.to, factor: s.factor } },
            }),
            setting.value,
          ).at(-1)
          const saves = end ? now.costMinor / now.portions - end.costMinor / Math.max(1, end.portions) : 0
          return end && saves > 0.5 && Object.keys(end.allergens).every((a) => a in now.allergens)
            ? [{ itemId: item.id, swap: s, savesMinor: saves }]
            : []
        }),
      )
      .sort((a, b) => b.savesMinor - a.savesMinor)
      .slice(0, 3)
  })
  return {
    draft,
    choices,
    ask,
    past,
    ingredients,
    setting,
    undo,
    setAmount,
    setTarget,
    removeItem,
    addItem,
    choose,
    chooseWay,
    swap,
    problems,
    chosen,
    trace,
    writtenTrace,
    scale,
    factor,
    panId,
    massOf,
    differences,
    isEdited,
    optionEnds,
    cheaper,
    contradiction,
  }
}
