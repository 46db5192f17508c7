<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import CoolingBench from './CoolingBench.vue'
import PutAway from './PutAway.vue'

/** Cooled against its clock, then put away as a lot. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isStoring = computed(() => props.view.step?.technique === 'store')
</script>

<template>
  <StepBench v-if="isStoring" :view="view" :bench="bench" has-own-end>
    <template #default="{ vessel }">
      <PutAway v-if="view.stepStartedAtMs !== undefined" :view="view" :bench="bench" :vessel="vessel" />
    </template>
  </StepBench>
  <CoolingBench v-else :view="view" />
</template>
