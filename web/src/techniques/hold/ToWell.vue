<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import WellChoice from './WellChoice.vue'

/** A finished sauce that looks for its well. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
</script>

<template>
  <StepBench :view="view" :bench="bench" has-own-end>
    <WellChoice v-if="view.state.status !== 'planned'" :view="view" :bench="bench" has-aside />
  </StepBench>
</template>
