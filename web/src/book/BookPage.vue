<script setup lang="ts">
import { ALLERGENS, type Allergen, type Formula } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { storeAmountText, useLarder } from '../port/useLarder'
import { texts } from '../ui/texts'
import VesselChip from '../vessel/VesselChip.vue'
import { factsOfBook } from './bookFacts'
import { layOutRiver } from './riverMap'
import { useWidth } from '../ui/useSize'

const { catalog, kitchen } = useKitchenViews()
const { holdings } = useLarder()
/** What the store holds of the good that a formula makes. */
function heldOf(formula: Formula): string {
  const holding = formula.makes ? holdings.value.get(formula.makes) : undefined
  const good = holding && kitchen.ingredients.get(holding.ingredientId)
  return good && holding.massG > 0 ? storeAmountText(good, holding.massG) : ''
}
const ROW_PX = 52
const search = ref('')
const family = ref('')
const without = ref<Allergen[]>([])
const dish = ref('')
const within = ref(0)
const facts = computed(() => (catalog.value ? factsOfBook(catalog.value) : []))
const families = computed(() => [
  { value: '', title: texts.book.allFamilies },
  ...[...new Set(facts.value.map((f) => f.formula.family))].map((f) => ({ value: f, title: f })),
])
const dishes = computed(() => [
  { value: '', title: texts.book.allDishes },
  ...[...new Set(facts.value.flatMap((f) => f.formula.dishes ?? []))]
    .sort()
    .map((d) => ({ value: d, title: d })),
])
const allergenItems = ALLERGENS.map((a) => ({ value: a, title: texts.allergens[a] }))
const times = [
  { value: 0, title: texts.book.anyTime },
  ...[15, 30, 60].map((m) => ({ value: m, title: `${m} ${texts.book.minutes}` })),
]
const shown = computed(() =>
  facts.value.filter(
    ({ formula, allergens, minutes }) =>
      (!search.value.trim() ||
        [formula.name, formula.family, ...(formula.dishes ?? [])].some((t) =>
          t.toLowerCase().includes(search.value.trim().toLowerCase()),
        )) &&
      (!family.value || formula.family === family.value) &&
      (!dish.value || formula.dishes?.includes(dish.value)) &&
      without.value.every((a) => !allergens[a]) &&
      (!within.value || minutes <= within.value),
  ),
)
const river = computed(() => layOutRiver(shown.value.map((f) => f.formula)))
const box = ref<HTMLElement>()
const width = useWidth(box)
const columnPx = computed(() => Math.max(190, (width.value || 1216) / Math.max(3, river.value.columns)))
const yOf = (row: number) => row * ROW_PX + ROW_PX / 2
const lines = computed(() =>
  river.value.nodes.flatMap((n) => {
    if (n.motherRow === undefined) return []
    const [x1, x2] = [(n.column - 1) * columnPx.value, n.column * columnPx.value]
    const mid = x2 - 22
    return n.motherRow === n.row
      ? [`M${x1 + 26} ${yOf(n.row)}H${x2}`]
      : [`M${mid} ${yOf(n.motherRow)}V${yOf(n.row) - 10}q0 10 10 10H${x2}`]
  }),
)
const chipProfile = computed(() => catalog.value?.pans[0]?.profile)
</script>

<template>
  <section>
    <div class="heading-row">
      <h1 class="label">
        {{ texts.book.found(shown.length) }} <span class="soft">{{ texts.book.bases }}</span>
      </h1>
      <div class="keys-row">
        <v-btn to="/book/allergens">{{ texts.book.allergens }}</v-btn><v-btn to="/book/pantry">{{
          texts.book.pantry
        }}</v-btn>
      </div>
    </div>
    <div class="filter">
      <v-text-field v-model="search" :label="texts.book.search" /><v-select
        v-model="family"
        :items="families"
        :label="texts.book.family"
      /><v-select v-model="without" :items="allergenItems" :label="texts.book.without" multiple /><v-select
        v-model="dish"
        :items="dishes"
        :label="texts.book.dish"
      /><v-select v-model="within" :items="times" :label="texts.book.within" />
    </div>
    <p v-if="shown.length === 0" class="label none">{{ texts.book.none }}</p>
    <div ref="box" class="river" :style="{ height: `${river.rows * ROW_PX}px` }">
      <svg :width="Math.max(1, width)" :height="Math.max(1, river.rows * ROW_PX)" aria-hidden="true">
        <path v-for="(d, i) in lines" :key="i" :d="d" class="stream" />
      </svg>
      <RouterLink
        v-for="n in river.nodes"
        :key="n.formula.id"
        :to="`/book/${n.formula.id}`"
        class="node"
        :style="{
          left: `${n.column * columnPx}px`,
          top: `${n.row * ROW_PX}px`,
          maxWidth: `${columnPx - 34}px`,
        }"
        ><VesselChip v-if="chipProfile" :profile="chipProfile" :fill="n.formula.fill" :level-mm="34" /><span
          class="sauce"
          >{{ n.formula.name }}</span
        ><span v-if="heldOf(n.formula)" class="held">{{ heldOf(n.formula) }}</span></RouterLink
      >
    </div>
  </section>
</template>

<style scoped>
.filter {
  display: flex;
  gap: 20px;
  flex-wrap: wrap;
  padding: 6px 0 14px;
  border-bottom: 1.25px solid var(--ink);
}
.filter > * {
  flex: 1 1 130px;
  min-width: 0;
}
.none {
  padding: 20px 0;
}
.river {
  position: relative;
  overflow-x: clip; /* for the one frame in which a turned tablet still has the old width */
  margin-top: 10px;
}
.river > svg {
  position: absolute;
  inset: 0;
}
.stream {
  fill: none;
  stroke: var(--tick);
  stroke-width: 1.4;
}
.node {
  position: absolute;
  display: flex;
  align-items: center;
  gap: 6px;
  height: 48px;
  padding: 0 8px 0 2px;
  background: var(--bone);
  color: inherit;
  text-decoration: none;
}
.node .sauce {
  font-size: var(--type-label);
  line-height: 1.05;
}
.held {
  font-size: var(--type-text);
  font-weight: var(--weight-key);
  white-space: nowrap;
}
.node:hover .sauce {
  text-decoration: underline;
  text-underline-offset: 4px;
}
</style>
