<script setup lang="ts">
import { newtonTempC, type CoolLive } from '@liquamen/core'
import { computed } from 'vue'
import { clockText, degreesText } from '../../ui/format'
import { coolTexts as texts } from './texts.cool'

/** A cooling in its own time: readings, where it goes from the last of them with its band, and the corners that the code sets. */
const props = defineProps<{ live: CoolLive; nowMs: number }>()
const WIDTH = 720
const HEIGHT = 136 // below it the places to stand, the probe and the words stay in sight
const DROP_PX = 44
const HOTTEST_C = 100
const COLDEST_C = -6
const HOUR_MS = 3600_000
const LABEL_PX = 90
const LEAST_MS = 2.5 * HOUR_MS

const fromMs = computed(() => Math.min(props.live.heatOffAtMs, props.live.readings[0]?.atMs ?? Infinity))
const untilMs = computed(() => {
  const ends = props.live.verdict.stages.map((s) => s.dueAtMs ?? fromMs.value + s.stage.withinMin * 60_000)
  return Math.max(fromMs.value + LEAST_MS, ...ends, props.nowMs) + HOUR_MS / 4
})
const x = (ms: number) => (WIDTH * (ms - fromMs.value)) / (untilMs.value - fromMs.value)
const y = (tempC: number) =>
  HEIGHT * (1 - (Math.max(COLDEST_C, Math.min(HOTTEST_C, tempC)) - COLDEST_C) / (HOTTEST_C - COLDEST_C))
const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([px, py], i) => `${i ? 'L' : 'M'}${px.toFixed(1)} ${py.toFixed(1)}`).join('')
const read = computed(() => path(props.live.readings.map((r) => [x(r.atMs), y(r.tempC)])))
const dots = computed(() => {
  const all = props.live.readings
  const every = Math.max(1, Math.ceil(all.length / 24))
  return all.filter((_, i) => i % every === 0 || i === all.length - 1)
})
const last = computed(() => props.live.readings.at(-1))
/** From the last reading, or from where the code's clock starts. */
function foretold(share: number): (readonly [number, number])[] {
  const from = last.value ?? {
    atMs: props.live.heatOffAtMs,
    tempC: props.live.verdict.stages[0]?.stage.fromC ?? 57,
  }
  const cooling = { tauMin: props.live.tauMin * share, aroundC: props.live.aroundC }
  const steps = 40
  return Array.from({ length: steps + 1 }, (_, i) => {
    const ms = from.atMs + ((untilMs.value - from.atMs) * i) / steps
    return [x(ms), y(newtonTempC(cooling, from.tempC, (ms - from.atMs) / 60_000))] as const
  })
}
const spread = computed(() => (props.live.tauFrom === 'readings' ? 0.1 : 0.4))
const line = computed(() => path(foretold(1)))
const band = computed(
  () => `${path([...foretold(1 - spread.value), ...foretold(1 + spread.value).reverse()])}Z`,
)
/** Each stage's corner: from its due moment it may no longer stand above its temperature. */
const corners = computed(() =>
  props.live.verdict.stages.flatMap((s) => {
    const dueMs = s.dueAtMs ?? fromMs.value + s.stage.withinMin * 60_000
    return [
      {
        x: x(dueMs),
        isAtEnd: x(dueMs) > WIDTH - LABEL_PX,
        y: y(s.stage.toC),
        says: degreesText(s.stage.toC),
        at: clockText(dueMs),
        status: s.status,
      },
    ]
  }),
)
const hours = computed(() =>
  Array.from({ length: Math.floor((untilMs.value - fromMs.value) / HOUR_MS) + 1 }, (_, i) => ({
    x: x(fromMs.value + i * HOUR_MS),
    says: clockText(fromMs.value + i * HOUR_MS),
  })),
)
const degrees = [0, 20, 40, 60, 80, 100]
const says = computed(() =>
  texts.drawn(
    last.value ? degreesText(last.value.tempC) : texts.unread,
    corners.value.map((c) => `${c.says} ${c.at}`).join(', '),
  ),
)
</script>

<template>
  <svg class="course" :viewBox="`-46 -12 ${WIDTH + 70} ${HEIGHT + 44}`" role="img" :aria-label="says">
    <path v-for="d in degrees" :key="d" :d="`M0 ${y(d)}H${WIDTH}`" class="grid" />
    <text v-for="d in degrees" :key="`t${d}`" x="-10" :y="y(d) + 6" class="scale end">{{ d }}°</text>
    <g v-for="h in hours" :key="h.says">
      <path :d="`M${h.x} ${HEIGHT}v8`" class="tick" />
      <text :x="h.x" :y="HEIGHT + 28" class="scale middle">{{ h.says }}</text>
    </g>
    <path :d="`M0 ${HEIGHT}H${WIDTH}`" class="axis" />
    <path :d="band" class="band" />
    <path :d="line" class="foretold" />
    <g v-for="c in corners" :key="c.says">
      <path :d="`M${c.x} ${Math.max(0, c.y - DROP_PX)}V${c.y}H${WIDTH}`" class="limit" :class="c.status" />
      <text
        :x="c.x + (c.isAtEnd ? -6 : 6)"
        :y="Math.max(14, c.y - DROP_PX - 6)"
        class="scale"
        :class="[c.status, { end: c.isAtEnd }]"
      >
        {{ c.says }} {{ c.at }}
      </text>
    </g>
    <path :d="read" class="read" />
    <circle v-for="r in dots" :key="r.atMs" :cx="x(r.atMs)" :cy="y(r.tempC)" r="5" class="dot" />
    <path :d="`M${x(nowMs)} -8V${HEIGHT}`" class="now" />
  </svg>
</template>

<style scoped>
.course {
  width: 100%;
  max-height: 380px;
}
.grid {
  stroke: var(--hair);
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--ink);
}
.scale {
  font-size: 17px;
  fill: var(--ink-soft);
}
.end {
  text-anchor: end;
}
.middle {
  text-anchor: middle;
}
.band {
  fill: var(--ink);
  fill-opacity: 0.12;
}
.foretold {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.5;
  stroke-dasharray: 6 4;
}
.limit {
  fill: none;
  stroke: var(--wine);
  stroke-width: 2;
  stroke-dasharray: 3 3;
}
.limit.met {
  stroke: var(--sorrel);
}
text.met {
  fill: var(--sorrel);
}
text.missed {
  fill: var(--wine);
  font-weight: var(--weight-key);
}
.read {
  fill: none;
  stroke: var(--bath);
  stroke-width: 3;
}
.dot {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 1.8;
}
.now {
  stroke: var(--ink);
  stroke-width: 1.2;
}
</style>
