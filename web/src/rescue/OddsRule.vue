<script setup lang="ts">
import type { Odds } from '@liquamen/core'

/** Odds as a band on a rule of ten tries, the middle a mark; never a percentage. */
defineProps<{ odds: Odds; says: string }>()
const X = (share: number) => 2 + 140 * Math.min(1, Math.max(0, share))
</script>

<template>
  <svg viewBox="0 0 144 18" width="144" height="18" role="img" :aria-label="says">
    <rect :x="X(odds.low)" y="1" :width="Math.max(1, X(odds.high) - X(odds.low))" height="9" class="band" />
    <path :d="`M${X(odds.value)} 0v12`" class="mark" />
    <path
      :d="`M2 13H142${Array.from({ length: 11 }, (_, i) => `M${X(i / 10)} 13v${i % 5 ? 3 : 5}`).join('')}`"
      class="rule"
    />
  </svg>
</template>

<style scoped>
.band {
  fill: var(--ink);
  opacity: 0.28;
}
.mark {
  stroke: var(--ink);
  stroke-width: 3;
}
.rule {
  stroke: var(--tick);
  fill: none;
}
</style>
