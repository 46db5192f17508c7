<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import TempEntry from '../../bench/TempEntry.vue'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import TemperatureBand from '../../vessel/TemperatureBand.vue'

/** Cold butter into a hot reduction: how much, how full of fat it ends, and the window in which it stays whole. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isTyping = ref(false)
const work = computed(() => (props.view.planned?.work.kind === 'mount' ? props.view.planned.work : undefined))
const lastTemp = computed(() => {
  const f = props.view.state.stageFacts.findLast(
    (s) =>
      s.kind === 'reading.taken' &&
      s.payload.how === 'temperature' &&
      s.payload.stepId === props.view.step?.id,
  )
  return f?.kind === 'reading.taken' && f.payload.how === 'temperature'
    ? { tempC: f.payload.tempC, atMs: f.atMs }
    : undefined
})
const isSplitting = computed(
  () => work.value !== undefined && work.value.phaseFrac > work.value.phaseLimitFrac,
)
const isOutside = computed(
  () =>
    lastTemp.value &&
    work.value &&
    (lastTemp.value.tempC < work.value.window.lowC || lastTemp.value.tempC > work.value.window.highC),
)
async function keep(tempC: number): Promise<void> {
  if (await bench.heatOf(tempC)) isTyping.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template #default>
      <div v-if="work" class="own">
        <svg class="band" width="150" height="190" viewBox="-40 -176 150 190" aria-hidden="true">
          <TemperatureBand
            :low-c="30"
            :high-c="80"
            :wanted-c="[work.window.lowC, work.window.highC]"
            :danger-from-c="work.window.highC + 1"
            :now-c="lastTemp?.tempC ?? (work.window.lowC + work.window.highC) / 2"
            :is-uncertain="lastTemp === undefined"
            :height-px="160"
          />
        </svg>
        <div class="stack">
          <p class="label">
            {{ texts.rooms.window(degreesText(work.window.lowC), degreesText(work.window.highC)) }}
          </p>
          <p class="label">
            {{
              texts.rooms.load(
                numberText(work.butterG),
                numberText(work.phaseFrac, 2),
                numberText(work.phaseLimitFrac, 2),
              )
            }}
          </p>
          <p v-if="isSplitting" class="wine label" role="alert">✕ {{ texts.rooms.tooMuchFat }}</p>
          <p v-if="lastTemp" class="label" :class="{ roux: isOutside }">
            <span v-if="isOutside" aria-hidden="true">▽ </span
            >{{ texts.rooms.readAt(degreesText(lastTemp.tempC, 1), clockText(lastTemp.atMs)) }}
          </p>
        </div>
      </div>
    </template>
    <template #entry>
      <TempEntry
        v-if="isTyping && work"
        :label="texts.bench.tempLabel"
        :start-c="lastTemp?.tempC ?? 54"
        :reach-k="25"
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

<style scoped>
.own {
  display: flex;
  gap: 24px;
  align-items: center;
}
.band {
  flex: none;
}
</style>
