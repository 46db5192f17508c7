<script setup lang="ts">
import {
  compositionOf,
  density20GPerMl,
  swapsFor,
  type FormulaItem,
  type HouseMeasures,
  type KitchenCatalog,
  type WeighedGood,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import { api } from '../kitchen/api'
import { useKitchen } from '../kitchen/kitchen.store'
import { texts } from '../shared/texts'
import { useMeasureSystem } from '../shared/useMeasureSystem'
import AmountField from './AmountField.vue'
import { amountText } from './sayDifference'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ catalog: KitchenCatalog; bench: Workbench }>()
const kitchen = useKitchen()
const { system } = useMeasureSystem()
const { draft, choices, ingredients, factor, chosen } = props.bench
const addId = ref('')
const addStep = ref(draft.value.steps[0]?.id ?? '')
const allGoods = computed(() => props.catalog.ingredients.map((i) => ({ value: i.id, title: i.name })))
const steps = computed(() => draft.value.steps.map((s) => ({ value: s.id, title: s.verb })))
const nameOf = (id: string) => ingredients.value.get(id)?.name ?? id
/** The written item; none where a school put the good in. */
const ownOf = (item: FormulaItem) => draft.value.items.find((i) => i.id === item.id)
const madeBy = (id: string) => props.catalog.formulas.find((f) => f.makes === id)
const swapsOf = (item: FormulaItem) => swapsFor(ownOf(item)?.ingredientId ?? item.ingredientId, ingredients.value)
const swapText = (to: string, note: string) => [nameOf(to), texts.book.notes[note]].filter(Boolean).join(', ')

function goodOf(item: FormulaItem): WeighedGood {
  const good = ingredients.value.get(item.ingredientId)
  return {
    id: item.ingredientId,
    densityGPerMl: good ? density20GPerMl(compositionOf(good, 100)) : 1,
    isLiquid: good?.isLiquid ?? false,
    ...(good?.pieceG ? { pieceG: good.pieceG } : {}),
    ...(good?.trimYield ? { trimYield: good.trimYield } : {}),
  }
}
/** An amount typed for the scaled batch is put back to the formula's own basis; poured goods stay poured. */
function amountIs(item: FormulaItem, massG: number): void {
  const own = ownOf(item)
  if (!own) return
  const grams = massG / factor.value
  props.bench.setAmount(item.id, 'volumeMl' in own.amount ? { volumeMl: grams / goodOf(item).densityGPerMl } : { massG: grams })
}
async function keepMeasures(measures: HouseMeasures): Promise<void> {
  await api.saveMeasures(measures).catch(() => undefined)
  await kitchen.refreshCatalog()
}
function put(): void {
  props.bench.addItem(addId.value, addStep.value)
  addId.value = ''
}
</script>

<template>
  <ul>
    <li v-for="item in chosen.items" :key="item.id">
      <AmountField
        v-if="ownOf(item)"
        :name="nameOf(item.ingredientId)"
        :shown="amountText(item.amount, factor, system)"
        :good="goodOf(item)"
        :measures="catalog.settings.measures"
        @amount="(massG) => amountIs(item, massG)"
        @measured="keepMeasures"
      />
      <span v-else class="given">{{ amountText(item.amount, factor, system) }}</span>
      <RouterLink v-if="madeBy(item.ingredientId)" class="what made" :to="`/book/${madeBy(item.ingredientId)!.id}`"
        ><span class="sauce">{{ nameOf(item.ingredientId) }}</span
        >&nbsp;↖</RouterLink
      >
      <span v-else class="what"
        >{{ nameOf(item.ingredientId)
        }}<span v-if="choices.swaps[item.id]" class="caption">{{
          texts.book.bench.swappedFor(nameOf(ownOf(item)?.ingredientId ?? ''))
        }}</span></span
      >
      <v-menu v-if="ownOf(item)">
        <template #activator="{ props: opener }"
          ><button v-bind="opener" class="key word" :aria-label="`${texts.book.bench.swap}: ${nameOf(item.ingredientId)}`">
            {{ texts.book.bench.swap }}
          </button></template
        >
        <v-list>
          <v-list-item
            v-for="s in swapsOf(item)"
            :key="s.to"
            :title="swapText(s.to, s.note)"
            @click="bench.swap(item.id, s.to, s.factor)"
          />
          <v-list-item v-if="choices.swaps[item.id]" :title="texts.book.bench.asIs" @click="bench.swap(item.id, undefined)" />
          <v-list-item v-if="swapsOf(item).length === 0" :title="texts.book.bench.noSwap" />
        </v-list>
      </v-menu>
      <button
        v-if="ownOf(item) && draft.items.length > 1"
        class="key"
        :aria-label="`${texts.book.bench.remove}: ${nameOf(item.ingredientId)}`"
        @click="bench.removeItem(item.id)"
      >
        −
      </button>
    </li>
  </ul>
  <div class="put">
    <v-autocomplete v-model="addId" :items="allGoods" :label="texts.book.bench.addGood" /><v-select
      v-model="addStep"
      :items="steps"
      :label="texts.book.bench.addAt"
    /><v-btn :disabled="!addId" :aria-label="texts.book.bench.addGood" @click="put">+</v-btn>
  </div>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr) 56px 48px;
  gap: 0 10px;
  align-items: center;
  border-top: 1px solid var(--hair);
  min-height: 50px;
}
.given {
  text-align: right;
  font-size: 24px;
  font-weight: 600;
}
.what {
  font-size: 21px;
  line-height: 1.1;
}
.what .caption {
  display: block;
}
.made {
  color: inherit;
  min-height: 48px;
  display: inline-flex;
  align-items: center;
}
.key {
  height: 48px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 26px;
  cursor: pointer;
  padding: 0;
}
.key.word {
  font-size: 19px;
  text-decoration: underline;
  text-underline-offset: 5px;
  text-decoration-color: var(--tick);
}
.put {
  display: flex;
  gap: 12px;
  align-items: end;
  padding: 6px 0;
}
.put > .v-input {
  flex: 1 1 100px;
  min-width: 0;
}
@media print {
  .key,
  .put {
    display: none;
  }
}
</style>
