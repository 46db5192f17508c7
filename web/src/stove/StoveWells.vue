<script setup lang="ts">
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { isRestDue } from '../ui/firstView'
import { texts } from '../ui/texts'
import StoveWell from './StoveWell.vue'

/** The wells of the bain-marie as they hang, each in its place of the trough. */
const { catalog, inWell } = useKitchenViews()
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
  <div class="wells" role="group" :aria-label="texts.stove.wells">
    <StoveWell
      v-for="well in isRestDue ? wells : []"
      :key="well.id"
      :well="well"
      :view="inWell(well.id)"
      :ends="ends.get(well.id) ?? []"
    />
  </div>
</template>

<style scoped>
.wells {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0;
  align-content: start;
}
@media (max-width: 900px) {
  .wells {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
}
</style>
