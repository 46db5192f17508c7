import {
  applyChoices,
  capacityMl,
  checkFormula,
  checkRounding,
  diffFormula,
  kitchenGoods,
  NO_CHOICES,
  saidContradictions,
  scaleBy,
  sidesOf,
  swapsFor,
  traceFormula,
  usedMassG,
  vesselLimits,
  yieldContradiction,
  type Choices,
  type Formula,
  type FormulaProblem,
  type KitchenCatalog,
  type MeasureSystem,
  type ScaleBy,
  type Substitution,
  type TraceStep,
  type VesselLimits,
} from '@liquamen/core'
import { computed, ref, shallowRef, type ComputedRef } from 'vue'
import { useInIdle, type WhenIdle } from '../ui/useInIdle'
import { useFormulaDraft } from './useFormulaDraft'
import { variantOutcome, type VariantOutcome } from './variantOutcome'

export type Workbench = ReturnType<typeof useWorkbench>

/** A variant that is looked at beside the one on the bench: as written, one that was kept, or an older version. */
export interface Beside {
  readonly id: string
  readonly name: string
  readonly formula: Formula
  readonly trace: readonly TraceStep[]
}

/** A cheaper route: the swaps of it and what they save a cover, minor units. */
export interface CheaperRoute {
  readonly swaps: readonly { readonly itemId: string; readonly swap: Substitution }[]
  readonly savesMinor: number
}

const TOLD_ONLY: readonly FormulaProblem['code'][] = [
  'tooSalty',
  'splits',
  'targetUnclear',
  'nothingToReduce',
]
const MOST_CHEAPER = 3
const WORTH_MINOR = 0.5
/** Key of the sauce as it stands on the bench, among the outcomes. */
export const NOW = 'now'
/** Key of the sauce as it stands, made for the formula's own portions. */
export const BASIS = 'basis'

/**
 * A formula on the workbench: its draft, what comes of it, and what it is compared with.
 *
 * The draft's own trace follows at once; what each other way of a school would do, its times and the cheaper routes are worked out between frames.
 */
