<script setup lang="ts">
import {
  derivativesOf,
  parseQuantity,
  STORE_PLACES,
  larderDays,
  weighedGood,
  weighSaid,
  NO_HOUSE_MEASURES,
  type KitchenCatalog,
  type LotState,
  type StorePlace,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, reactive, ref } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { storeAmountText, useLarder } from '../port/useLarder'
import { dayText, useByMs } from '../ui/format'
import HoldButton from '../ui/HoldButton.vue'
import { useEntry } from '../ui/useEntry'
import { texts } from '../ui/texts'
import AmountField from '../book/AmountField.vue'
import LotKeys from './LotKeys.vue'
import { larderTexts } from './texts.larder'
import { useLots } from './useLots'

const props = defineProps<{
  catalog: KitchenCatalog
  /** The lot that a label named. */ markedId?: string | undefined
}>()
const kitchen = useKitchen()
const { lots, minute } = useLarder()
const { codeDays } = useLots()
const DAY_MS = 86_400_000
const MOST_MADE = 3
const isPutting = ref(false)
const { entry: countingId, toggle: countIt, closeAfter } = useEntry()
const openId = ref(props.markedId) // a label that was scanned opens its lot
const made = computed(() => props.catalog.formulas.filter((f) => f.makes))
const goods = computed(() =>
  made.value.map((f) => ({
    value: f.makes ?? '',
    title: kitchen.ingredients.get(f.makes ?? '')?.name ?? '',
  })),
)
const places = STORE_PLACES.map((p) => ({ value: p, title: texts.workbench.store.places[p] }))
const draft = reactive({ ingredientId: '', said: '', daysAgo: '0', place: 'fridge' as StorePlace })
const error = ref('')
const goodOf = (lot: LotState) => kitchen.ingredients.get(lot.stored?.ingredientId ?? '')
const isPast = (lot: LotState) => lot.expiresAtMs <= minute.value
const nameOf = (formulaId: string) => props.catalog.formulas.find((f) => f.id === formulaId)?.name ?? ''
const makes = (lot: LotState) =>
  derivativesOf(lot.stored?.ingredientId ?? '', lot.massG, props.catalog.formulas, kitchen.ingredients)
    .slice(0, MOST_MADE)
    .map((d) => texts.workbench.store.makes(nameOf(d.formulaId), d.portions))
    .join(' · ')

async function put(): Promise<void> {
  const good = kitchen.ingredients.get(draft.ingredientId)
  const maker = made.value.find((f) => f.makes === draft.ingredientId)
  if (!good || !maker) return
  const parsed = parseQuantity(draft.said)
  const weight =
    parsed.status === 'ok'
      ? weighSaid(parsed, weighedGood(good), props.catalog.settings.measures ?? NO_HOUSE_MEASURES)
      : undefined
  const daysAgo = Number(draft.daysAgo.replace(',', '.'))
  const keepsDays = larderDays(maker, draft.place, codeDays.value)
  const isUnderstood = weight?.status === 'ok' && daysAgo >= 0
  const misread = isUnderstood ? '' : (texts.book.bench.bad.notUnderstood ?? '')
  error.value = keepsDays === 0 ? texts.workbench.store.notThere : misread
  if (weight?.status !== 'ok' || error.value) return
  const madeAtMs = Math.round(minute.value - daysAgo * DAY_MS)
  const isKept = await tapped(() =>
    kitchen.record('lot.stored', uuidv7(), {
      ingredientId: good.id,
      massG: weight.massG.value,
      place: draft.place,
      madeAtMs,
      expiresAtMs: useByMs(madeAtMs, keepsDays),
      batchId: null,
    }),
  )
  if (!isKept) return
  isPutting.value = false
  draft.said = ''
}
async function count(lot: LotState, massG: number): Promise<void> {
  await closeAfter(tapped(() => kitchen.record('lot.counted', lot.id, { massG })))
}
const empty = (lot: LotState, reason: 'used' | 'past') =>
  tapped(() => kitchen.record('lot.emptied', lot.id, { reason: texts.workbench.store.reasons[reason] }))
</script>

