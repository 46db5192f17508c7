import {
  actualWalk,
  bulkMl,
  depthAtVolumeMm,
  massG,
  sauceOf,
  type BatchView,
  type WalkStep,
} from '@liquamen/core'
import { computed, type ComputedRef, type Ref } from 'vue'
import { isRestDue } from '../ui/firstView'

/** What stands in a step's vessel, from the batch as it really went; from its plan where it was not started yet. */
export interface VesselNow {
  /** Depth when the step begins with its goods in, and where it will end, mm. */
  readonly startMm: number
  readonly endMm: number
  readonly startMl: number
  readonly endMl: number
  readonly startG: number
  readonly endG: number
  /** The step's own walk; none before the batch was started. */
  readonly walked: WalkStep | undefined
}

/** The vessel of the step that is being worked. The walk is made once for each state of the batch, not once a second; the first view does with the plan. */
export function useVesselNow(view: Ref<BatchView>): ComputedRef<VesselNow> {
  const state = computed(() => view.value.state)
  const walk = computed(() => (isRestDue.value ? actualWalk(state.value) : undefined))
  return computed(() => {
    const { step, pan, planned } = view.value
    const walked = walk.value?.find((w) => w.step.id === step?.id)
    if (!walked) {
      const level = planned?.level
      const none = { startMm: 0, endMm: 0, startMl: 0, endMl: 0, startG: 0, endG: 0 }
      return { ...none, ...level, walked }
    }
    const mm = (of: WalkStep['end']) => depthAtVolumeMm(pan.profile, bulkMl(of))
    const grams = (of: WalkStep['end']) => massG(sauceOf(of)) + of.solids.massG
    const { begin, end } = walked
    return {
      startMm: mm(begin),
      endMm: mm(end),
      startMl: bulkMl(begin),
      endMl: bulkMl(end),
      startG: grams(begin),
      endG: grams(end),
      walked,
    }
  })
}
