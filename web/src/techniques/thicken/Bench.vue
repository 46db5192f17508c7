<script setup lang="ts">
import {
  actualWalk,
  coatContents,
  coatGrade,
  rouxSurplusFatG,
  spoonPaS,
  wantedCoatPaS,
  type BatchView,
} from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { numberText, degreesText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { thickenTexts as says } from './texts'
import BrowningStages from '../prepare/BrowningStages.vue'
import { panTemperature } from '../prepare/panTemperature'
import ThickenPanel from './ThickenPanel.vue'

/** Roux, slurry, kneaded butter, liaison: by weight, and how thick it will be by the spoon. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const state = computed(() => props.view.state)
const step = computed(() => props.view.step)
const browning = computed(() => (props.view.live?.kind === 'timed' ? props.view.live.browning : undefined))
const isRoux = computed(() => step.value?.technique === 'roux')
const isLiaison = computed(() => step.value?.technique === 'liaison')
/** Flour and fat of a roux, as weighed; as planned before. */
const roux = computed(() => {
  const { state, formula } = props.view
  const lines = (state.plan?.weighOut ?? []).filter((l) => l.stepId === step.value?.id)
  const massG = (isFlour: boolean) =>
    lines
      .filter((l) => (l.ingredientId === 'flour') === isFlour)
      .reduce((sum, l) => sum + (state.weighed[l.itemId] ?? l.shownG), 0)
  const surplusG = rouxSurplusFatG(massG(false), massG(true))
  const after = formula.steps.slice(formula.steps.findIndex((s) => s.id === step.value?.id) + 1)
  return { flourG: massG(true), fatG: massG(false), surplusG, after }
})
/** How it will coat when its liquid has been cooked out. */
const rouxWorth = computed(() => {
  const simmers = roux.value.after.find((s) => s.technique === 'simmer')
  const end = isRoux.value ? actualWalk(state.value)?.find((w) => w.step.id === simmers?.id)?.end : undefined
  return end && texts.book.coats[coatGrade(spoonPaS(end)).name]
})
const temperature = computed(() => {
  if (isLiaison.value) return { startC: 75, reachK: 20 }
  return browning.value && panTemperature(browning.value)
})
/** Yolk thickens a sauce here and curdles there, °C (emulsion.md §2, with cream and starch about it). */
const LIAISON = { thickensC: 80, curdlesC: 85 } as const
</script>

<template>
  <StepBench :view="view" :bench="bench" :temperature="temperature">
    <template #default>
      <div v-if="isRoux && roux.flourG > 0" class="stack gap-above">
        <p class="label">{{ says.roux.title(numberText(roux.flourG), numberText(roux.fatG)) }}</p>
        <p v-if="roux.surplusG >= 1" class="roux label">
          ▽ {{ says.roux.surplus(numberText(roux.surplusG)) }}
        </p>
        <p v-if="rouxWorth" class="caption">{{ says.roux.worth(rouxWorth) }}</p>
        <p class="caption">{{ says.roux.liquid }}</p>
        <p class="caption">{{ says.roux.caution }}</p>
      </div>
      <template v-if="isLiaison">
        <p class="label gap-above">{{ says.liaison.title }}</p>
        <p class="caption">
          {{ says.liaison.never(degreesText(LIAISON.thickensC), degreesText(LIAISON.curdlesC)) }}
        </p>
      </template>
    </template>
    <template #wide="{ vessel }">
      <BrowningStages v-if="browning" :view="view" :bench="bench" :browning="browning" />
      <ThickenPanel
        v-if="step && wantedCoatPaS(step) !== undefined && vessel.walked && spoonPaS(vessel.walked.end) > 0"
        :key="step.id"
        :view="view"
        :bench="bench"
        :contents="coatContents(vessel.walked.end, undefined)"
        :can-act="view.stepStartedAtMs !== undefined"
      />
    </template>
  </StepBench>
</template>
