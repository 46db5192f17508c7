<script setup lang="ts">
import type { FormulaStep, StepPlan } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../../ui/format'
import TargetForms from './TargetForms.vue'

/** A reduction on the plan sheet: its minutes with their band, and where it stops in every form. */
const props = defineProps<{ planned: StepPlan; step: FormulaStep }>()
const stage = computed(() => (props.planned.work.kind === 'reduce' ? props.planned.work.stage : undefined))
</script>

<template>
  <div v-if="stage">
    <h2 class="label head">
      {{ step.verb }}
      <span class="soft"
        >{{ numberText(stage.minutes.low) }}–{{ numberText(stage.minutes.value) }}–{{
          numberText(stage.minutes.high)
        }}
        min</span
      >
    </h2>
    <TargetForms :stage="stage" />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-bottom: 4px;
}
</style>
