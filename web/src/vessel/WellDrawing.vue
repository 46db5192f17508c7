<script setup lang="ts">
import { depthAtVolumeMm, type VesselProfile } from '@liquamen/core'
import { computed } from 'vue'
import { themeName } from '../ui/theme'
import { fillOf } from '../app/tokens'
import type { BatchView } from '@liquamen/core'
import { degreesText } from '../ui/format'
import { texts } from '../ui/texts'
import TemperatureBand from './TemperatureBand.vue'
import VesselShape from './VesselShape.vue'
import { halfWidthPx, liquidPath, waterPath } from './vesselGeometry'

const props = defineProps<{
  /** The sauce in it; nothing where the well is empty. */
  view?: BatchView | undefined
  profile?: VesselProfile | undefined
  detail: 'station' | 'bench'
  /** Wells of one row share a trough: which of its ends this one draws. */
  ends?: readonly ('left' | 'right')[]
}>()
const DEFAULT: VesselProfile = {
  shape: 'pan',
  baseRadiusMm: 76,
  rimRadiusMm: 82,
  heightMm: 130,
  cornerMm: 16,
}
const profile = computed(() => props.profile ?? props.view?.well?.profile ?? DEFAULT)
const isBench = computed(() => props.detail === 'bench')
const scale = computed(() =>
  isBench.value ? { pxPerMm: 1.75, heightFactor: 1.2 } : { pxPerMm: 0.84, heightFactor: 0.84 },
)
const px = computed(() => scale.value.pxPerMm * scale.value.heightFactor)
const hold = computed(() => props.view?.hold)
const isStruck = computed(
  () => hold.value?.clock.state === 'pastCode' || hold.value?.clock.state === 'pastHouse',
)
const perPortionMl = computed(() => props.view?.formula.portionMl ?? 50)
const mm = (portions: number) => depthAtVolumeMm(profile.value, portions * perPortionMl.value)
const level = computed(() =>
  hold.value ? Math.min(profile.value.heightMm - 6, mm(hold.value.portionsLeft)) : 0,
)
/** A mark a portion on the right wall: those in the sauce, in its colour, and those above it. */
const marks = computed(() => {
  const portions = hold.value ? Math.max(hold.value.portionsLeft, 6) : 0
  const heights = Array.from({ length: portions }, (_, i) => mm(i + 1)).filter(
    (h) => h < profile.value.heightMm - 8,
  )
  const path = (of: readonly number[]) =>
    of
      .map(
        (h) =>
          `M${halfWidthPx(profile.value, h, scale.value) - 2} ${-h * px.value}h${isBench.value ? -16 : -9}`,
      )
      .join('')
  return {
    inSauce: path(heights.filter((h) => h < level.value)),
    above: path(heights.filter((h) => h >= level.value)),
  }
})
const isDeep = computed(() => level.value * px.value > (isBench.value ? 90 : 36))
const halfRim = computed(() => halfWidthPx(profile.value, profile.value.heightMm, scale.value))
const high = computed(() => profile.value.heightMm * px.value)
const troughHalf = computed(() => halfRim.value + (isBench.value ? 86 : 34))
const trough = computed(() => {
  const t = troughHalf.value
  const ends = props.ends ?? ['left', 'right']
  return `${ends.includes('left') ? `M${-t} ${-high.value}V18` : `M${-t - 4} 18`}H${ends.includes('right') ? t : t + 4}${ends.includes('right') ? `V${-high.value}` : ''}`
})
const water = computed(() => waterPath(troughHalf.value - 4, high.value * 0.82, isBench.value ? 13 : 10))
const colours = computed(() => fillOf(props.view?.formula.fill ?? '', themeName.value))
const box = computed(() =>
  isBench.value
    ? '-330 -352 680 400'
    : `${-troughHalf.value - 4} ${-high.value - 22} ${troughHalf.value * 2 + 8} ${high.value + 46}`,
)
const holdC = computed(() => props.view?.formula.emulsion?.holdC ?? { low: 57, high: 63 })
const spoken = computed(() =>
  hold.value && props.view
    ? texts.stove.wellStands(props.view.formula.name, hold.value.letter, hold.value.portionsLeft)
    : '',
)
</script>

