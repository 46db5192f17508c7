<script setup lang="ts">
import { foretoldAgainst, type LessonRow } from '@liquamen/core'
import { computed, defineAsyncComponent } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

/** Forecasts of reductions against what came: whether their bands hold, and whether they grow better. */
const props = defineProps<{ rows: readonly LessonRow[] }>()
const Chart = defineAsyncComponent(() => import('./ForetoldChart.vue'))
const against = computed(() => foretoldAgainst(props.rows))
const words = computed(() => {
  const { coverage, offBefore, offNow, drift } = against.value
  const of = texts.log.foretold
  const percent = (share: number) => numberText(100 * share)
  return [
    of.held(coverage.held, coverage.of),
    coverage.verdict === 'fine' ? '' : of[coverage.verdict],
    offBefore === undefined || offNow === undefined ? '' : of.offBy(percent(offBefore), percent(offNow)),
    drift.isDrifting ? of.drift[drift.up > drift.down ? 'slower' : 'faster'] : '',
  ].filter(Boolean)
})
</script>

<template>
  <section v-if="against.all.length" class="against" :aria-label="texts.log.foretold.title">
    <div>
      <h2 class="label">{{ texts.log.foretold.title }}</h2>
      <p v-for="w in words" :key="w" class="text">{{ w }}</p>
    </div>
    <Chart v-if="against.all.length > 1" :all="against.all" />
  </section>
</template>

<style scoped>
.against {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 24px;
  padding: 12px 0;
  border-bottom: 1px solid var(--hair);
}
.text {
  line-height: 1.35;
}
@media (max-width: 900px) {
  .against {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