export function useWorkbench(
  catalog: ComputedRef<KitchenCatalog>,
  written: ComputedRef<Formula>,
  options: { readonly system?: ComputedRef<MeasureSystem>; readonly idle?: WhenIdle } = {},
) {
  const made = useFormulaDraft(written)
  const { draft, choices, waiting } = made
  const panId = ref(
    catalog.value.pans.find((p) => (p.kind === 'bowl') === (written.value.emulsion !== undefined))?.id ?? '',
  )
  const ask = ref<ScaleBy>({ by: 'portions', portions: written.value.basisPortions })
  const ingredients = computed(() => kitchenGoods(catalog.value))
  const setting = computed(() => ({
    ingredients: ingredients.value,
    altitudeM: catalog.value.settings.altitudeM,
  }))
  const traceOf = (formula: Formula) => traceFormula(formula, setting.value)

  /** The formula as it is chosen, for its own basis; scaled only when shown, since everything in a trace grows with the batch. */
  const chosen = computed(() => applyChoices(draft.value, choices.value))
  const problems = computed(() =>
    checkFormula(chosen.value, ingredients.value, catalog.value.formulas, catalog.value.settings.altitudeM),
  )
  const canTrace = computed(() => problems.value.every((p) => TOLD_ONLY.includes(p.code)))
  const trace = computed(() => (canTrace.value ? traceOf(chosen.value) : []))
  const contradictions = computed(() =>
    [
      yieldContradiction(draft.value, trace.value) ?? [],
      saidContradictions(chosen.value, trace.value),
    ].flat(),
  )
  const isEdited = computed(() => diffFormula(written.value, draft.value).length > 0)

  const vessel = computed<VesselLimits>(() => {
    const pan = catalog.value.pans.find((p) => p.id === panId.value)
    return vesselLimits(pan ? capacityMl(pan.profile) : Infinity, pan?.kind === 'bowl')
  })
  const traced = computed(() => ({ formula: chosen.value, trace: trace.value, setting: setting.value }))
  /** Nothing is scaled while an amount is missing. */
  const scale = computed(() =>
    canTrace.value && waiting.value.length === 0 ? scaleBy(traced.value, ask.value, vessel.value) : undefined,
  )
  const factor = computed(() => scale.value?.factor ?? 1)
  const batches = computed(() => scale.value?.batches ?? 1)
  /** Grams of a good that the chosen formula takes for its basis. */
  const massOf = (ingredientId: string) => usedMassG(chosen.value, ingredientId, ingredients.value)
  const showAs = computed(() => ({
    system: options.system?.value ?? ('metric' as const),
    scaleStepG: catalog.value.settings.scaleStepG,
  }))
  const rounding = computed(() =>
    canTrace.value ? checkRounding(traced.value, factor.value / batches.value, showAs.value) : undefined,
  )
  const sides = computed(() => sidesOf(chosen.value, trace.value, ingredients.value))

  const asWritten = computed<Beside>(() => {
    const formula = applyChoices(written.value, NO_CHOICES)
    return { id: 'written', name: '', formula, trace: traceOf(formula) }
  })
  const kept = shallowRef<readonly Beside[]>([])
  const besideId = ref('written')
  const beside = computed(() => kept.value.find((k) => k.id === besideId.value) ?? asWritten.value)
  const differences = computed(() => diffFormula(beside.value.formula, chosen.value))
  /** Keeps a variant to look at beside what comes next. */
  function keepBeside(name: string, formula = chosen.value): void {
    const id = `kept${kept.value.length + 1}`
    kept.value = [...kept.value, { id, name, formula, trace: traceOf(formula) }]
    besideId.value = id
  }

  const where = computed(() => ({
    panId: panId.value,
    portions: (chosen.value.basisPortions * factor.value) / batches.value,
  }))
  const outcomeJobs = computed(() => {
    const jobs = new Map<string, () => VariantOutcome>()
    const [now, goods, kitchen, place, picked, own] = [
      chosen.value,
      ingredients.value,
      catalog.value,
      where.value,
      choices.value,
      draft.value,
    ]
    if (!canTrace.value) return jobs
    jobs.set(NOW, () => variantOutcome(now, kitchen, goods, place))
    jobs.set(BASIS, () => variantOutcome(now, kitchen, goods, { ...place, portions: now.basisPortions }))
    for (const school of own.schools ?? [])
      for (const option of school.options)
        jobs.set(`${school.id}:${option.id}`, () =>
          variantOutcome(
            applyChoices(own, { ...picked, schools: { ...picked.schools, [school.id]: option.id } }),
            kitchen,
            goods,
            place,
          ),
        )
    return jobs
  })
  const { results: outcomes } = useInIdle(outcomeJobs, options.idle)

  const cheaperJobs = computed(() => {
    const jobs = new Map<string, () => readonly CheaperRoute[]>()
    const [now, own, picked] = [trace.value.at(-1), draft.value, choices.value]
    const endWith = (routes: CheaperRoute['swaps']) => {
      const steps = traceOf(applyChoices(own, withSwaps(picked, routes)))
      const isMakeable = steps.every(
        (t) => !t.target || t.target.status === 'ok' || t.target.status === 'texture',
      )
      const end = steps.at(-1)
      return isMakeable && end && end.saltFrac <= own.saltTargetFrac.high ? end : undefined
    }
    if (now && now.portions >= 1)
      jobs.set('routes', () => cheaperRoutes(own, now, (id) => swapsFor(id, ingredients.value), endWith))
    return jobs
  })
  const { results: cheaperResults } = useInIdle(cheaperJobs, options.idle)
  const cheaper = computed(() => cheaperResults.value.get('routes') ?? [])

  return {
    ...made,
    ask,
    panId,
    ingredients,
    setting,
    chosen,
    problems,
    trace,
    scale,
    factor,
    batches,
    showAs,
    rounding,
    sides,
    massOf,
    contradictions,
    differences,
    isEdited,
    asWritten,
    kept,
    besideId,
    beside,
    keepBeside,
    outcomes,
    cheaper,
  }
}

/** Choices with the swaps of a route in them. */
export const withSwaps = (choices: Choices, swaps: CheaperRoute['swaps']): Choices => ({
  ...choices,
  swaps: {
    ...choices.swaps,
    ...Object.fromEntries(
      swaps.map(({ itemId, swap }) => [itemId, { ingredientId: swap.to, factor: swap.factor }]),
    ),
  },
})

/** Swaps that cost less, bring no other allergen and leave it no saltier than it may be: each alone, cheapest first, and all that still save when taken together. */
function cheaperRoutes(
  own: Formula,
  now: TraceStep,
  swapsOf: (ingredientId: string) => readonly Substitution[],
  endWith: (swaps: CheaperRoute['swaps']) => TraceStep | undefined,
): CheaperRoute[] {
  const perCover = (t: TraceStep) => t.costMinor / Math.max(1, t.portions)
  const saving = (swaps: CheaperRoute['swaps']): CheaperRoute | undefined => {
    const end = endWith(swaps)
    const savesMinor = end ? perCover(now) - perCover(end) : 0
    return end && savesMinor > WORTH_MINOR && Object.keys(end.allergens).every((a) => a in now.allergens)
      ? { swaps, savesMinor }
      : undefined
  }
  const single = own.items
    .flatMap((item) =>
      swapsOf(item.ingredientId).flatMap((swap) => saving([{ itemId: item.id, swap }]) ?? []),
    )
    .sort((a, b) => b.savesMinor - a.savesMinor)
  const best = single.filter(
    (r, i) => single.findIndex((s) => s.swaps[0]?.itemId === r.swaps[0]?.itemId) === i,
  )
  const together = best.length > 1 ? saving(best.flatMap((r) => r.swaps)) : undefined
  return [
    ...(together && together.savesMinor > (best[0]?.savesMinor ?? 0) ? [together] : []),
    ...single.slice(0, MOST_CHEAPER),
  ]
}
