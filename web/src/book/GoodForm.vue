<script setup lang="ts">
import {
  ALLERGENS,
  SPECIES,
  type Allergen,
  type AllergenMark,
  type Ingredient,
  type Species,
} from '@liquamen/core'
import { computed, reactive } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

const props = defineProps<{
  /** The good that is changed; nothing where one is added. */ good: Ingredient | undefined
  taken: readonly string[]
}>()
const emit = defineEmits<{ save: [good: Ingredient]; cancel: [] }>()
const num = (v: number | undefined) => (v === undefined ? '' : String(v))
const draft = reactive({
  id: props.good?.id ?? '',
  name: props.good?.name ?? '',
  isLiquid: props.good?.isLiquid ?? false,
  cost: props.good?.costMinorPerKg === undefined ? '' : String(props.good.costMinorPerKg / 100),
  shelf: num(props.good?.shelfDays),
  source: props.good?.source ?? '',
  species: Object.fromEntries(SPECIES.map((s) => [s, num(props.good?.per100G[s])])) as Record<
    Species,
    string
  >,
  allergens: Object.fromEntries(ALLERGENS.map((a) => [a, props.good?.allergens[a] ?? ''])) as Record<
    Allergen,
    AllergenMark | ''
  >,
})
const levels = [
  { value: '', title: '–' },
  ...(['contains', 'mayContain', 'unknownLabel'] as const).map((m) => ({
    value: m,
    title: texts.service[m],
  })),
]
const toNumber = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')))
const sum = computed(() => SPECIES.reduce((total, s) => total + (toNumber(draft.species[s]) ?? 0), 0))
const isIdWrong = computed(
  () => !/^[A-Za-z][A-Za-z0-9_-]{0,63}$/.test(draft.id) || (!props.good && props.taken.includes(draft.id)),
)
const isWrong = computed(
  () =>
    isIdWrong.value ||
    draft.name.trim() === '' ||
    Math.abs(sum.value - 100) >= 2 ||
    Number.isNaN(sum.value) ||
    [draft.cost, draft.shelf].some((t) => {
      const v = toNumber(t)
      return v !== undefined && !(v >= 0)
    }),
)

function save(): void {
  if (isWrong.value) return
  const [cost, shelf] = [toNumber(draft.cost), toNumber(draft.shelf)]
  const per100G = Object.fromEntries(
    SPECIES.flatMap((s) => {
      const v = toNumber(draft.species[s])
      return v === undefined ? [] : [[s, v]]
    }),
  )
  const allergens = Object.fromEntries(Object.entries(draft.allergens).filter(([, m]) => m !== '')) as Record<
    string,
    AllergenMark
  >
  const { costMinorPerKg: _cost, shelfDays: _shelf, ...kept } = props.good ?? ({} as Partial<Ingredient>)
  emit('save', {
    ...kept,
    id: draft.id,
    name: draft.name.trim(),
    isLiquid: draft.isLiquid,
    per100G,
    allergens,
    source: draft.source.trim() || 'house',
    ...(cost === undefined ? {} : { costMinorPerKg: Math.round(cost * 100) }),
    ...(shelf === undefined ? {} : { shelfDays: shelf }),
  } as Ingredient)
}
</script>

<template>
  <form
    class="good"
    :aria-label="draft.name || texts.book.pantryPage.add"
    @submit.prevent="save"
    @keydown.esc="emit('cancel')"
  >
    <div class="row">
      <v-text-field v-model="draft.name" :label="texts.book.pantryPage.name" maxlength="80" /><v-text-field
        v-if="!good"
        v-model="draft.id"
        :label="texts.book.pantryPage.id"
        maxlength="64"
        :error="draft.id !== '' && isIdWrong"
      /><v-text-field
        v-model="draft.cost"
        :label="texts.book.pantryPage.cost"
        inputmode="decimal"
      /><v-text-field
        v-model="draft.shelf"
        :label="texts.book.pantryPage.shelf"
        inputmode="numeric"
      /><v-text-field v-model="draft.source" :label="texts.book.pantryPage.source" maxlength="200" />
    </div>
    <p class="label">
      {{ texts.book.pantryPage.per100 }}
      <span :class="Math.abs(sum - 100) < 2 ? 'soft' : 'wine'">{{
        texts.book.pantryPage.sum(numberText(sum, 1))
      }}</span>
    </p>
    <div class="row">
      <v-text-field
        v-for="s in SPECIES"
        :key="s"
        v-model="draft.species[s]"
        class="small"
        :label="s"
        inputmode="decimal"
      />
    </div>
    <div class="row">
      <v-select
        v-for="a in ALLERGENS"
        :key="a"
        v-model="draft.allergens[a]"
        class="small"
        :items="levels"
        :label="texts.allergens[a]"
      />
    </div>
    <div class="row">
      <v-btn type="submit" class="is-first" :disabled="isWrong">{{ texts.book.pantryPage.save }}</v-btn><v-btn
        @click="emit('cancel')"
        >{{ texts.app.cancel }}</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.good {
  display: grid;
  gap: 10px;
  border-top: 1.25px solid var(--ink);
  border-bottom: 1.25px solid var(--ink);
  padding: 12px 0;
  margin: 8px 0;
}
.row {
  display: flex;
  gap: 12px 20px;
  flex-wrap: wrap;
}
.row > .v-input {
  flex: 1 1 170px;
}
.row > .small {
  flex: 0 1 128px;
}
</style>
