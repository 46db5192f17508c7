<script setup lang="ts">
import { computed } from 'vue'
import { numberText } from '../../ui/format'
import { seasonTexts as says } from './texts'

/** One thing that a tongue would find, as the sum has it, on a line with the band that is usual. */
const props = defineProps<{
  rows: readonly {
    readonly name: string
    readonly value: number
    readonly unit: string
    readonly decimals: number
    readonly most: number
    readonly low?: number
    readonly high?: number
  }[]
}>()
const WIDTH = 200
const x = (value: number, most: number) => Math.max(0, Math.min(WIDTH, (WIDTH * value) / most))
const shown = computed(() =>
  props.rows.map((r) => {
    const { low, high } = r
    const band = low === undefined || high === undefined ? undefined : { low, high }
    return {
      ...r,
      band,
      says: says.now(numberText(r.value, r.decimals), r.unit),
      usual: band
        ? says.usual(numberText(band.low, r.decimals), numberText(band.high, r.decimals), r.unit)
        : '',
      isOut: band !== undefined && (r.value < band.low || r.value > band.high),
    }
  }),
)
</script>

<template>
  <dl class="bars">
    <div v-for="r in shown" :key="r.name">
      <dt>{{ r.name }}</dt>
      <dd :class="{ roux: r.isOut }">
        <strong>{{ r.says }}</strong><span aria-hidden="true">{{ r.isOut ? ' ▽' : '' }}</span>
      </dd>
      <dd>
        <svg viewBox="-6 -14 212 20" role="img" :aria-label="`${r.name}: ${r.says}. ${r.usual}`">
          <path :d="`M0 0H${WIDTH}`" class="line" />
          <rect
            v-if="r.band"
            :x="x(r.band.low, r.most)"
            y="-3"
            :width="x(r.band.high, r.most) - x(r.band.low, r.most)"
            height="6"
            class="band"
          />
          <path :d="`M${x(r.value, r.most)} -3l-5 -9h10z`" class="mark" />
        </svg>
      </dd>
      <dd class="caption usual">{{ r.usual }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.bars div {
  display: grid;
  grid-template-columns: minmax(4em, 7em) 4.8em minmax(90px, 1fr);
  gap: 0 12px;
  align-items: baseline;
  font-size: var(--type-text);
}
.bars svg {
  width: 100%;
  display: block;
}
.line {
  stroke: var(--ink);
  stroke-width: 1;
}
.band {
  fill: var(--sorrel);
}
.mark {
  fill: var(--ink);
}
.usual {
  grid-column: 2 / -1;
}
</style>
