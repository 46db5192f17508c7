<script setup lang="ts">
import { emulsionOf, type BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import TempEntry from '../../bench/TempEntry.vue'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import LoadScale from './LoadScale.vue'

/** Very hot butter onto a running blade, without a bath: where it will end, how full of butter it is, and what was read. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isTyping = ref(false)
const plan = computed(() => props.view.state.plan && emulsionOf(props.view.state.plan))
const lastTemp = computed(() => {
  const f = props.view.state.stageFacts.findLast(
    (s) => s.kind === 'reading.taken' && s.payload.how === 'temperature',
  )
  return f?.kind === 'reading.taken' && f.payload.how === 'temperature'
    ? { tempC: f.payload.tempC, atMs: f.atMs }
    : undefined
})
async function keep(tempC: number): Promise<void> {
  if (await bench.heatOf(tempC)) isTyping.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
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
    <template #entry>
      <TempEntry
        v-if="isTyping"
        :label="texts.bench.tempLabel"
        :start-c="plan?.ribbonC ?? 66"
        :reach-k="20"
        @keep="keep"
        @cancel="isTyping = false"
      />
    </template>
    <template #keys>
      <v-btn v-if="view.stepStartedAtMs !== undefined" @click="isTyping = !isTyping">{{
        texts.bench.temp
      }}</v-btn>
    </template>
  </StepBench>
</template>
