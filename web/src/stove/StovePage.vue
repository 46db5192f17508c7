<script setup lang="ts">
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { texts } from '../ui/texts'
import PlanNews from '../plan/PlanNews.vue'
import StoveStation from './StoveStation.vue'
import StoveWells from './StoveWells.vue'

const { catalog, onRing } = useKitchenViews()
const rows = computed(() => {
  const rings = [...(catalog.value?.rings ?? [])].sort((a, b) => a.row - b.row || a.column - b.column)
  return [...new Set(rings.map((r) => r.row))].map((row) => rings.filter((r) => r.row === row))
})
const hasWells = computed(() => (catalog.value?.wells.length ?? 0) > 0)
</script>

<template>
  <h1 class="visually-hidden">{{ texts.app.screens.stove }}</h1>
  <p v-if="rows.length === 0" class="label">{{ texts.stove.noRings }}</p>
  <PlanNews />
  <div class="stove" :class="{ withWells: hasWells }">
    <div class="rings">
      <div
        v-for="(row, i) in rows"
        :key="i"
        class="row"
        :style="{ gridTemplateColumns: `repeat(${row.length}, minmax(0, 1fr))` }"
      >
        <StoveStation v-for="ring in row" :key="ring.id" :ring="ring" :view="onRing(ring.id)" />
      </div>
    </div>
    <StoveWells v-if="hasWells" />
  </div>
</template>

<style scoped>
/* The whole kitchen at once: where the screen is lower, or something is said above it, what is drawn of a pan gives way and its figures do not. */
.stove {
  --shrink: clamp(0px, calc((800px - var(--screen-h) + var(--news, 0px) + var(--told, 0px)) / 2), 76px);
}
.news + .stove {
  --told: 34px;
}
.stove.withWells {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 392px;
  gap: 28px;
}
.row {
  display: grid;
  gap: 0;
  margin: 0 0 8px;
  overflow: clip;
}
@media (max-width: 900px) {
  .stove {
    --shrink: 0px; /* a page that is scrolled */
  }
  .stove.withWells {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