<template>
  <svg
    class="well"
    :viewBox="box"
    :role="isBench ? 'img' : undefined"
    :aria-label="isBench ? spoken : undefined"
    :aria-hidden="isBench ? undefined : true"
    preserveAspectRatio="xMidYMid meet"
  >
    <path :d="trough" class="trough" :stroke-width="isBench ? 7 : 4.5" />
    <path :d="water" class="water" />
    <path
      :d="`M${-troughHalf - 2} ${-high}H${-halfRim - 2}M${halfRim + 2} ${-high}H${troughHalf + 2}`"
      class="datum"
      :stroke-width="isBench ? 5 : 3"
    />
    <path :d="liquidPath(profile, 0, profile.heightMm, scale)" class="hollow" />
    <g class="inside">
      <VesselShape
        :profile="profile"
        :scale="scale"
        :detail="detail"
        :fill="view?.formula.fill ?? ''"
        :level-mm="level"
        has-no-handle
        :is-coming="!view"
      />
    </g>
    <path
      v-if="view"
      :d="`M${-halfRim - 8} ${-high - 3}Q0 ${-high - (isBench ? 30 : 16)} ${halfRim + 8} ${-high - 3}`"
      class="lid"
    />
    <rect
      v-if="view"
      :x="isBench ? -6 : -4"
      :y="-high - (isBench ? 25 : 15)"
      :width="isBench ? 12 : 8"
      :height="isBench ? 8 : 5"
      class="knob"
    />
    <path v-if="marks.inSauce" :d="marks.inSauce" class="mark" :style="{ stroke: colours.text }" />
    <path v-if="marks.above" :d="marks.above" class="mark" />
    <text
      v-if="hold"
      x="0"
      :y="isDeep ? -level * px * 0.34 : -level * px - (isBench ? 22 : 12)"
      text-anchor="middle"
      class="left"
      :class="{ big: isBench, inside: isDeep }"
      :fill="isDeep ? colours.text : undefined"
    >
      {{ hold.portionsLeft }}
      <tspan class="word" dx="4">{{ texts.stove.left }}</tspan>
    </text>
    <path v-if="isStruck" :d="`M${-halfRim - 10} 10L${halfRim + 10} ${-high - 6}`" class="struck" />
    <g v-if="isBench && hold" transform="translate(292 20)">
      <TemperatureBand
        :low-c="44"
        :high-c="70"
        :wanted-c="[holdC.low, holdC.high]"
        :now-c="hold.tempC"
        :is-uncertain="hold.tempFrom !== 'probe'"
        :height-px="330"
        :marks="[]"
      />
    </g>
    <text v-if="isBench && hold?.tempC !== undefined" x="262" y="-318" text-anchor="end" class="word">
      {{ degreesText(hold.tempC, 1) }}
    </text>
  </svg>
</template>

<style scoped>
.well {
  width: 100%;
  height: 100%;
  display: block;
}
.trough {
  fill: none;
  stroke: var(--ink);
}
.datum {
  stroke: var(--ink);
}
.water {
  fill: none;
  stroke: var(--bath);
  stroke-width: 1.3;
}
.inside :deep(.wall) {
  stroke: var(--ink);
}
.lid {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.knob {
  fill: var(--ink);
}
.mark {
  stroke: var(--ink);
  stroke-width: 1.4;
}
text.left:not(.inside) {
  fill: var(--ink);
}
.hollow {
  fill: var(--bone);
}
.left {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  font-stretch: 75%;
}
.left.big {
  font-size: var(--type-instrument);
  font-weight: var(--weight-plain);
}
.word {
  font-size: 0.6em;
  font-weight: var(--weight-soft);
}
text.word {
  font-size: var(--type-label);
  fill: var(--ink);
  font-stretch: 75%;
}
.struck {
  stroke: var(--wine);
  stroke-width: 3;
}
</style>
