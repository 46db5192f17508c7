import { batchOfTask, platesLate } from '@liquamen/core'
import { computed, ref, type ComputedRef } from 'vue'
import { numberText } from '../ui/format'
import type { Bar, PlanRow } from './planRows'
import { planTexts as says } from './texts.plan'
import type { usePlanning } from './usePlanning'

const SECOND_MS = 1000
const MINUTE_MS = 60_000

/** Where a bar stood before it was dragged. */
export interface Ghost {
  readonly rowId: string
  readonly fromMs: number
  readonly toMs: number
}
type Planning = Pick<ReturnType<typeof usePlanning>, 'feasible' | 'drag' | 'pinned'>

/** A batch that is dragged to another time: where it stood, and what that costs. @param peak - most hands that the plan on the page takes */
export function useDragged(
  { feasible, drag, pinned }: Planning,
  rows: ComputedRef<readonly PlanRow[]>,
  peak: ComputedRef<number>,
) {
  const ghosts = ref<readonly Ghost[]>([])
  const byMs = ref(0)
  let before = { fromMs: 0, plates: 0 }
  const platesNow = () => (feasible.value ? late(feasible.value) : 0)
  const late = (of: NonNullable<typeof feasible.value>) => platesLate(of.asked, of.answer.tasks).plates
  function move(bar: Bar, by: number): void {
    const { value } = feasible
    if (!value && !pinned.value) return
    if (!pinned.value && value) {
      const starts = value.answer.tasks.filter((t) => batchOfTask(t.id) === bar.batchId).map((t) => t.startS)
      before = { fromMs: value.asked.zeroMs + Math.min(...starts) * SECOND_MS, plates: platesNow() }
      ghosts.value = rows.value.flatMap((r) =>
        r.kind === 'ring'
          ? r.bars.flatMap((b) =>
              b.batchId === bar.batchId ? [{ rowId: r.id, fromMs: b.fromMs, toMs: b.toMs }] : [],
            )
          : [],
      )
    }
    byMs.value = by
    drag({ batchId: bar.batchId, fromMs: before.fromMs + by })
  }
  function forget(): void {
    ghosts.value = []
    byMs.value = 0
  }
  function letGo(): void {
    forget()
    drag(undefined)
  }
  const cost = computed(() => {
    if (!pinned.value) return ''
    const moved = says.dragged(Math.round(byMs.value / MINUTE_MS))
    const costs = feasible.value
      ? says.costs(Math.ceil(platesNow() - before.plates - 1e-9), numberText(peak.value, 1))
      : says.cannot
    return `${moved} ${costs}`
  })
  return { ghosts, cost, move, letGo, forget }
}
