<script setup lang="ts">
import { COAT_GRADES, coatGrade } from '@liquamen/core'
import { computed } from 'vue'
import { texts } from '../../ui/texts'

/** How thick it is by the spoon: the grades on one scale, where it stands, and where it should. */
const props = defineProps<{ nowPaS: number; wantedPaS?: number }>()
const WIDTH = 560
const LEAST = 0.002
const MOST = 8
const x = (paS: number) =>
  (WIDTH * Math.log(Math.max(LEAST, Math.min(MOST, paS)) / LEAST)) / Math.log(MOST / LEAST)
const grades = computed(() =>
  COAT_GRADES.map((g, i) => ({
    name: g.name,
    from: x(g.fromPaS),
    to: x(COAT_GRADES[i + 1]?.fromPaS ?? MOST),
  })),
)
const says = computed(() => texts.book.coats[coatGrade(props.nowPaS).name] ?? '')
</script>

<template>
  <svg class="scale" :viewBox="`-14 -30 ${WIDTH + 28} 74`" role="img" :aria-label="texts.rooms.coatNow(says)">
    <path :d="`M0 0H${WIDTH}`" class="axis" />
    <path v-for="g in grades" :key="g.name" :d="`M${g.from} -7v14`" class="tick" />
    <text
      v-for="(g, i) in grades"
      :key="g.name"
      :x="(g.from + g.to) / 2"
      :y="i % 2 ? 40 : 24"
      text-anchor="middle"
    >
      {{ texts.book.coats[g.name] }}
    </text>
    <path :d="`M${x(nowPaS)} -2l-8 -14h16z`" class="now" />
    <path v-if="wantedPaS !== undefined" :d="`M${x(wantedPaS)} -2l-8 -14h16z`" class="wanted" />
  </svg>
</template>

<style scoped>
.scale {
  width: 100%;
  max-width: 590px;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--tick);
  stroke-width: 1.2;
}
.now {
  fill: var(--ink);
}
.wanted {
  fill: none;
  stroke: var(--sorrel);
  stroke-width: 2;
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-caption);
  font-stretch: 75%;
}
</style>
