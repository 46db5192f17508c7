import { hazardFor, holdLimits, houseHolds, houseRules, whereToKeep, type BatchView } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { useKitchenNow } from '../../port/useKitchen'
import { useKitchenViews } from '../../port/useKitchenViews'
import { useLessons } from '../../port/useLessons'

const MINUTE_MS = 60_000

/** How long a batch, put by now, may stand in each place of the kitchen; worked out once a minute. */
export function useKeepChoices(view: Ref<BatchView>) {
  const { catalog } = useKitchenViews()
  const nowMs = useKitchenNow()
  const { rows } = useLessons()
  const minute = computed(() => Math.floor(nowMs.value / MINUTE_MS))
  /** What the house's own batches say of how soon such a sauce breaks; the table where there are none. */
  const hazard = computed(() => hazardFor(houseHolds(rows.value), view.value.state))
  const rules = computed(() => {
    const settings = view.value.state.frozen?.settings
    return settings ? houseRules(settings) : undefined
  })
  const state = computed(() => view.value.state)
  const choices = computed(() =>
    rules.value
      ? whereToKeep(
          {
            state: state.value,
            pan: view.value.pan,
            wells: catalog.value?.wells ?? [],
            limits: holdLimits(rules.value),
            hazard: hazard.value,
          },
          minute.value * MINUTE_MS,
        )
      : [],
  )
  return { choices, hazard, rules }
}
