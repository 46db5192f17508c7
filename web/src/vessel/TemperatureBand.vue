<script setup lang="ts">
import { tempFromDevice, tempOnDevice } from '../ui/useDeviceUnits'
import { computed } from 'vue'
import { degreesText } from '../ui/format'
import { texts } from '../ui/texts'

const props = withDefaults(
  defineProps<{
    /** Span of the scale, °C. */
    lowC: number
    highC: number
    wantedC: readonly [number, number]
    /** From here it breaks. */
    dangerFromC?: number | undefined
    nowC?: number | undefined
    /** Simulated or old: shown hollow. */
    isUncertain?: boolean
    foretoldC?: number | undefined
    marks?: readonly { atC: number; says: string }[]
    zones?: readonly { atC: number; says: string; kind: 'wanted' | 'danger' | 'plain' }[]
    heightPx: number
    isSmall?: boolean
  }>(),
  { marks: () => [], zones: () => [] },
)
const y = (c: number) =>
  -((Math.max(props.lowC, Math.min(props.highC, c)) - props.lowC) / (props.highC - props.lowC)) *
  props.heightPx
/** Whole degrees of this device's scale. */
const ticks = computed(() =>
  Array.from(
    { length: Math.floor(tempOnDevice(props.highC) - tempOnDevice(props.lowC)) + 1 },
    (_, i) => Math.ceil(tempOnDevice(props.lowC)) + i,
  ).filter((t) => !props.isSmall || t % 5 === 0),
)
const yOfTick = (onDevice: number) => y(tempFromDevice(onDevice))
const tickPath = computed(() =>
  ticks.value.map((c) => `M0 ${yOfTick(c)}h${props.isSmall ? smallPx(c) : largePx(c)}`).join(''),
)
const smallPx = (c: number) => (c % 10 === 0 ? -8 : -5)
function largePx(c: number): number {
  if (c % 10 === 0) return 14
  return c % 5 === 0 ? 10 : 5
}
const tens = computed(() => (props.isSmall ? [] : ticks.value.filter((c) => c % 10 === 0)))
const barPx = computed(() => (props.isSmall ? 6 : 8))
</script>

<template>
  <g class="scale">
    <path :d="`M0 0V${-heightPx}`" class="axis" />
    <path :d="tickPath" class="tick" />
    <text v-for="c in tens" :key="c" x="20" :y="yOfTick(c) + 6">{{ c }}</text>
    <path :d="`M0 ${y(wantedC[0])}V${y(wantedC[1])}`" class="wanted" :stroke-width="barPx" />
    <path
      v-if="dangerFromC !== undefined"
      :d="`M0 ${y(dangerFromC)}V${-heightPx}`"
      class="danger"
      :stroke-width="barPx"
    />
    <g v-for="m in marks" :key="m.says"
      ><path :d="`M4 ${y(m.atC)}h52`" class="lead" /><path
        :d="`M66 ${y(m.atC) - 6}v12l-10 -6z`"
        class="mark"
      /><text x="72" :y="y(m.atC) + 6" class="word">{{ m.says }}</text></g
    >
    <text v-for="z in zones" :key="z.says" x="56" :y="y(z.atC) + 6" class="zone" :class="z.kind">{{
      z.says
    }}</text>
    <template
      v-if="foretoldC !== undefined && nowC !== undefined && nowC >= lowC && Math.abs(foretoldC - nowC) > 0.4"
      ><path :d="`M-5 ${y(foretoldC)}l-18 -9v18z`" class="foretold" /><text
        v-if="!isSmall && Math.abs(y(foretoldC) - y(nowC)) > 16"
        x="-30"
        :y="y(foretoldC) + 6"
        text-anchor="end"
        >{{ texts.emulsion.inOneMinute }} {{ degreesText(foretoldC) }}</text
      ></template
    >
    <path
      v-if="nowC !== undefined"
      :d="`M-4 ${y(nowC)}l${isSmall ? -13 : -22} ${isSmall ? -7 : -12}v${isSmall ? 14 : 24}z`"
      class="now"
      :class="{ hollow: isUncertain }"
    />
  </g>
</template>

<style scoped>
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--tick);
  stroke-width: 1.2;
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-caption);
  font-stretch: 75%;
}
.wanted {
  stroke: var(--sorrel);
}
.danger {
  stroke: var(--wine);
  stroke-dasharray: 3 3;
}
.lead {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.mark {
  fill: var(--ink);
}
.word {
  fill: var(--ink);
  font-size: var(--type-text);
  font-weight: var(--weight-key);
}
.zone {
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
}
.zone.wanted {
  fill: var(--sorrel);
  stroke: none;
}
.zone.danger {
  fill: var(--wine);
  stroke: none;
}
.foretold {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-dasharray: 2 3;
}
.now {
  fill: var(--ink);
}
.now.hollow {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 1.8;
}
</style>
