<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import TempEntry from '../../bench/TempEntry.vue'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText } from '../../ui/format'
import { texts } from '../../ui/texts'
import PutAway from './PutAway.vue'

/** Down through the danger range against its clock, then away as a lot. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isTyping = ref(false)
const isStoring = computed(() => props.view.step?.technique === 'store')
const startedAtMs = computed(() => props.view.stepStartedAtMs ?? 0)
const HOUR_MS = 3600_000
/** The stages that codes ask of a cooling sauce, with the moment by which each must be reached (reduction.md §7). */
const goals = computed(() => [
  { tempC: 21, byMs: startedAtMs.value + 2 * HOUR_MS },
  { tempC: 5, byMs: startedAtMs.value + 6 * HOUR_MS },
])
const readings = computed(() =>
  props.view.state.stageFacts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature' && f.payload.stepId === props.view.step?.id
      ? [{ atMs: f.atMs, tempC: f.payload.tempC }]
      : [],
  ),
)
const reached = (tempC: number) => readings.value.find((r) => r.tempC <= tempC)?.atMs
async function keep(tempC: number): Promise<void> {
  if (await bench.heatOf(tempC)) isTyping.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench" :has-own-end="isStoring">
    <template #default="{ vessel }">
      <PutAway
        v-if="isStoring && view.stepStartedAtMs !== undefined"
        :view="view"
        :bench="bench"
        :vessel="vessel"
      />
      <ul v-else-if="view.stepStartedAtMs !== undefined" class="gap-above">
        <li v-for="g in goals" :key="g.tempC" class="label">
          <span v-if="reached(g.tempC) !== undefined" class="sorrel"
            >✓ {{ texts.rooms.cooled(degreesText(g.tempC), clockText(reached(g.tempC) ?? 0)) }}</span
          >
          <template v-else>{{ texts.rooms.coolBy(degreesText(g.tempC), clockText(g.byMs)) }}</template>
        </li>
        <li class="caption">{{ texts.rooms.coolRule }}</li>
      </ul>
    </template>
    <template #entry>
      <TempEntry
        v-if="isTyping"
        :label="texts.bench.tempLabel"
        :start-c="readings.at(-1)?.tempC ?? 57"
        :reach-k="40"
        @keep="keep"
        @cancel="isTyping = false"
      />
    </template>
    <template #keys>
      <v-btn v-if="!isStoring && view.stepStartedAtMs !== undefined" @click="isTyping = !isTyping">{{
        texts.bench.temp
      }}</v-btn>
    </template>
  </StepBench>
</template>
