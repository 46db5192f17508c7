<script setup lang="ts">
import {
  ALLERGENS,
  LIMITS,
  TEXTURES,
  type Allergen,
  type Choices,
  type Formula,
  type Texture,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, reactive, ref } from 'vue'
import { choiceWords } from '../book/choiceWords'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { clockText, dayText, instantOfClock, instantOn, isoDayText } from '../ui/format'
import { plainText } from '../ui/plainText'
import { texts } from '../ui/texts'

const props = defineProps<{
  /** The sauce it opens with. */
  formulaId?: string | undefined
  /** Schools and swaps it was chosen with. */
  choices?: Choices | undefined
}>()
const emit = defineEmits<{ taken: []; cancel: [] }>()
const kitchen = useKitchen()
const HOUR_MS = 3600_000
const DAY_MS = 86_400_000
const QUARTER_MS = 15 * 60_000
const DAYS_AHEAD = 14
const openedAtMs = kitchen.nowMs
/** A clock time alone means the next one to come; a day is only said where it is another. */
const NEXT = ''
/** Only a sauce that stands by its drops can be had thinner or thicker. */
const AS_IT_COMES = 'asItComes'
const textures = [
  { value: AS_IT_COMES, title: texts.service.asItComes },
  ...TEXTURES.map((t) => ({ value: t, title: texts.service.textures[t] })),
]
const draft = reactive({
  formulaId: props.formulaId as string | null | undefined,
  portions: '',
  pickup: clockText(Math.ceil((openedAtMs + HOUR_MS) / QUARTER_MS) * QUARTER_MS),
  day: NEXT,
  label: '',
  note: '',
  allergies: [] as Allergen[],
  noLightlyCookedEgg: false,
  texture: AS_IT_COMES as Texture | typeof AS_IT_COMES,
})
const tried = ref(false)
const problem = ref('')
const keptChoices = ref(props.choices)
const formulas = computed(() => (kitchen.catalog?.formulas ?? []) as readonly Formula[])
const hasTexture = computed(
  () => formulas.value.find((f) => f.id === draft.formulaId)?.emulsion !== undefined,
)
const choices = computed(() => (draft.formulaId === props.formulaId ? keptChoices.value : undefined))
/** The ways and goods it was chosen with, in the cook's words. */
const chosenWords = computed(() =>
  choiceWords(
    formulas.value,
    { formulaId: draft.formulaId ?? '', choices: choices.value },
    kitchen.ingredients,
  ),
)
/** Sauces by family, the families in the book's order; typing finds either. */
const sauces = computed(() =>
  [...new Set(formulas.value.map((f) => f.family))].flatMap((family) =>
    formulas.value
      .filter((f) => f.family === family)
      .map((f) => ({ value: f.id, title: f.name, family: family })),
  ),
)
/** A sauce is found by its name or its family, with or without its accents. */
const finds = (_: string, query: string, item?: { raw: { title: string; family: string } }) =>
  plainText(`${item?.raw.title} ${item?.raw.family}`).includes(plainText(query))
const days = [
  { value: NEXT, title: texts.service.nextDay },
  ...Array.from({ length: DAYS_AHEAD }, (_, i) => {
    const ms = openedAtMs + (i + 1) * DAY_MS
    return { value: isoDayText(ms), title: dayText(ms) }
  }),
]
const pickupAtMs = computed(() =>
  draft.day === NEXT ? instantOfClock(draft.pickup, kitchen.nowMs) : instantOn(draft.day, draft.pickup),
)
const isPortions = computed(() => {
  const portions = Number(draft.portions)
  return (
    /^\d+$/.test(draft.portions.trim()) && portions >= LIMITS.portions.min && portions <= LIMITS.portions.max
  )
})
const errors = computed(() => ({
  sauce: draft.formulaId ? '' : texts.service.sauceWrong,
  portions: isPortions.value ? '' : texts.service.portionsWrong,
  pickup: pickupAtMs.value === undefined ? texts.service.pickupWrong : '',
}))

