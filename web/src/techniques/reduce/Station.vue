<script setup lang="ts">
import { HEAT_LEVELS, radiusAtMm, urgencyOf, type BatchView, type ReduceLive } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchenNow } from '../../port/useKitchen'
import { numberText } from '../../ui/format'
import VesselShape from '../../vessel/VesselShape.vue'
import { drawnMm, scaleInBox } from '../../vessel/vesselGeometry'

/** A pan on its way down, with its level and its notch in millimetres. */
const props = defineProps<{ view: BatchView }>()
const nowMs = useKitchenNow()
const UNSURE_AFTER_MS = 4 * 60_000
const live = computed(() => (props.view.live?.kind === 'reduce' ? props.view.live : undefined) as ReduceLive)
const scale = computed(() => scaleInBox(props.view.pan.profile, 98, 106))
const isUncertain = computed(
  () => nowMs.value - (live.value.estimate.lastReadingAtMs ?? live.value.startedAtMs) > UNSURE_AFTER_MS,
)
const heat = computed(() =>
  props.view.state.heat && !props.view.state.isPanOff ? HEAT_LEVELS[props.view.state.heat].share : 0,
)
const boil = computed(() =>
  props.view.state.isPanOff || live.value.estimate.belief.deadMin > 0 ? 'none' : live.value.stage.regime,
)
const levelMm = computed(() => drawnMm(live.value.depthMm))
const edge = (mm: number) => radiusAtMm(props.view.pan.profile, mm) * scale.value.pxPerMm
const y = (mm: number) => -mm * scale.value.pxPerMm * scale.value.heightFactor
</script>

<template>
  <g v-if="live">
    <VesselShape
      :profile="view.pan.profile"
      :scale="scale"
      :fill="view.formula.fill"
      :level-mm="levelMm"
      :target-mm="live.stage.targetDepthMm"
      :is-uncertain="isUncertain"
      :sd-mm="drawnMm(live.sdMm)"
      :heat-share="heat"
      :boil="boil"
      :notch="urgencyOf(view, nowMs)"
    />
    <text :x="edge(levelMm) + 14" :y="Math.min(-18, y(levelMm)) + 6" class="mm">
      {{ numberText(live.depthMm) }}
      <tspan class="u" dx="2">mm</tspan>
    </text>
    <text
      :x="-edge(live.stage.targetDepthMm) - 26"
      :y="y(live.stage.targetDepthMm) + 8"
      text-anchor="end"
      class="mm target"
    >
      {{ numberText(live.stage.targetDepthMm) }}
    </text>
  </g>
</template>

<style scoped>
.mm {
  fill: var(--ink);
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.mm.target {
  font-size: var(--type-label);
}
.u {
  font-size: var(--type-caption);
  font-weight: var(--weight-soft);
  fill: var(--ink-soft);
}
</style>
