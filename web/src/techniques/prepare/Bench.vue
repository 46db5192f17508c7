<script setup lang="ts">
import { contentsG, type BatchView } from '@liquamen/core'
import { toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import type { VesselNow } from '../../bench/useVesselNow'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** Sweat, deglaze, put in, flame, skim, strain, move: what goes in, and what stays behind. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
/** What the sieve, the ladle or the vessel that was emptied keeps, g. */
function stayedG({ walked }: VesselNow): number {
  return walked ? contentsG(walked.begin) - contentsG(walked.end) + walked.clungG : 0
}
</script>

<template>
  <StepBench v-slot="{ vessel }" :view="view" :bench="bench">
    <p v-if="stayedG(vessel) >= 1" class="label gap-above">
      {{ texts.rooms.staysBehind(numberText(stayedG(vessel)), numberText(vessel.endG)) }}
    </p>
  </StepBench>
</template>
