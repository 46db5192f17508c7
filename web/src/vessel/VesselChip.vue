<script setup lang="ts">
import type { VesselProfile } from '@liquamen/core'
import { computed } from 'vue'
import { drawnMm } from './vesselGeometry'
import VesselShape from './VesselShape.vue'

const props = defineProps<{
  profile: VesselProfile
  fill: string
  levelMm: number
  targetMm?: number
  isComing?: boolean
}>()
const levelMm = computed(() => drawnMm(props.levelMm))
const scale = computed(() => {
  const widest = props.profile.shape === 'pan' ? props.profile.rimRadiusMm : props.profile.sphereRadiusMm
  return { pxPerMm: 9.5 / widest, heightFactor: Math.min(2, 15 / (props.profile.heightMm * (9.5 / widest))) }
})
</script>

<template>
  <svg width="30" height="24" viewBox="-12 -19 30 24" aria-hidden="true">
    <VesselShape detail="chip" v-bind="props" :level-mm="levelMm" :scale="scale" />
  </svg>
</template>
