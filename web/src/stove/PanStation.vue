<script setup lang="ts">
import { HEAT_LEVELS, type BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import { useVesselNow } from '../bench/useVesselNow'
import { useKitchenNow } from '../port/useKitchen'
import BowlOverBath from '../vessel/BowlOverBath.vue'
import VesselShape from '../vessel/VesselShape.vue'
import { drawnMm, scaleInBox } from '../vessel/vesselGeometry'

/** A vessel on its ring whose level is the plan's as the minutes run; or the one that is to come. */
const props = defineProps<{ view: BatchView }>()
const BOWL_SCALE = { pxPerMm: 0.76, heightFactor: 0.9 } as const
const nowMs = useKitchenNow()
const vessel = useVesselNow(toRef(props, 'view'))
const isPlanned = computed(() => props.view.state.status === 'planned')
const share = computed(() => {
  const { live } = props.view
  if (live?.kind !== 'timed') return 0
  return Math.max(0, Math.min(1, (nowMs.value - live.startedAtMs) / (live.endsAtMs - live.startedAtMs)))
})
const levelMm = computed(() =>
  isPlanned.value
    ? 0
    : drawnMm(vessel.value.startMm + (vessel.value.endMm - vessel.value.startMm) * share.value),
)
const scale = computed(() => scaleInBox(props.view.pan.profile, 98, 106))
const heat = computed(() => {
  const { step, planned, state } = props.view
  return isPlanned.value || !step?.heat || planned?.stand === 'aside' || state.isPanOff
    ? 0
    : HEAT_LEVELS[step.heat].share
})
</script>

<template>
  <BowlOverBath
    v-if="view.pan.kind === 'bowl'"
    :profile="view.pan.profile"
    :scale="BOWL_SCALE"
    :fill="view.formula.fill"
    :level-mm="levelMm"
    :is-on-bath="isPlanned || view.planned?.stand === 'bath'"
    :is-coming="isPlanned"
    :heat-share="0"
  />
  <VesselShape
    v-else
    :profile="view.pan.profile"
    :scale="scale"
    :fill="view.formula.fill"
    :level-mm="levelMm"
    :is-coming="isPlanned"
    :heat-share="heat"
  />
</template>
