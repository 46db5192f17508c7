<script setup lang="ts">
import {
  swapsFor,
  weighedGood,
  type FormulaItem,
  type HouseMeasures,
  type KitchenCatalog,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { texts } from '../ui/texts'
import AmountField from './AmountField.vue'
import { amountText } from './sayDifference'
import SplitForm from './SplitForm.vue'
import type { Workbench } from './useWorkbench'

const props = defineProps<{
  /** As it is chosen. */
  item: FormulaItem
  catalog: KitchenCatalog
  bench: Workbench
}>()
const emit = defineEmits<{ /** A word was given its size once. */ measured: [measures: HouseMeasures] }>()
const { draft, choices, ingredients, factor, batches, showAs } = props.bench
const isSplitting = ref(false)
const good = computed(() => ingredients.value.get(props.item.ingredientId))
const nameOf = (id: string) => ingredients.value.get(id)?.name ?? id
const name = computed(() => nameOf(props.item.ingredientId))
/** The written item; none where a school put the good in. */
const own = computed(() => draft.value.items.find((i) => i.id === props.item.id))
const maker = computed(() => props.catalog.formulas.find((f) => f.makes === props.item.ingredientId))
const swaps = computed(() => swapsFor(own.value?.ingredientId ?? props.item.ingredientId, ingredients.value))
const swapText = (to: string, note: string) => [nameOf(to), texts.book.notes[note]].filter(Boolean).join(', ')
const shown = computed(() =>
  good.value ? amountText(props.item.amount, good.value, factor.value, showAs.value) : '',
)
const each = computed(() =>
  good.value ? amountText(props.item.amount, good.value, factor.value / batches.value, showAs.value) : '',
)

const nowMs = useKitchenNow()
/** Months in which it is best, where this is none of them; a swap may do. */
const outOfSeason = computed(() => {
  const { months = [] } = good.value ?? {}
  const now = new Date(nowMs.value).getUTCMonth() + 1
  return months.length === 0 || months.includes(now)
    ? ''
    : months.map((m) => texts.book.months[m - 1]).join(' ')
})

/** An amount typed for the scaled batch is put back to the formula's own basis; poured goods stay poured. */
function amountIs(massG: number): void {
  if (!own.value || !good.value) return
  const grams = massG / factor.value
  const amount =
    'volumeMl' in own.value.amount
      ? { volumeMl: grams / weighedGood(good.value).densityGPerMl }
      : { massG: grams }
  props.bench.setAmount(props.item.id, amount)
}
</script>

<template>
  <li>
    <AmountField
      v-if="own && good"
      :name="name"
      :shown="shown"
      :good="weighedGood(good)"
      :measures="catalog.settings.measures"
      @amount="amountIs"
      @measured="(m) => emit('measured', m)"
    />
    <span v-else class="given">{{ shown }}</span>
    <span class="what">
      <RouterLink v-if="maker" class="made" :to="`/book/${maker.id}`"
        ><span class="sauce">{{ name }}</span
        >&nbsp;↖</RouterLink
      >
      <template v-else>{{ name }}</template>
      <span v-if="choices.swaps[item.id]" class="caption">{{
        texts.book.bench.swappedFor(nameOf(own?.ingredientId ?? ''))
      }}</span>
      <span v-if="outOfSeason" class="caption">{{ texts.book.pantryPage.notItsSeason(outOfSeason) }}</span>
      <span v-if="batches > 1" class="caption">{{ texts.workbench.eachBatch(batches, each) }}</span>
    </span>
    <v-menu v-if="own">
      <template #activator="{ props: opener }"
        ><button v-bind="opener" class="key word" :aria-label="`${texts.book.bench.swap}: ${name}`">
          {{ texts.book.bench.swap }}
        </button></template
      >
      <v-list>
        <v-list-item
          v-for="s in swaps"
          :key="s.to"
          :title="swapText(s.to, s.note)"
          @click="bench.swap(item.id, s.to, s.factor)"
        />
        <v-list-item
          v-if="choices.swaps[item.id]"
          :title="texts.book.bench.asIs"
          @click="bench.swap(item.id, undefined)"
        />
        <v-list-item v-if="swaps.length === 0" :title="texts.book.bench.noSwap" />
        <v-list-item :title="`${texts.workbench.split}: ${name}`" @click="isSplitting = !isSplitting" />
      </v-list>
    </v-menu>
    <button
      v-if="own && draft.items.length > 1"
      class="key"
      :aria-label="`${texts.book.bench.remove}: ${name}`"
      @click="bench.removeItem(item.id)"
    >
      −
    </button>
    <SplitForm v-if="isSplitting && own" :item="own" :bench="bench" @done="isSplitting = false" />
  </li>
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
  font-size: var(--type-label);
  font-weight: var(--weight-key);
}
.what {
  font-size: var(--type-text);
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
  font-size: var(--type-key);
  cursor: pointer;
  padding: 0;
}
.key.word {
  font-size: var(--type-text);
  text-decoration: underline;
  text-underline-offset: 5px;
  text-decoration-color: var(--tick);
}
@media print {
  .key {
    display: none;
  }
}
</style>
