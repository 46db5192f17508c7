<script setup lang="ts">
import { weighedGood, type HouseMeasures, type Ingredient, type KitchenCatalog } from '@liquamen/core'
import { computed, ref } from 'vue'
import { api } from '../port/api'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'
import AmountField from './AmountField.vue'
import GoodsRow from './GoodsRow.vue'
import TellGoods from './TellGoods.vue'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ catalog: KitchenCatalog; bench: Workbench }>()
const kitchen = useKitchen()
const { draft, ingredients, chosen, waiting } = props.bench
const addId = ref('')
const addStep = ref(draft.value.steps[0]?.id ?? '')
const isTelling = ref(false)
const allGoods = computed(() => props.catalog.ingredients.map((i) => ({ value: i.id, title: i.name })))
const steps = computed(() => draft.value.steps.map((s) => ({ value: s.id, title: s.verb })))
const goodOf = (id: string) => ingredients.value.get(id) as Ingredient

async function keepMeasures(measures: HouseMeasures): Promise<void> {
  if (await tapped(() => api.saveMeasures(measures))) await kitchen.refreshCatalog()
}
/** A good that is put in has no amount until somebody says one. */
function put(): void {
  props.bench.putIn(addStep.value, [{ ingredientId: addId.value, said: '' }])
  addId.value = ''
}
</script>

<template>
  <ul>
    <GoodsRow
      v-for="item in chosen.items"
      :key="item.id"
      :item="item"
      :catalog="catalog"
      :bench="bench"
      @measured="keepMeasures"
    />
    <li v-for="w in waiting" :key="w.id" class="waiting">
      <AmountField
        :name="goodOf(w.ingredientId).name"
        shown=""
        :said="w.said"
        :good="weighedGood(goodOf(w.ingredientId))"
        :measures="catalog.settings.measures"
        @amount="(massG) => bench.settle(w.id, massG / bench.factor.value)"
        @measured="keepMeasures"
      />
      <span class="what"
        >{{ goodOf(w.ingredientId).name }}
        <span class="roux caption">▽ {{ texts.workbench.noAmount }}</span></span
      >
      <button
        class="text-key"
        :aria-label="`${texts.workbench.leaveOut}: ${goodOf(w.ingredientId).name}`"
        @click="bench.leaveOut(w.id)"
      >
        {{ texts.workbench.leaveOut }}
      </button>
    </li>
  </ul>
  <div class="put">
    <v-autocomplete v-model="addId" :items="allGoods" :label="texts.book.bench.addGood" /><v-select
      v-model="addStep"
      :items="steps"
      :label="texts.book.bench.addAt"
    /><v-btn :disabled="!addId" :aria-label="texts.book.bench.addGood" @click="put">+</v-btn>
    <v-btn :aria-expanded="isTelling" @click="isTelling = !isTelling">{{ texts.workbench.tell }}</v-btn>
  </div>
  <TellGoods
    v-if="isTelling"
    :catalog="catalog"
    :bench="bench"
    :step-id="addStep"
    @done="isTelling = false"
  />
</template>

<style scoped>
.waiting {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr) auto;
  gap: 0 10px;
  align-items: center;
  border-top: 1px solid var(--hair);
  min-height: 50px;
}
.what {
  font-size: var(--type-text);
  line-height: 1.1;
}
.put {
  display: flex;
  gap: 12px;
  align-items: end;
  flex-wrap: wrap;
  padding: 6px 0;
}
.put > .v-input {
  flex: 1 1 130px;
  min-width: 0;
}
@media print {
  .put {
    display: none;
  }
}
</style>
