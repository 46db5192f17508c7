<script setup lang="ts">
import type { FormulaStep, StepPlan } from '@liquamen/core'
import { computed } from 'vue'
import { degreesText, numberText } from '../../ui/format'
import { mountTexts } from './texts'
import { texts } from '../../ui/texts'

/** A mount on the plan sheet: how full of fat it ends, and the window in which it stays whole. */
const props = defineProps<{ planned: StepPlan; step: FormulaStep }>()
const work = computed(() => (props.planned.work.kind === 'mount' ? props.planned.work : undefined))
</script>

<template>
  <div v-if="work">
    <h2 class="label">{{ step.verb }}</h2>
    <p class="caption">
      {{
        texts.rooms.load(
          numberText(work.butterG),
          numberText(work.phaseFrac, 2),
          numberText(work.phaseLimitFrac, 2),
        )
      }}
    </p>
    <p class="caption">
      {{ texts.rooms.window(degreesText(work.window.lowC), degreesText(work.window.highC)) }}
    </p>
    <p v-if="work.pace" class="caption">
      {{ mountTexts.pace(numberText(work.pace.uptakeS / 60, 1), mountTexts.by[work.pace.by]) }}
    </p>
  </div>
</template>
