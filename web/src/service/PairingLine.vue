<script setup lang="ts">
import {
  isInSeason,
  pairings,
  sauceKindOf,
  storeHoldings,
  type CookingWay,
  type Formula,
  type Mark,
  type PairingReason,
  type Protein,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { isoDayText } from '../ui/format'
import { briefTexts } from './texts.brief'

/** Which of the Book's sauces suit what is on the plate, each with why; a tap takes it. */
const props = defineProps<{
  protein: Protein
  way: CookingWay
  formulas: readonly Formula[]
  chosen: string
}>()
const emit = defineEmits<{ take: [formulaId: string] }>()
const says = briefTexts.pairing
const kitchen = useKitchen()
const isLight = ref(false)
const MOST = 5
const holdings = computed(() => storeHoldings(kitchen.lots.values(), kitchen.nowMs))
const month = computed(() => Number(isoDayText(kitchen.nowMs).slice(5, 7)))
/** What a diet does without, by the marks of goods. */
const WITHOUT = {
  noAlcohol: ['alcohol'],
  meatless: ['meat', 'fish', 'gelatinBeef', 'gelatinPork', 'gelatinFish'],
} as const satisfies Record<string, readonly Mark[]>
type Diet = keyof typeof WITHOUT
const DIETS = Object.keys(WITHOUT) as Diet[]
const diets = ref<readonly Diet[]>([])
const toggle = (diet: Diet) =>
  (diets.value = diets.value.includes(diet) ? diets.value.filter((d) => d !== diet) : [...diets.value, diet])
const isOfDiet = (formula: Formula) => {
  const barred: readonly Mark[] = diets.value.flatMap((d) => [...WITHOUT[d]])
  return formula.items.every(
    (i) => !kitchen.ingredients.get(i.ingredientId)?.marks?.some((m) => barred.includes(m)),
  )
}
/** A base of it that stands ready, and what of it is out of season. */
function aside(formula: Formula): string[] {
  const ids = formula.items.map((i) => i.ingredientId)
  const held = ids.find((id) => (holdings.value.get(id)?.massG ?? 0) > 0)
  const late = ids.find((id) => !isInSeason(id, month.value))
  const nameOf = (id: string) => kitchen.ingredients.get(id)?.name.toLowerCase() ?? id
  return [...(held ? [says.held(nameOf(held))] : []), ...(late ? [says.notInSeason(nameOf(late))] : [])]
}
const words = (reasons: readonly { why: PairingReason; points: number }[]) =>
  [...reasons].sort((a, b) => Math.abs(b.points) - Math.abs(a.points)).map((r) => says.reasons[r.why])
const suits = computed(() => {
  const kinds = props.formulas
    .filter(isOfDiet)
    .map((formula) => ({ formula, kind: sauceKindOf(formula, kitchen.ingredients) }))
  return pairings(props.protein, props.way, isLight.value)
    .flatMap((pairing) =>
      kinds
        .filter((k) => k.kind === pairing.sauce)
        .map(({ formula }) => ({
          id: formula.id,
          name: formula.name,
          says: [...words(pairing.reasons), ...aside(formula)].join(', '),
        })),
    )
    .slice(0, MOST)
})
</script>

<template>
  <div class="suits" role="group" :aria-label="says.title">
    <p class="label soft">
      {{ says.title }}
      <button type="button" class="text-key" :aria-pressed="isLight" @click="isLight = !isLight">
        {{ says.light }}
      </button>
      <button
        v-for="diet in DIETS"
        :key="diet"
        type="button"
        class="text-key"
        :aria-pressed="diets.includes(diet)"
        @click="toggle(diet)"
      >
        {{ says.diets[diet] }}
      </button>
    </p>
    <ul>
      <li v-for="s in suits" :key="s.id">
        <button type="button" class="text-key" :aria-pressed="s.id === chosen" @click="emit('take', s.id)">
          {{ s.name }}
        </button>
        <span class="caption">{{ s.says }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.suits {
  padding: 4px 0 10px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
}
</style>
