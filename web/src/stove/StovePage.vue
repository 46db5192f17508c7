<script setup lang="ts">
import { computed } from 'vue'
import { useKitchenViews } from '../kitchen/useKitchenViews'
import { texts } from '../shared/texts'
import StoveStation from './StoveStation.vue'

const { catalog, current } = useKitchenViews()
const rows = computed(() => {
  const rings = [...(catalog.value?.rings ?? [])].sort((a, b) => a.row - b.row || a.column - b.column)
  return [...new Set(rings.map((r) => r.row))].map((row) => rings.filter((r) => r.row === row))
})
/** What stands on a ring: the batch under way, else the one planned next. */
const onRing = (id: string) => [...current.value].filter((v) => v.ring.id === id).sort((a, b) => Number(b.state.status === 'underWay') - Number(a.state.status === 'underWay') || (a.state.plan?.latestStartAtMs ?? 0) - (b.state.plan?.latestStartAtMs ?? 0))[0]
</script>

<template>
  <h1 class="visually-hidden">{{ texts.app.screens.stove }}</h1>
  <p v-if="rows.length === 0" class="label">{{ texts.stove.noRings }}</p>
  <div v-for="(row, i) in rows" :key="i" class="row" :style="{ gridTemplateColumns: `repeat(${row.length}, minmax(0, 1fr))` }">
    <StoveStation v-for="ring in row" :key="ring.id" :ring="ring" :view="onRing(ring.id)" />
  </div>
</template>

<style scoped>
.row { display: grid; gap: 0; margin: 0 0 8px; overflow: clip; }
</style>
