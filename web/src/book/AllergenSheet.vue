<script setup lang="ts">
import {
  ALLERGENS,
  chosenFormula,
  US_ALLERGENS,
  usAllergensOf,
  type Allergen,
  type AllergenMark,
  type Formula,
  type Ingredient,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { texts } from '../ui/texts'

const { catalog, kitchen, openOrders } = useKitchenViews()
const isUs = ref(false)
const isWhole = ref(false)
const tonight = computed(() => new Set(openOrders.value.map((o) => o.taken?.formulaId)))
/** A sauce of the sheet; ordered with other goods or schools it is a line of its own. */
interface Sheet {
  readonly key: string
  readonly formula: Formula
  readonly isChosen: boolean
}
const sheets = computed<Sheet[]>(() => {
  const all = (catalog.value?.formulas ?? []) as readonly Formula[]
  if (isWhole.value || tonight.value.size === 0)
    return all.map((formula) => ({ key: formula.id, formula, isChosen: false }))
  const byKey = new Map<string, Sheet>()
  for (const { taken } of openOrders.value) {
    const formula = chosenFormula(all, taken?.formulaId, taken?.choices)
    const key = `${taken?.formulaId ?? ''}${taken?.choices ? JSON.stringify(taken.choices) : ''}`
    if (formula) byKey.set(key, { key, formula, isChosen: taken?.choices !== undefined })
  }
  return [...byKey.values()]
})
const columns = computed(() =>
  isUs.value
    ? Object.keys(US_ALLERGENS).map((a) => ({ id: a, name: texts.book.usAllergens[a] ?? a }))
    : ALLERGENS.map((a) => ({ id: a as string, name: texts.allergens[a] ?? a })),
)
const RANK: Readonly<Record<AllergenMark, number>> = { mayContain: 1, unknownLabel: 2, contains: 3 }
const marksOf = (good: Ingredient): Readonly<Record<string, AllergenMark>> =>
  isUs.value
    ? usAllergensOf(good)
    : (good.allergens as Partial<Record<Allergen, AllergenMark>> as Record<string, AllergenMark>)
/** The gravest mark of each allergen among a sauce's goods, with the goods that bring it. */
const rows = computed(() =>
  sheets.value.map(({ key, formula, isChosen }) => {
    const goods = formula.items.flatMap((i) => kitchen.ingredients.get(i.ingredientId) ?? [])
    const found = new Map<string, { mark: AllergenMark; from: string[] }>()
    for (const good of goods)
      for (const [a, mark] of Object.entries(marksOf(good))) {
        const had = found.get(a)
        found.set(a, {
          mark: had && RANK[had.mark] >= RANK[mark] ? had.mark : mark,
          from: [...new Set([...(had?.from ?? []), good.name])],
        })
      }
    const also = [...new Set(goods.flatMap((g) => g.marks ?? []))].flatMap((m) => texts.book.marks[m] ?? [])
    return {
      key,
      formula,
      isChosen,
      found,
      also: [...also, ...(formula.emulsion ? [texts.book.lightEgg] : [])],
    }
  }),
)
const SIGN: Readonly<Record<AllergenMark, string>> = { contains: '■', mayContain: '◧', unknownLabel: '?' }
const print = () => window.print()
</script>

<template>
  <section>
    <div class="heading-row">
      <h1 class="label">
        {{ texts.book.sheet.title }}
        <span class="soft">{{
          isWhole || tonight.size === 0 ? texts.book.sheet.all : texts.book.sheet.tonight
        }}</span>
      </h1>
      <div class="keys-row">
        <v-btn :aria-pressed="!isUs" @click="isUs = false">{{ texts.book.sheet.eu }}</v-btn><v-btn
          :aria-pressed="isUs"
          @click="isUs = true"
          >{{ texts.book.sheet.us }}</v-btn
        ><v-btn :aria-pressed="isWhole" @click="isWhole = !isWhole">{{ texts.book.sheet.all }}</v-btn
        ><v-btn @click="print">{{ texts.book.bench.print }}</v-btn>
      </div>
    </div>
    <p v-if="tonight.size === 0" class="caption">{{ texts.book.sheet.empty }}</p>
    <p class="caption">
      ■ {{ texts.book.sheet.contains }} · ◧ {{ texts.book.sheet.mayContain }} · ?
      {{ texts.book.sheet.unknownLabel }}.
      {{ texts.book.sheet.note }}
    </p>
    <div class="scroll" tabindex="0" role="region" :aria-label="texts.book.sheet.title">
      <table>
        <thead>
          <tr>
            <th scope="col" />
            <th v-for="c in columns" :key="c.id" scope="col" class="col">
              <span>{{ c.name }}</span>
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.key">
            <th scope="row">
              <RouterLink :to="`/book/${r.formula.id}`" class="sauce">{{ r.formula.name }}</RouterLink>
              <span v-if="r.isChosen" class="caption">{{ texts.book.bench.chosen }}</span>
            </th>
            <td v-for="c in columns" :key="c.id" :title="r.found.get(c.id)?.from.join(', ')">
              <span v-if="r.found.get(c.id)"
                ><span aria-hidden="true">{{ SIGN[r.found.get(c.id)!.mark] }}</span
                ><span class="visually-hidden"
                  >{{ texts.book.sheet[r.found.get(c.id)!.mark] }}:
                  {{ r.found.get(c.id)!.from.join(', ') }}</span
                ></span
              >
            </td>
            <td class="also">{{ r.also.join(', ') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
.col {
  height: 128px;
  vertical-align: bottom;
}
.col span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font-size: var(--type-caption);
  font-weight: var(--weight-plain);
}
tbody tr {
  border-top: 1px solid var(--hair);
}
tbody th {
  text-align: left;
  min-width: 210px;
}
tbody th a {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  font-size: var(--type-label);
  color: inherit;
}
td {
  text-align: center;
  font-size: var(--type-label);
  min-width: 40px;
}
.also {
  text-align: left;
  font-size: var(--type-caption);
  color: var(--ink-soft);
  min-width: 180px;
}
</style>
