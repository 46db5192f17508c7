<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import type { Call, CallPlates } from '@liquamen/core'
import { computed, ref } from 'vue'
import { clockText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { useWidth } from '../ui/useSize'
import { passTexts as says } from './texts.pass'

/** A call's companions on a rule of their own, from the first act to the plate, and under it what its guests asked for and what is next. */
const props = defineProps<{ call: Call; details: readonly GuestDetails[]; nowMs: number }>()
const SECOND_MS = 1000
/** What must not be on these plates, and what their guests want otherwise. */
const asks = computed(() => [
  ...props.details.flatMap((d) => d.allergies.map((a) => texts.allergens[a])),
  ...(props.details.some((d) => d.noLightlyCookedEgg) ? [says.noLightEgg] : []),
  ...props.call.plates.flatMap(({ wish, wished, count }) => [
    ...(wish?.egg ? [`${count} × ${says.wishes[wish.egg]}`] : []),
    ...(wish?.lessSalt ? [`${count} × ${lessSaltWords(wished.lessSalt)}`] : []),
    ...(wish?.meatCoreC ? [`${count} × ${coreWords(wish.meatCoreC, wished.pullC)}`] : []),
  ]),
])
const coreWords = (coreC: number, pullC: number | undefined) =>
  pullC === undefined ? `${numberText(coreC)} °C` : says.pullAt(numberText(coreC), numberText(pullC))
function lessSaltWords(less: CallPlates['wished']['lessSalt']): string {
  if (!less) return says.lessSalt
  const saltG = numberText(less.saltG, 1)
  if (less.isOver) return says.lessSaltOver
  return less.ml < less.fromMl ? says.lessSaltBy(numberText(less.ml), saltG) : says.lessSaltFits(saltG)
}
const root = ref<HTMLElement>()
const seen = useWidth(root)
/** From the first act to the plate, in the page's own pixels: words keep their size. */
const rulePx = computed(() => Math.max(160, (seen.value || 400) - 12))
/** From the first act to the plate. */
const spanMs = computed(() => Math.max(1, props.call.landsAtMs - props.call.fireAtMs))
const x = (ms: number) =>
  Math.min(rulePx.value, Math.max(0, ((ms - props.call.fireAtMs) / spanMs.value) * rulePx.value))
const nextActs = computed(() =>
  props.call.companions
    .flatMap((c) =>
      c.times.acts.map((a) => ({
        ...a,
        kind: c.kind,
        pieces: c.pieces,
        atMs: props.call.landsAtMs + a.atS * SECOND_MS,
      })),
    )
    .sort((a, b) => a.atMs - b.atMs),
)
/** The next thing that a companion asks for. */
const next = computed(() => nextActs.value.find((a) => a.atMs >= props.nowMs - 5 * SECOND_MS))
const rule = computed(() =>
  props.call.companions.map((c) => ({
    key: `${c.dishId} ${c.kind}`,
    fromX: x(props.call.landsAtMs + c.times.startS * SECOND_MS),
    marks: c.times.acts.map((a) => x(props.call.landsAtMs + a.atS * SECOND_MS)),
    says: says.companions[c.kind](c.pieces),
  })),
)
</script>

<template>
  <div ref="root" class="rule">
    <svg :width="rulePx + 12" height="52" :viewBox="`-6 0 ${rulePx + 12} 52`" aria-hidden="true">
      <g v-for="(c, i) in rule.slice(0, 2)" :key="c.key">
        <line :x1="c.fromX" :x2="rulePx" :y1="28 + 16 * i" :y2="28 + 16 * i" class="runs" />
        <path v-for="m in c.marks" :key="m" :d="`M${m - 5} ${18 + 16 * i}h10l-5 8z`" />
        <text :x="c.fromX + 8" :y="13 + 16 * i">{{ i === 0 ? c.says : '' }}</text>
      </g>
      <line :x1="rulePx" :x2="rulePx" y1="16" y2="50" class="plate" />
      <line v-if="nowMs > call.fireAtMs" :x1="x(nowMs)" :x2="x(nowMs)" y1="12" y2="52" class="now" />
    </svg>
    <p class="caption under">
      <span v-for="a in asks" :key="a" class="asks">{{ a }}</span>
      <span v-if="next && call.status === 'fired'"
        >{{ says.companions[next.kind](next.pieces) }}: {{ says.acts[next.code] }}
        {{ clockText(next.atMs, true) }}</span
      >
      <span v-else>{{ call.lastMinute.join(', ') || says.goesAt(clockText(call.landsAtMs)) }}</span>
    </p>
  </div>
</template>

<style scoped>
.rule {
  min-width: 0;
}
.rule svg {
  display: block;
  overflow: visible;
}
.runs {
  stroke: var(--ink);
  stroke-width: 5;
}
.plate {
  stroke: var(--ink);
  stroke-width: 2;
}
.now {
  stroke: var(--ember);
  stroke-width: 2;
}
.rule text {
  font-size: 18px;
  fill: var(--ink);
}
.rule path {
  fill: var(--ink);
}
.under {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px;
}
.asks {
  padding: 0 6px;
  border: 1.75px solid var(--ink);
  color: var(--ink);
  font-weight: var(--weight-key);
}
</style>
