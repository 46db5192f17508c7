<script setup lang="ts">
import { hazardFor, holdLimits, houseHolds, houseRules, type BatchView, type Well } from '@liquamen/core'
import { computed } from 'vue'
import type { Bench } from '../../bench/useBench'
import type { Entry } from '../../port/makeFact'
import { useKitchenViews } from '../../port/useKitchenViews'
import { useLessons } from '../../port/useLessons'
import { clockText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

const props = defineProps<{
  view: BatchView
  bench: Bench
  /** It may also stand aside, in no well, with its clock. */ hasAside?: boolean
}>()
const { kitchen, catalog, inWell } = useKitchenViews()
/** Each well with what stands in it: the same sauce may be topped up, with the older clock; another may not. */
const wells = computed(() =>
  (catalog.value?.wells ?? []).map((well) => {
    const there = inWell(well.id)
    return {
      well,
      there,
      isSame: there?.formula.id === props.view.formula.id,
      isOver: there?.hold?.clock.state === 'pastCode' || there?.hold?.clock.state === 'pastHouse',
    }
  }),
)
/** What the house's own batches say of how soon such a sauce breaks; the table where there are none. */
const { rows } = useLessons()
const hazard = computed(() => hazardFor(houseHolds(rows.value), props.view.state))
const rules = computed(() => {
  const settings = props.view.state.frozen?.settings
  return settings ? houseRules(settings) : undefined
})

async function put(well: Well | undefined, there: BatchView | undefined): Promise<void> {
  await props.bench.attempt(() => keepIn(well, there))
}
async function keepIn(well: Well | undefined, there: BatchView | undefined): Promise<void> {
  const { state } = props.view
  if (!rules.value) return
  const onto = there?.hold
    ? {
        batchId: there.state.id,
        clockStartedAtMs: Math.round(there.hold.clock.startedAtMs),
        portions: there.hold.portionsLeft,
      }
    : null
  const stands: Entry = {
    kind: 'hold.started',
    streamId: state.id,
    payload: {
      wellId: well?.id ?? null,
      letter: well?.letter ?? '',
      limits: holdLimits(rules.value),
      portions: state.plan?.yieldPortions ?? 0,
      onto,
      ...(hazard.value ? { hazard: hazard.value } : {}),
    },
  }
  const reason = `${props.view.formula.name} ${clockText(there?.hold?.clock.startedAtMs ?? 0)}`
  const merges: Entry[] = there
    ? [{ kind: 'batch.finished', streamId: there.state.id, payload: { result: 'merged', reason } }]
    : []
  await kitchen.recordAll([stands, ...merges])
}
</script>

<template>
  <div class="wells">
    <p class="label">{{ texts.emulsion.chooseWell }}</p>
    <div class="keys-row">
      <v-btn
        v-for="{ well, there, isSame, isOver } in wells"
        :key="well.id"
        :disabled="there !== undefined && (!isSame || isOver)"
        @click="put(well, there)"
        >{{ well.letter }}
        <small>{{
          there
            ? isSame && !isOver
              ? texts.emulsion.onto(there.formula.name, clockText(there.hold?.clock.startedAtMs ?? 0))
              : texts.emulsion.taken(there.formula.name)
            : texts.emulsion.free
        }}</small></v-btn
      ><v-btn v-if="hasAside" @click="put(undefined, undefined)">{{ texts.rooms.aside }}</v-btn>
    </div>
    <p v-if="rules" class="caption">
      {{ texts.emulsion.rules(numberText(rules.holdLimitH), texts.emulsion.codes[rules.code] ?? rules.code) }}
    </p>
  </div>
</template>

<style scoped>
.wells {
  display: grid;
  gap: 10px;
  margin-top: 14px;
}
</style>
