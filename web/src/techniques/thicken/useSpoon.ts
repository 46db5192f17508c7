import {
  GRADE_NAMES,
  lastSpoon,
  spoonLastTime,
  spoonOfFilm,
  spoonOfGrade,
  spoonRecord,
  type BatchView,
  type CoatContents,
  type SpoonGrade,
  type SpoonSays,
} from '@liquamen/core'
import { computed, type Ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useKitchen } from '../../port/useKitchen'
import { useLessons } from '../../port/useLessons'
import { dayText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { thickenTexts } from './texts'

export const coatWord = (grade: SpoonGrade): string => texts.book.coats[GRADE_NAMES[grade]] ?? ''

/** The spoon at a step: the one that was seen, last time's, and how one goes on record with what the sum says of it. */
export function useSpoon(view: Ref<BatchView>, of: Ref<CoatContents | undefined>, bench: Bench) {
  const kitchen = useKitchen()
  const { rows } = useLessons(view.value.formula.id)
  const stepId = computed(() => view.value.step?.id ?? '')
  const seen = computed(() => lastSpoon(view.value.state, stepId.value))
  const before = computed(() => {
    const { state, formula } = view.value
    const asked = { formulaId: formula.id, stepId: stepId.value, batchId: state.id }
    const last = spoonLastTime(rows.value, asked)
    return last ? thickenTexts.lastTime(coatWord(last.grade), dayText(last.atMs)) : ''
  })
  async function record(says: SpoonSays & { readonly filmG?: number }): Promise<boolean> {
    const { state, step } = view.value
    if (!step || !of.value) return false
    return bench.spoon(spoonRecord(state, step, { says, contents: of.value, nowMs: kitchen.exactNowMs() }))
  }
  return {
    seen,
    before,
    saw: (grade: SpoonGrade) => record(spoonOfGrade(grade)),
    weighed: (filmG: number) => record({ ...spoonOfFilm(filmG), filmG }),
  }
}
