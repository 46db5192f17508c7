<script setup lang="ts">
import { emulsionOf, stepTemps, type BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import ButterGate from './ButterGate.vue'
import LoadScale from './LoadScale.vue'

/** Very hot butter onto a running blade, without a bath: where it will end, how full of butter it is, and what was read. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const plan = computed(() => props.view.state.plan && emulsionOf(props.view.state.plan))
const lastTemp = computed(() => stepTemps(props.view.state.stageFacts, props.view.step?.id ?? '').at(-1))
</script>

<template>
  <StepBench :view="view" :bench="bench" :temperature="{ startC: plan?.ribbonC ?? 66, reachK: 20 }">
    <template #default>
      <div v-if="plan" class="stack gap-above">
        <p class="label">
          {{ texts.rooms.blendEnds(degreesText(plan.method.butterC), degreesText(plan.ribbonC)) }}
        </p>
        <p v-if="lastTemp" class="label">
          {{ texts.rooms.readAt(degreesText(lastTemp.tempC, 1), clockText(lastTemp.atMs)) }}
        </p>
        <p class="label">
          {{
            texts.rooms.load(
              numberText(plan.butterG),
              numberText(plan.phaseFrac, 2),
              numberText(plan.phaseLimitFrac, 2),
            )
          }}
        </p>
        <ButterGate v-if="view.stepStartedAtMs !== undefined" :view="view" :bench="bench" />
        <LoadScale
          :now="plan.phaseFrac"
          :end="plan.phaseFrac"
          :butter-goal-g="plan.butterG"
          :room-g="Math.max(0, plan.roomG)"
          :water-first-g="plan.waterFirstG"
          :butter-per-water="0"
        />
      </div>
    </template>
  </StepBench>
</template>