/** Allergies first, then the order that names them: an order never stands without what its guest must not have. */
async function keep(formulaId: string, pickup: number): Promise<void> {
  const hasDetails = draft.note.trim() !== '' || draft.allergies.length > 0 || draft.noLightlyCookedEgg
  const detailsId = hasDetails ? uuidv7() : null
  if (detailsId)
    await kitchen.keepDetails({
      id: detailsId,
      note: draft.note.trim(),
      allergies: [...draft.allergies],
      noLightlyCookedEgg: draft.noLightlyCookedEgg,
    })
  await kitchen.record('order.taken', uuidv7(), {
    formulaId,
    portions: Number(draft.portions),
    pickupAtMs: pickup,
    label: draft.label.trim(),
    detailsId,
    ...(hasTexture.value && draft.texture !== AS_IT_COMES ? { texture: draft.texture } : {}),
    ...(chosenWords.value.length && choices.value ? { choices: choices.value } : {}),
  })
}
async function take(): Promise<void> {
  tried.value = true
  const { formulaId } = draft
  const pickup = pickupAtMs.value
  if (Object.values(errors.value).some(Boolean) || pickup === undefined || !formulaId) return
  if (await tapped(() => keep(formulaId, pickup), problem)) emit('taken')
}
</script>

<template>
  <form
    class="form"
    :aria-label="texts.service.newOrder"
    @submit.prevent="take"
    @keydown.esc="emit('cancel')"
  >
    <div class="row">
      <v-autocomplete
        v-model="draft.formulaId"
        class="wide"
        :items="sauces"
        :label="texts.service.sauce"
        :custom-filter="finds"
        :no-data-text="texts.service.noSauce"
        item-props
        auto-select-first
        :autofocus="formulaId === undefined"
        :error-messages="tried ? errors.sauce : ''"
      >
        <template #item="{ props: line, item }">
          <v-list-item v-bind="line" :title="item.title" :subtitle="(item as { family?: string }).family" />
        </template>
      </v-autocomplete>
      <v-text-field
        v-model="draft.portions"
        class="short"
        :label="texts.service.portions"
        inputmode="numeric"
        :autofocus="formulaId !== undefined"
        :error-messages="tried ? errors.portions : ''"
      />
      <v-text-field
        v-model="draft.pickup"
        class="short"
        :label="texts.service.pickup"
        inputmode="numeric"
        :error-messages="tried ? errors.pickup : ''"
      />
      <v-select v-model="draft.day" class="short" :items="days" :label="texts.service.day" />
      <v-select
        v-if="hasTexture"
        v-model="draft.texture"
        class="short"
        :items="textures"
        :label="texts.service.texture"
      />
      <v-text-field v-model="draft.label" class="short" :label="texts.service.label" maxlength="60" />
    </div>
    <p v-if="pickupAtMs !== undefined && isoDayText(pickupAtMs) !== isoDayText(openedAtMs)" class="label">
      {{ dayText(pickupAtMs) }} {{ clockText(pickupAtMs) }}
    </p>
    <p v-if="chosenWords.length" class="label">
      {{ texts.service.chosenWith(chosenWords.join(' · ')) }}
      <v-btn @click="keptChoices = undefined">{{ texts.book.bench.asIs }}</v-btn>
    </p>
    <v-text-field v-model="draft.note" :label="texts.service.note" maxlength="400" />
    <v-checkbox v-model="draft.noLightlyCookedEgg" :label="texts.service.noLightEgg" />
    <fieldset>
      <legend class="caption">{{ texts.service.allergies }}</legend>
      <v-checkbox
        v-for="a in ALLERGENS"
        :key="a"
        v-model="draft.allergies"
        :value="a"
        :label="texts.allergens[a]"
      />
    </fieldset>
    <p v-if="problem" class="wine label" role="alert">✕ {{ problem }}</p>
    <div class="row keys-row">
      <v-btn type="submit" class="is-first">{{ texts.service.take }}</v-btn><v-btn @click="emit('cancel')">{{
        texts.app.cancel
      }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 12px;
  padding: 16px 0;
  border-bottom: 1.25px solid var(--ink);
}
.row {
  display: flex;
  gap: 24px;
  flex-wrap: wrap;
}
.row > * {
  flex: 1 1 200px;
}
.short {
  flex: 0 1 150px !important;
}
.keys-row > * {
  flex: 0 0 auto;
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
}
</style>
