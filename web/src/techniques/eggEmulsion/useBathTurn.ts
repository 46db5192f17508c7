import type { BatchView, LiveEmulsion } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { useKitchenNow } from '../../port/useKitchen'
import { spanText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** When a bowl is to leave its bath or go back, and whether its bath was looked at. */
export function useBathTurn(view: Ref<BatchView>, bowl: Ref<LiveEmulsion>) {
  const nowMs = useKitchenNow()
  /** On its bath when to lift, off it when to go back. */
  const turnAtMs = computed(() => (bowl.value.isOnBath ? bowl.value.liftAtMs : bowl.value.backAtMs))
  const span = computed(() =>
    turnAtMs.value === undefined ? undefined : spanText(Math.max(0, turnAtMs.value - nowMs.value)),
  )
  const says = computed(() => {
    const { isOnBath } = bowl.value
    if (turnAtMs.value === undefined) return isOnBath ? texts.emulsion.onBath : texts.emulsion.offBath
    return isOnBath ? texts.emulsion.liftIn : texts.emulsion.backIn
  })
  const isLiftDue = computed(() => {
    const { isOnBath, liftAtMs } = bowl.value
    return isOnBath && liftAtMs !== undefined && liftAtMs <= nowMs.value
  })
  /** The bath is looked at once, before the yolk can take harm; what was wrong with it stays said until it is mended. */
  const checked = computed(() => view.value.state.stageFacts.findLast((f) => f.kind === 'bath.checked'))
  const isBathWrong = computed(() => checked.value?.payload.isClear === false)
  const isBathDue = computed(() => bowl.value.isOnBath && (!checked.value || isBathWrong.value))
  return { span, says, isLiftDue, isBathDue, isBathWrong }
}