<template>
  <section class="store" :aria-label="texts.workbench.store.title">
    <div class="heading-row">
      <h2 class="label">
        {{ texts.workbench.store.title }} <span class="caption">{{ texts.workbench.store.hint }}</span>
      </h2>
      <v-btn :aria-expanded="isPutting" @click="isPutting = !isPutting">{{
        texts.workbench.store.put
      }}</v-btn>
    </div>
    <form v-if="isPutting" class="form" @submit.prevent="put" @keydown.esc="isPutting = false">
      <v-select v-model="draft.ingredientId" :items="goods" :label="texts.workbench.store.good" />
      <v-text-field
        v-model="draft.said"
        :label="texts.workbench.store.amount"
        placeholder="2.4 l"
        :error-messages="error"
      />
      <v-text-field v-model="draft.daysAgo" :label="texts.workbench.store.made" inputmode="decimal" />
      <v-select v-model="draft.place" :items="places" :label="texts.workbench.store.place" />
      <v-btn type="submit" class="is-first" :disabled="!draft.ingredientId || !draft.said">{{
        texts.workbench.store.keep
      }}</v-btn>
    </form>
    <p v-if="lots.length === 0" class="label soft">{{ texts.workbench.store.empty }}</p>
    <ul>
      <li v-for="lot in lots" :key="lot.id" :class="{ past: isPast(lot), marked: lot.id === markedId }">
        <template v-if="goodOf(lot)">
          <span class="amount">{{ storeAmountText(goodOf(lot)!, lot.massG) }}</span>
          <span class="what"
            ><span class="sauce">{{ goodOf(lot)!.name }}</span>
            <span class="caption">{{ texts.workbench.store.places[lot.place] }}</span></span
          >
          <span v-if="isPast(lot)" class="wine when"
            >✕ {{ texts.workbench.store.past(dayText(lot.expiresAtMs)) }}</span
          >
          <span v-else class="when"
            >{{ texts.workbench.store.until(dayText(lot.expiresAtMs)) }}
            <span class="caption">{{ makes(lot) }}</span></span
          >
          <span class="keys-row own">
            <template v-if="!isPast(lot)">
              <v-btn
                :aria-label="`${larderTexts.more}: ${goodOf(lot)!.name}`"
                :aria-expanded="openId === lot.id"
                @click="openId = openId === lot.id ? undefined : lot.id"
                >{{ larderTexts.more }}</v-btn
              >
              <v-btn
                :aria-label="`${texts.workbench.store.count}: ${goodOf(lot)!.name}`"
                @click="countIt(lot.id)"
                >{{ texts.workbench.store.count }}</v-btn
              >
              <v-btn
                :aria-label="`${texts.workbench.store.gone}: ${goodOf(lot)!.name}`"
                @click="empty(lot, 'used')"
                >{{ texts.workbench.store.gone }}</v-btn
              >
            </template>
            <HoldButton v-else @held="empty(lot, 'past')">{{ texts.workbench.store.discard }}</HoldButton>
          </span>
          <LotKeys
            v-if="openId === lot.id && !isPast(lot)"
            class="counting"
            :lot="lot"
            :good="goodOf(lot)!"
            :lots="lots"
          />
          <div v-if="countingId === lot.id" class="counting">
            <MayLine doing="correctStock" />
            <AmountField
              :name="goodOf(lot)!.name"
              :shown="storeAmountText(goodOf(lot)!, lot.massG)"
              :good="weighedGood(goodOf(lot)!)"
              :measures="catalog.settings.measures"
              @amount="(massG) => count(lot, massG)"
            />
          </div>
        </template>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.marked {
  background: var(--sunk);
}
.store {
  padding: 6px 0 18px;
}
.form {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
  padding: 6px 0 12px;
}
.form > .v-input {
  flex: 1 1 150px;
}
li {
  display: grid;
  grid-template-columns: 110px minmax(0, 1.1fr) minmax(0, 1.6fr) auto;
  gap: 4px 18px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--hair);
}
.amount {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  text-align: right;
}
.what .sauce {
  font-size: var(--type-label);
}
.when {
  font-size: var(--type-text);
}
.counting {
  grid-column: 1 / -1;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: 96px minmax(0, 1fr) auto;
    padding: 4px 0;
  }
  .own {
    grid-column: 3;
    grid-row: 1;
  }
  .when {
    grid-column: 2 / -1;
    grid-row: 2;
  }
}
</style>
