<script setup lang="ts">
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { isRestDue } from '../ui/firstView'
import { texts } from '../ui/texts'
import StoveStation from './StoveStation.vue'
import StoveWell from './StoveWell.vue'

const { catalog, onRing, inWell } = useKitchenViews()
const rows = computed(() => {
  const rings = [...(catalog.value?.rings ?? [])].sort((a, b) => a.row - b.row || a.column - b.column)
  return [...new Set(rings.map((r) => r.row))].map((row) => rings.filter((r) => r.row === row))
})
const wells = computed(() =>
  [...(catalog.value?.wells ?? [])].sort((a, b) => a.row - b.row || a.column - b.column),
)
/** Wells of a row share one trough: the ends of it that each draws. */
const ends = computed(
  () =>
    new Map(
      wells.value.map((well) => {
        const row = wells.value.filter((w) => w.row === well.row)
        const own = [
          ...(row[0] === well ? ['left' as const] : []),
          ...(row.at(-1) === well ? ['right' as const] : []),
        ]
        return [well.id, own]
      }),
    ),
)
</script>

<template>
  <h1 class="visually-hidden">{{ texts.app.screens.stove }}</h1>
  <p v-if="rows.length === 0" class="label">{{ texts.stove.noRings }}</p>
  <div class="stove" :class="{ withWells: wells.length > 0 }">
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
    <div v-if="wells.length" class="wells" role="group" :aria-label="texts.stove.wells">
      <StoveWell
        v-for="well in isRestDue ? wells : []"
        :key="well.id"
        :well="well"
        :view="inWell(well.id)"
        :ends="ends.get(well.id) ?? []"
      />
    </div>
  </div>
</template>

<style scoped>
.stove.withWells {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 392px;
  gap: 28px;
}
.wells {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0;
  align-content: start;
}
.row {
  display: grid;
  gap: 0;
  margin: 0 0 8px;
  overflow: clip;
}
@media (max-width: 900px) {
  .stove.withWells {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  .wells {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 0;
  }
}
</style>
