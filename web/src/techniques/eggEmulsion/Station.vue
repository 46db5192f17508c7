<script setup lang="ts">
import { depthAtVolumeMm, GRAINS_FROM_C, type BatchView, type LiveEmulsion } from '@liquamen/core'
import { computed } from 'vue'
import { degreesText } from '../../ui/format'
import BowlOverBath from '../../vessel/BowlOverBath.vue'
import TemperatureBand from '../../vessel/TemperatureBand.vue'
import { drawnC, drawnMm } from '../../vessel/vesselGeometry'

/** A bowl over its bath, with its temperature in the wanted band. */
const props = defineProps<{ view: BatchView }>()
const BATH_SHARE = { off: 0, gentle: 0.35, simmer: 0.6, boil: 1 } as const
const SCALE = { pxPerMm: 0.76, heightFactor: 0.9 } as const
const BAND = { lowC: 40, highC: 76, heightPx: 112 } as const
const bowl = computed(
  () => (props.view.live?.kind === 'eggEmulsion' ? props.view.live.bowl : undefined) as LiveEmulsion,
)
const level = computed(() => drawnMm(depthAtVolumeMm(props.view.pan.profile, bowl.value.volumeMl)))
const liftC = computed(() => bowl.value.liftC)
const wantedC = computed(() => [62, liftC.value] as [number, number])
const shownC = computed(() => Math.max(BAND.lowC, Math.min(BAND.highC, bowl.value.tempC)))
const textY = computed(
  () => -BAND.heightPx * ((drawnC(shownC.value) - BAND.lowC) / (BAND.highC - BAND.lowC)) + 8,
)
const probe = computed(() => props.view.probe && (props.view.probe.health === 'silent' ? 'silent' : 'good'))
</script>

<template>
  <g v-if="bowl">
    <g transform="translate(-42 0)">
      <BowlOverBath
        :profile="view.pan.profile"
        :scale="SCALE"
        :fill="view.formula.fill"
        :level-mm="level"
        :is-on-bath="bowl.isOnBath"
        :heat-share="BATH_SHARE[bowl.bath]"
        :is-foamy="bowl.butterInG < 1 && bowl.stage !== 'raw'"
        :probe="probe"
      />
    </g>
    <g transform="translate(82 -6)">
      <TemperatureBand
        is-small
        :low-c="BAND.lowC"
        :high-c="BAND.highC"
        :wanted-c="wantedC"
        :danger-from-c="GRAINS_FROM_C"
        :now-c="drawnC(bowl.tempC)"
        :is-uncertain="bowl.from === 'simulated'"
        :height-px="BAND.heightPx"
      />
      <text x="10" :y="textY" class="degrees">
        <template v-if="bowl.from === 'simulated'">~</template>
        {{ degreesText(bowl.tempC) }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.degrees {
  fill: var(--ink);
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
</style>
