import { lessonsOf, type FormulaStep, type LessonRow } from '@liquamen/core'
import { computed, onMounted, ref } from 'vue'
import { api, OutOfReach, Refusal } from './api'
import { useKitchenViews } from './useKitchenViews'

/** What closed batches taught: the server's, and those of this browser that it does not have yet. */
export function useLessons(formulaId?: string) {
  const { kitchen, catalog } = useKitchenViews()
  const stored = ref<readonly LessonRow[]>()
  const own = computed(() =>
    [...kitchen.batches.values()].flatMap((state): LessonRow[] => {
      const lessons = lessonsOf(state)
      const of = state.planned?.formulaId ?? ''
      const isAsked = formulaId === undefined || formulaId === of
      return lessons && isAsked
        ? [{ batchId: state.id, formulaId: of, atMs: state.finishedAtMs ?? 0, lessons }]
        : []
    }),
  )
  const rows = computed<readonly LessonRow[]>(() => {
    const local = new Set(own.value.map((r) => r.batchId))
    return [...own.value, ...(stored.value ?? []).filter((r) => !local.has(r.batchId))]
  })
  const isRefused = ref(false)
  onMounted(async () => {
    stored.value = await api.lessons(formulaId).catch((error: unknown) => {
      if (error instanceof OutOfReach || error instanceof Refusal) return [] // what this browser holds is shown
      throw error
    })
  })
  /** Takes what was learned of a step as its formula's new default, as a version of its own. */
  async function take(ofFormula: string, stepId: string, change: Partial<FormulaStep>): Promise<boolean> {
    const formula = catalog.value?.formulas.find((f) => f.id === ofFormula)
    if (!formula) return false
    const steps = formula.steps.map((s) => (s.id === stepId ? { ...s, ...change } : s))
    isRefused.value = false
    try {
      await api.saveFormula({ ...formula, steps })
      await kitchen.refreshCatalog()
      return true
    } catch (error) {
      if (!(error instanceof OutOfReach || error instanceof Refusal)) throw error
      isRefused.value = true // the key stays, and says that it was not taken
      return false
    }
  }
  return { rows, take, isRefused }
}
