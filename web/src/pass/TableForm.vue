<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import {
  ALLERGENS,
  EGG_WISHES,
  type Allergen,
  type Dish,
  type EggWish,
  type Plates,
  type PlateWish,
  type TableOrder,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, reactive, ref } from 'vue'
import { typedNumber } from '../service/dishDraft'
import { clockText, instantOfClock } from '../ui/format'
import { texts } from '../ui/texts'
import { passTexts } from './texts.pass'

/** A table orders, by hand: dishes by tapping them, the table, and it is taken. */
const props = defineProps<{ dishes: readonly Dish[]; nowMs: number; inMin: number }>()
const emit = defineEmits<{ take: [table: TableOrder, details: GuestDetails | undefined]; cancel: [] }>()
const says = passTexts.table
const MINUTE_MS = 60_000
const EVERY = ''
/** Meat and fish are served between, °C at their core. */
const CORE_C = { low: 38, high: 85 }
const draft = reactive({
  label: '',
  at: clockText(props.nowMs + props.inMin * MINUTE_MS),
  counts: {} as Record<string, number>,
  allergies: [] as Allergen[],
  noLightlyCookedEgg: false,
  egg: null as EggWish | null,
  lessSalt: false,
  meatCoreC: '',
  /** Whose plate it is: one of a dish, or every plate where nobody knows. */
  guestDish: EVERY,
})
const tried = ref(false)
const pickUpAtMs = computed(() => instantOfClock(draft.at, props.nowMs))
const plates = computed(() => Object.values(draft.counts).reduce((sum, n) => sum + n, 0))
const add = (dish: Dish, by: number) =>
  (draft.counts[dish.id] = Math.max(0, (draft.counts[dish.id] ?? 0) + by))
const hasDetails = computed(() => draft.allergies.length > 0 || draft.noLightlyCookedEgg)
const coreC = computed(() => (draft.meatCoreC.trim() === '' ? undefined : typedNumber(draft.meatCoreC)))
const isCoreWrong = computed(
  () => coreC.value !== undefined && !(coreC.value >= CORE_C.low && coreC.value <= CORE_C.high),
)
/** What its guest wants otherwise than the card has it; none where nothing. */
const wish = computed((): PlateWish | undefined =>
  draft.egg || draft.lessSalt || coreC.value !== undefined
    ? {
        ...(draft.egg ? { egg: draft.egg } : {}),
        ...(draft.lessSalt ? { lessSalt: true } : {}),
        ...(coreC.value === undefined ? {} : { meatCoreC: coreC.value }),
      }
    : undefined,
)
const hasGuest = computed(() => hasDetails.value || wish.value !== undefined)
const eggs = computed(() => [
  { value: null, title: says.eggAsCard },
  ...EGG_WISHES.map((value) => ({ value, title: passTexts.wishes[value] })),
])
const guestPlates = computed(() => [
  { value: EVERY, title: says.everyPlate },
  ...props.dishes
    .filter((d) => draft.counts[d.id])
    .map((d) => ({ value: d.id, title: says.onePlate(d.name) })),
])
/** Plates of a dish: the guest's own apart from the others. */
function platesOf(dishId: string, count: number, detailsId: string | null): Plates[] {
  const asked = { detailsId, ...(wish.value ? { wish: wish.value } : {}) }
  if (!hasGuest.value || draft.guestDish === EVERY) return [{ plateId: dishId, dishId, count, ...asked }]
  if (draft.guestDish !== dishId) return [{ plateId: dishId, dishId, count, detailsId: null }]
  const own = { plateId: `${dishId}-guest`, dishId, count: 1, ...asked }
  return count > 1 ? [{ plateId: dishId, dishId, count: count - 1, detailsId: null }, own] : [own]
}
function take(): void {
  tried.value = true
  const atMs = pickUpAtMs.value
  if (!draft.label.trim() || plates.value === 0 || atMs === undefined || isCoreWrong.value) return
  const details = hasDetails.value
    ? {
        id: uuidv7(),
        note: '',
        allergies: [...draft.allergies],
        noLightlyCookedEgg: draft.noLightlyCookedEgg,
      }
    : undefined
  emit(
    'take',
    {
      tableId: uuidv7(),
      label: draft.label.trim(),
      pickUpAtMs: atMs,
      plates: Object.entries(draft.counts)
        .filter(([, count]) => count > 0)
        .flatMap(([dishId, count]) => platesOf(dishId, count, details?.id ?? null)),
    },
    details,
  )
}
</script>

<template>
  <form class="form" :aria-label="says.title" @submit.prevent="take">
    <ul class="dishes">
      <li v-for="dish in dishes" :key="dish.id" class="pick">
        <button type="button" class="add" :aria-label="says.more(dish.name)" @click="add(dish, 1)">
          <span class="count">{{ draft.counts[dish.id] || '' }}</span> {{ dish.name }}
        </button>
        <button
          v-if="draft.counts[dish.id]"
          type="button"
          class="text-key"
          :aria-label="says.less(dish.name)"
          @click="add(dish, -1)"
        >
          −
        </button>
      </li>
    </ul>
    <p v-if="tried && plates === 0" class="wine label" role="alert">✕ {{ says.none }}</p>
    <div class="keys-row">
      <v-text-field
        v-model="draft.label"
        class="short"
        :label="says.label"
        maxlength="40"
        :error-messages="tried && !draft.label.trim() ? says.labelWrong : ''"
      />
      <v-text-field
        v-model="draft.at"
        class="short"
        :label="says.at"
        inputmode="numeric"
        :error-messages="pickUpAtMs === undefined ? texts.service.pickupWrong : ''"
      />
      <v-select
        v-model="draft.allergies"
        class="allergies"
        multiple
        :items="ALLERGENS.map((a) => ({ value: a, title: texts.allergens[a] }))"
        :label="says.allergies"
      />
      <v-checkbox v-model="draft.noLightlyCookedEgg" :label="texts.service.noLightEgg" hide-details />
      <v-select v-model="draft.egg" class="wish" :items="eggs" :label="says.egg" />
      <v-checkbox v-model="draft.lessSalt" :label="says.lessSalt" hide-details />
      <v-text-field
        v-model="draft.meatCoreC"
        class="short"
        :label="says.core"
        inputmode="decimal"
        :error-messages="isCoreWrong ? says.coreWrong(CORE_C.low, CORE_C.high) : ''"
      />
      <v-select
        v-if="hasGuest"
        v-model="draft.guestDish"
        class="allergies"
        :items="guestPlates"
        :label="says.whosePlate"
      />
      <v-btn class="is-first" type="submit">{{ says.take }}</v-btn>
      <v-btn @click="emit('cancel')">{{ says.cancel }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.form {
  padding: 8px 0 12px;
  border-bottom: 1.25px solid var(--ink);
}
.dishes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 6px 16px;
  padding-bottom: 10px;
}
.pick {
  display: flex;
  gap: 4px;
}
.add {
  flex: 1;
  min-height: 52px;
  padding: 0 10px;
  border: 1.75px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
  text-align: left;
  cursor: pointer;
}
.add:active {
  background: var(--ink);
  color: var(--bone);
}
.count {
  display: inline-block;
  min-width: 1.4ch;
  font-size: 26px;
  font-weight: var(--weight-key);
}
.short {
  flex: 0 1 150px;
}
.wish {
  flex: 0 1 180px;
}
.allergies {
  flex: 1 1 220px;
}
</style>
