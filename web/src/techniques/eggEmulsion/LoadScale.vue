<script setup lang="ts">
import { PHASE_BANDS, SERVICE_PHASE_FRAC } from '@liquamen/core'
import { computed, ref } from 'vue'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { useWidth } from '../../ui/useSize'

const props = defineProps<{
  /** φ now and with everything in, 0..1. */
  now: number
  end: number
  butterGoalG: number
  roomG: number
  waterFirstG: number
  butterPerWater: number
}>()
const box = ref<HTMLElement>()
const width = useWidth(box)
const W = computed(() => Math.max(320, width.value || 1216))
const FROM = 0.42
const TO = 0.82
const INSET = 14
const x = (phi: number) =>
  INSET + ((Math.max(FROM, Math.min(TO, phi)) - FROM) / (TO - FROM)) * (W.value - 2 * INSET)
const ticks = Array.from({ length: 41 }, (_, i) => 0.42 + i * 0.01)
const bands = PHASE_BANDS.map((b, i) => ({
  ...b,
  from: Math.max(FROM, b.from),
  to: PHASE_BANDS[i + 1]?.from ?? TO,
}))
const says = computed(() =>
  props.roomG <= 0 ? texts.emulsion.noRoom : texts.emulsion.room(numberText(props.roomG)),
)
</script>

<template>
  <section ref="box" class="load" :aria-label="texts.emulsion.load">
    <div class="words">
      <span class="label">{{ texts.emulsion.load }}</span><span v-if="waterFirstG > 0.5" class="label roux"
        >▽ {{ texts.emulsion.waterFirst(numberText(waterFirstG), numberText(butterPerWater, 1)) }}</span
      ><span class="label">{{ says }}</span>
    </div>
    <svg
      :viewBox="`0 0 ${W} 70`"
      role="img"
      :aria-label="`φ ${numberText(now, 2)}, ${texts.emulsion.bands[bands.findLast((b) => now >= b.from)?.band ?? 'runny']}; ${says}`"
    >
      <path :d="`M0 38H${W}`" class="axis" />
      <path v-for="t in ticks" :key="t" :d="`M${x(t)} 38v6`" class="tick" />
      <path v-for="b in bands.slice(1)" :key="b.band" :d="`M${x(b.from)} 22v22`" class="edge" />
      <path :d="`M${x(SERVICE_PHASE_FRAC.low)} 33H${x(SERVICE_PHASE_FRAC.high)}`" class="wanted" />
      <path :d="`M${x(0.78)} 33H${W}`" class="danger" />
      <text
        v-for="b in bands"
        :key="`t${b.band}`"
        :x="(x(b.from) + x(b.to)) / 2"
        y="64"
        text-anchor="middle"
        :class="b.band"
      >
        {{ texts.emulsion.bands[b.band] }}
      </text>
      <path :d="`M${x(end)} 30l-10 -16h20z`" class="end" />
      <text :x="Math.min(W - 140, x(end) + 16)" y="24">
        {{ texts.emulsion.withAll(numberText(butterGoalG)) }}
      </text>
      <path :d="`M${x(now)} 38l-12 -22h24z`" class="now" />
      <text v-if="Math.abs(x(end) - x(now)) > 60" :x="x(now) + 18" y="24" class="strong">
        {{ texts.emulsion.now }}
      </text>
    </svg>
  </section>
</template>

<style scoped>
.words {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  flex-wrap: wrap;
}
svg {
  width: 100%;
  height: 70px;
  display: block;
  overflow: visible;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--tick);
  stroke-width: 1.1;
}
.edge {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.wanted {
  stroke: var(--sorrel);
  stroke-width: 8;
}
.danger {
  stroke: var(--wine);
  stroke-width: 8;
  stroke-dasharray: 3 3;
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-text);
  font-stretch: 75%;
}
text.strong {
  fill: var(--ink);
  font-weight: var(--weight-key);
}
text.spoonable {
  fill: var(--ink);
  font-weight: var(--weight-key);
}
text.edge {
  fill: var(--roux);
  stroke: none;
  font-weight: var(--weight-key);
}
text.splits {
  fill: var(--wine);
  font-weight: var(--weight-key);
}
.now {
  fill: var(--ink);
}
.end {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 2 3;
}
</style>
