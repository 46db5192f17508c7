<script setup lang="ts">
import { radiusAtMm, type VesselProfile } from '@liquamen/core'
import { computed } from 'vue'
import VesselShape from './VesselShape.vue'
import { waterPath, type DrawScale } from './vesselGeometry'

const props = withDefaults(
  defineProps<{
    /** The bowl. */
    profile: VesselProfile
    scale: DrawScale
    fill: string
    levelMm: number
    /** Level when all the butter is in. */
    comingMm?: number | undefined
    detail?: 'chip' | 'station' | 'bench'
    /** Off: the bowl stands beside the steam, lifted clear. */
    isOnBath: boolean
    heatShare?: number
    isFoamy?: boolean
    isComing?: boolean
    /** Where the probe measures, or that it is silent; nothing where there is none. */
    probe?: 'good' | 'silent' | undefined
  }>(),
  { detail: 'station', heatShare: 0 },
)

const POT: VesselProfile = { shape: 'pan', baseRadiusMm: 95, rimRadiusMm: 95, heightMm: 108, cornerMm: 9 }
const WATER_MM = 44
const LIFTED_MM = 34
const px = computed(() => props.scale.pxPerMm * props.scale.heightFactor)
/** Height above the pot's base at which the bowl's bottom hangs when it sits on the rim. */
const seatMm = computed(() => {
  let h = 0
  while (h < props.profile.heightMm && radiusAtMm(props.profile, h) < 95) h += 0.5
  return POT.heightMm - h
})
const lift = computed(() => -(seatMm.value + (props.isOnBath ? 0 : LIFTED_MM)) * px.value)
const water = computed(() => waterPath(93 * props.scale.pxPerMm, WATER_MM * px.value))
const wisps = computed(() =>
  props.detail === 'chip' || !props.isOnBath || props.heatShare <= 0
    ? ''
    : [-0.62, -0.3, 0, 0.3, 0.62]
        .map((x) => `M${x * 90 * props.scale.pxPerMm} ${-(WATER_MM + 4) * px.value}q4 -5 0 -9t0 -9`)
        .join(''),
)
const foam = computed(() => {
  if (!props.isFoamy || props.detail === 'chip') return ''
  const half = radiusAtMm(props.profile, props.levelMm) * props.scale.pxPerMm - 6
  const n = Math.max(2, Math.round(half / 5))
  const step = (2 * half) / n
  return `M${-half} ${-props.levelMm * px.value}${Array.from({ length: n }, () => `q${step / 2} -7 ${step} 0`).join('')}`
})
const rod = computed(() => {
  const tip = Math.max(6, props.levelMm * 0.45) * px.value
  const r = props.scale.pxPerMm
  return {
    x: 42 * r,
    y: -tip,
    x2: (props.detail === 'bench' ? 78 : 66) * r,
    y2: props.detail === 'bench' ? -tip - 150 * r : -(props.profile.heightMm + 16) * px.value,
  }
})
</script>

<template>
  <g>
    <template v-if="!isComing">
      <path :d="water" class="water" />
      <path v-if="wisps" :d="wisps" class="wisp" :class="{ drifting: detail === 'bench' }" />
    </template>
    <VesselShape
      :profile="POT"
      :scale="scale"
      :detail="detail === 'chip' ? 'chip' : detail"
      :is-coming="!!isComing"
      :heat-share="detail === 'chip' || isComing ? undefined : heatShare"
    />
    <g :transform="`translate(0 ${lift})`">
      <VesselShape
        :profile="profile"
        :scale="scale"
        :detail="detail"
        :fill="fill"
        :level-mm="levelMm"
        :coming-mm="comingMm"
        :is-coming="!!isComing"
        has-no-handle
      />
      <path v-if="foam" :d="foam" class="foam" />
      <g v-if="probe && detail !== 'chip'" :class="['probe', probe]">
        <path :d="`M${rod.x2} ${rod.y2}L${rod.x} ${rod.y}`" /><circle
          :cx="rod.x"
          :cy="rod.y"
          :r="detail === 'bench' ? 6 : 4.5"
        />
        <path v-if="probe === 'silent'" :d="`M${rod.x - 7} ${rod.y - 7}l14 14m0 -14l-14 14`" />
      </g>
    </g>
  </g>
</template>

<style scoped>
.water {
  fill: none;
  stroke: var(--bath);
  stroke-width: 1.4;
}
.wisp {
  fill: none;
  stroke: var(--bath);
  stroke-width: 1.3;
}
.foam {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.probe path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
.probe circle {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 2;
}
.probe.silent path {
  stroke-dasharray: 6 4;
}
</style>
