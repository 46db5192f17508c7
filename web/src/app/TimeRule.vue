<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { clockText } from '../ui/format'
import { layOutRule, ruleMinutes, ruleTextPx, ruleX } from '../ui/ruleLayout'
import { useKitchenViews } from '../port/useKitchenViews'
import { deadlineVerb } from '../ui/deadlineVerb'
import VesselChip from '../vessel/VesselChip.vue'
import { useWidth } from '../ui/useSize'

const { nowMs, deadlines, openOrders, current } = useKitchenViews()
const router = useRouter()
const box = ref<HTMLElement>()
const width = useWidth(box)
const spanMin = computed(() => (width.value > 0 && width.value < 640 ? 60 : 90))
const usable = computed(() => Math.max(100, width.value - 24))
const marks = computed(() =>
  ruleMinutes(spanMin.value).map((m) => ({ ...m, x: 12 + ruleX(m.minute, spanMin.value, usable.value) })),
)
const ticks = computed(() => marks.value.map((m) => `M${m.x} 1v${m.label ? 11 : 6}`).join(''))
const figures = computed(() => marks.value.filter((m) => m.label))
const FLAG_PX = 44 // its point and its margins
const overdue = computed(() => deadlines.value.find((d) => d.atMs <= nowMs.value && d.kind === 'actNow'))
const flagText = computed(() =>
  overdue.value
    ? `${overdue.value.well ?? overdue.value.ring} ${deadlineVerb(overdue.value)} ${overdue.value.sauce}`
    : '',
)
const flagPx = computed(() => (overdue.value ? ruleTextPx(flagText.value) + FLAG_PX : 0))
const events = computed(() => {
  const due = deadlines.value.map((d) => ({
    id: d.id,
    atMs: d.atMs,
    text: deadlineVerb(d),
    isOrder: false,
    batchId: d.batchId as string | undefined,
  }))
  const orders = openOrders.value.map((o) => ({
    id: o.id,
    atMs: o.taken?.pickupAtMs ?? 0,
    text: `${clockText(o.taken?.pickupAtMs ?? 0)} ${o.taken?.label ?? ''}`,
    isOrder: true,
    batchId: undefined,
  }))
  return layOutRule(
    [...due, ...orders].filter((e) => e.atMs > nowMs.value),
    { nowMs: nowMs.value, spanMin: spanMin.value, widthPx: usable.value, flagPx: flagPx.value },
  )
})
/** Half a pixel is less than can be seen: what does not move by that stays. */
const placeOf = ({ x }: { readonly x: number }) => `translateX(${12 + Math.round(2 * x) / 2}px)`
const chipOf = (batchId: string | undefined) => current.value.find((v) => v.state.id === batchId)
/** Where it stands in a chip, mm: as it is believed, else as it was planned. */
const levelOf = ({ live, planned }: BatchView) =>
  Math.round(live && 'depthMm' in live ? live.depthMm : (planned?.level?.startMm ?? 0)) // a chip shows no less than that
const open = (batchId: string | undefined) => {
  if (batchId) void router.push(`/bench/${batchId}`)
}
</script>

<template>
  <div class="rule">
    <time class="now" :datetime="new Date(nowMs).toISOString()">{{ clockText(nowMs) }}</time>
    <div ref="box" class="scale">
      <button v-if="overdue" class="flag block-act" @click="open(overdue.batchId)">
        {{ overdue.well ?? overdue.ring }} {{ deadlineVerb(overdue) }}
        <span class="sauce">{{ overdue.sauce }}</span>
      </button>
      <component
        :is="e.isOrder ? 'span' : 'button'"
        v-for="e in events.shown"
        :key="e.id"
        class="event"
        :class="[`lane${e.lane}`, { order: e.isOrder }]"
        :style="{ transform: placeOf(e) }"
        @click="open(e.batchId)"
      >
        <VesselChip
          v-if="chipOf(e.batchId)"
          :profile="chipOf(e.batchId)!.pan.profile"
          :fill="chipOf(e.batchId)!.formula.fill"
          :level-mm="levelOf(chipOf(e.batchId)!)"
        />
        <span>{{ e.text }}</span>
      </component>
      <span v-if="events.folded" class="folded">+{{ events.folded }}</span>
      <svg class="ticks" height="34" :width="Math.max(1, width)" aria-hidden="true">
        <path :d="`M0 1H${width}`" class="axis" />
        <path d="M12 3l-8 12h16z" class="here" />
        <path :d="ticks" class="tick" />
        <text v-for="m in figures" :key="m.minute" :x="m.x" y="30" text-anchor="middle">
          {{ m.minute }}{{ m.minute === 1 ? ' min' : '' }}
        </text>
      </svg>
    </div>
  </div>
</template>

<style scoped>
.rule {
  contain: layout style; /* its second moves nothing outside */
  display: flex;
  align-items: flex-end;
  gap: 10px;
  height: 94px;
  flex: 1;
  min-width: 0;
}
.now {
  font-size: var(--type-clock);
  font-weight: var(--weight-plain);
  line-height: 0.9;
  padding-bottom: 10px;
}
.scale {
  position: relative;
  flex: 1;
  min-width: 0;
  height: 94px;
  overflow: hidden;
}
.ticks {
  position: absolute;
  bottom: 0;
  left: 0;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--tick);
  stroke-width: 1.2;
}
.here {
  fill: var(--ink);
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-caption);
  font-stretch: 75%;
}
.event {
  position: absolute;
  left: 0; /* moved by a transform: nothing is laid out anew for it */
  display: flex;
  align-items: center;
  gap: 4px;
  height: 26px;
  padding: 0 2px 0 3px;
  white-space: nowrap;
  border: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
  cursor: pointer;
}
.event.order {
  cursor: default;
}
.lane0 {
  top: 30px;
  height: 30px;
}
.lane0 {
  z-index: 1;
}
/* the stem of what stands above goes behind the words below */
.lane0 > span {
  background: var(--bone);
}
.lane1 {
  top: 0;
}
/* its stem goes down to the axis, and is no part of what is pressed */
.event::before {
  content: '';
  position: absolute;
  top: 0;
  left: 0;
  height: 30px;
  border-left: 1.2px solid var(--tick);
  pointer-events: none;
}
.lane1::before {
  height: 60px;
}
.event::after {
  content: '';
  position: absolute;
  inset: -2px 0;
}
.flag {
  position: absolute;
  left: 12px;
  top: 2px;
  z-index: 2;
  border: 0;
  font: inherit;
  font-weight: var(--weight-key);
  font-size: var(--type-text);
  height: 30px;
  padding: 0 22px 0 10px;
  clip-path: polygon(0 0, calc(100% - 12px) 0, 100% 50%, calc(100% - 12px) 100%, 0 100%);
  cursor: pointer;
}
.folded {
  position: absolute;
  right: 0;
  top: 2px;
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
</style>
