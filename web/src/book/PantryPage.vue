<script setup lang="ts">
import type { IngredientPreviewAnswer } from '@liquamen/contracts'
import type { Ingredient } from '@liquamen/core'
import { computed, ref } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchenViews } from '../port/useKitchenViews'
import { moneyText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import GoodForm from './GoodForm.vue'

const { catalog, kitchen } = useKitchenViews()
const search = ref('')
const editing = ref<Ingredient | 'new'>()
const csv = ref('')
const preview = ref<IngredientPreviewAnswer>()
const message = ref('')
const picker = ref<HTMLInputElement>()
const currency = computed(() => catalog.value?.settings.currency ?? 'EUR')
const money = (minor: number) => moneyText(minor, currency.value)
const shown = computed(() =>
  (catalog.value?.ingredients ?? []).filter(
    (i) =>
      !search.value?.trim() ||
      `${i.name} ${i.group ?? ''}`.toLowerCase().includes(search.value.trim().toLowerCase()),
  ),
)
const allergens = (i: Ingredient) =>
  Object.entries(i.allergens)
    .map(([a, m]) => `${texts.allergens[a]}${m === 'contains' ? '' : '?'}`)
    .join(', ')
const season = (i: Ingredient) => (i.months ?? []).map((m) => texts.book.months[m - 1]).join(' ')
/** A good as everything reckons with it: one that the kitchen makes, as its formula works it out. */
const worked = (id: string) => kitchen.ingredients.get(id) as Ingredient
const costText = (i: Ingredient) => (i.costMinorPerKg === undefined ? '' : `${money(i.costMinorPerKg)}/kg`)
const saltText = (i: Ingredient) =>
  i.per100G.salt ? texts.book.pantryPage.salt(numberText(i.per100G.salt, 1)) : ''
function tell(error: unknown): void {
  if (error instanceof Refusal) {
    const fields = (error.problem.fields ?? []).slice(0, 3).map((f) => `${f.field} ${f.message}`)
    message.value = [error.problem.title, ...fields].join(' ')
  } else message.value = error instanceof OutOfReach ? texts.app.failed : texts.book.pantryPage.readFailed
}

/** A table is looked at first; nothing is written until a person has seen what it would do. */
async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  message.value = ''
  preview.value = undefined
  if (!file) return
  try {
    csv.value = await file.text()
    preview.value = await api.ingredientTable(csv.value, 'preview')
  } catch (error) {
    tell(error)
  }
  input.value = ''
}
async function write(): Promise<void> {
  try {
    const done = await api.ingredientTable(csv.value, 'write')
    preview.value = undefined
    message.value = texts.book.pantryPage.done(done.added, done.changed)
    await kitchen.refreshCatalog()
  } catch (error) {
    tell(error)
  }
}
async function save(good: Ingredient): Promise<void> {
  try {
    await api.saveIngredient(good)
    editing.value = undefined
    await kitchen.refreshCatalog()
  } catch (error) {
    tell(error)
  }
}
</script>

<template>
  <section>
    <div class="heading-row">
      <h1 class="label">
        {{ texts.book.pantryPage.title }}
        <span class="soft">{{ texts.book.pantryPage.n(shown.length) }}</span>
      </h1>
      <div class="keys-row">
        <v-btn @click="editing = 'new'">{{ texts.book.pantryPage.add }}</v-btn><v-btn
          href="/api/catalog/ingredients.csv"
          download
          >{{ texts.book.pantryPage.export }}</v-btn
        ><v-btn @click="picker?.click()">{{ texts.book.pantryPage.import }}</v-btn
        ><input
          ref="picker"
          class="visually-hidden"
          type="file"
          accept=".csv,text/csv"
          tabindex="-1"
          :aria-label="texts.book.pantryPage.import"
          @change="choose"
        />
      </div>
    </div>
    <MayLine doing="changeBook" />
    <v-text-field v-model="search" :label="texts.book.search" />
    <p v-if="message" class="label" role="status">{{ message }}</p>
    <div v-if="preview" class="preview" role="region" :aria-label="texts.book.pantryPage.import">
      <p class="label">{{ texts.book.pantryPage.preview(preview.added, preview.changed, preview.same) }}</p>
      <template v-if="preview.badCount"
        ><p class="roux label">▽ {{ texts.book.pantryPage.bad(preview.badCount) }}</p>
        <ul>
          <li v-for="b in preview.bad" :key="b.line">
            {{ texts.book.pantryPage.line }} {{ b.line }}: {{ b.why }}
          </li>
        </ul></template
      >
      <div class="keys-row">
        <v-btn class="is-first" :disabled="preview.added + preview.changed === 0" @click="write">{{
          texts.book.pantryPage.write
        }}</v-btn><v-btn @click="preview = undefined">{{ texts.app.cancel }}</v-btn>
      </div>
    </div>
    <GoodForm
      v-if="editing"
      :key="editing === 'new' ? 'new' : editing.id"
      :good="editing === 'new' ? undefined : editing"
      :taken="(catalog?.ingredients ?? []).map((i) => i.id)"
      @save="save"
      @cancel="editing = undefined"
    />
    <ul class="list">
      <li v-for="i in shown" :key="i.id">
        <button class="line" @click="editing = i as Ingredient">
          <span :class="{ sauce: i.isLiquid }" class="name">{{ i.name }}</span>
          <span class="soft">{{ allergens(worked(i.id)) }}</span>
          <span class="soft">{{
            worked(i.id).madeBy ? texts.book.pantryPage.made : season(i as Ingredient)
          }}</span>
          <span class="n">{{ costText(worked(i.id)) }}</span>
          <span class="n soft">{{ saltText(worked(i.id)) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.preview {
  border: 1.75px solid var(--ink);
  padding: 12px 14px;
  margin: 10px 0;
  display: grid;
  gap: 8px;
}
.preview ul {
  max-height: 240px;
  overflow-y: auto;
  font-size: var(--type-caption);
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1.6fr) minmax(0, 1.2fr) 130px 110px;
  gap: 14px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  border: 0;
  border-top: 1px solid var(--hair);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-caption);
  text-align: left;
  cursor: pointer;
}
.name {
  font-size: var(--type-label);
}
.line:hover .name {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.n {
  text-align: right;
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: minmax(0, 2fr) minmax(0, 1.4fr) 110px;
  }
  .line > :nth-child(3),
  .line > :nth-child(5) {
    display: none;
  }
}
</style>
