<script setup lang="ts">
import { saysNappe, spoonPaS, TEXTURE_STOPS, type BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import CoatScale from './CoatScale.vue'
import ThickenerOffer from './ThickenerOffer.vue'

/** Roux, slurry, kneaded butter, liaison: how thick it will be by the spoon. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const work = computed(() =>
  props.view.planned?.work.kind === 'thicken' ? props.view.planned.work : undefined,
)
/** A roux before its liquid is thicker than any spoon can tell. */
const PASTE_PA_S = 8
const isPromised = computed(() => props.view.step !== undefined && saysNappe(props.view.step))
</script>

<template>
  <StepBench v-slot="{ vessel }" :view="view" :bench="bench">
    <template v-if="work">
      <ThickenerOffer
        v-if="vessel.walked && isPromised && spoonPaS(vessel.walked.end) < TEXTURE_STOPS.nappe.paS[0]"
        :contents="vessel.walked.end"
        :bench="bench"
        :can-add="view.stepStartedAtMs !== undefined"
      />
      <CoatScale
        v-else-if="work.toPaS > 0 && work.toPaS < PASTE_PA_S"
        class="gap-above"
        :now-pa-s="vessel.walked ? spoonPaS(vessel.walked.end) : work.toPaS"
      />
    </template>
  </StepBench>
</template>
