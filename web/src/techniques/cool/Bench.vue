<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { stepTemps } from '../../bench/stepTemps'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText } from '../../ui/format'
import { texts } from '../../ui/texts'
import PutAway from './PutAway.vue'

/** Down through the danger range against its clock, then away as a lot. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isStoring = computed(() => props.view.step?.technique === 'store')
const startedAtMs = computed(() => props.view.stepStartedAtMs ?? 0)
const HOUR_MS = 3600_000
/** The stages that codes ask of a cooling sauce, with the moment by which each must be reached (reduction.md §7). */
const goals = computed(() => [
  { tempC: 21, byMs: startedAtMs.value + 2 * HOUR_MS },
  { tempC: 5, byMs: startedAtMs.value + 6 * HOUR_MS },
])
const readings = computed(() => stepTemps(props.view))
/** Nothing is measured once it is put away. */
const thermometer = computed(() =>
  isStoring.value ? undefined : { startC: readings.value.at(-1)?.tempC ?? 57, reachK: 40 },
)
const reached = (tempC: number) => readings.value.find((r) => r.tempC <= tempC)?.atMs
</script>

<template>
  <StepBench :view="view" :bench="bench" :has-own-end="isStoring" :temperature="thermometer">
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
  </StepBench>
</template>
