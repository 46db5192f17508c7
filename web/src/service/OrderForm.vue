<script setup lang="ts">
import { ALLERGENS, LIMITS, optionOf, type Allergen, type Choices, type Formula } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, reactive, ref } from 'vue'
import { kitchenNowMs } from '../port/clock'
import { useKitchen } from '../port/useKitchen'
import { clockText, instantOfClock } from '../ui/format'
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
const QUARTER_MS = 15 * 60_000
const draft = reactive({
  formulaId: props.formulaId ?? kitchen.catalog?.formulas[0]?.id ?? '',
  portions: '',
  pickup: clockText(Math.ceil((kitchenNowMs() + HOUR_MS) / QUARTER_MS) * QUARTER_MS),
  label: '',
  note: '',
  allergies: [] as Allergen[],
  noLightlyCookedEgg: false,
})
const tried = ref(false)
const keptChoices = ref(props.choices)
/** The ways and goods it was chosen with, in the cook's words. */
const chosenWords = computed(() => {
  const formula = kitchen.catalog?.formulas.find((f) => f.id === draft.formulaId) as Formula | undefined
  const choices = draft.formulaId === props.formulaId ? keptChoices.value : undefined
  if (!formula || !choices) return []
  return [
    ...Object.keys(choices.schools).flatMap((id) => optionOf(formula, id, choices)?.says ?? []),
    ...Object.values(choices.swaps).flatMap((s) => kitchen.ingredients.get(s.ingredientId)?.name ?? []),
  ]
})
const formulas = computed(() => (kitchen.catalog?.formulas ?? []).map((f) => ({ value: f.id, title: f.name })))
const portions = computed(() => Number(draft.portions))
const pickupAtMs = computed(() => instantOfClock(draft.pickup, kitchenNowMs()))
const errors = computed(() => ({
  portions:
    !/^\d+$/.test(draft.portions.trim()) || portions.value < LIMITS.portions.min || portions.value > LIMITS.portions.max
      ? texts.service.portionsWrong
      : '',
  pickup: pickupAtMs.value === undefined ? texts.service.pickupWrong : '',
}))

async function take(): Promise<void> {
  tried.value = true
  if (errors.value.portions || errors.value.pickup || pickupAtMs.value === undefined) return
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
    formulaId: draft.formulaId,
    portions: portions.value,
    pickupAtMs: pickupAtMs.value,
    label: draft.label.trim(),
    detailsId,
    ...(chosenWords.value.length ? { choices: keptChoices.value } : {}),
  })
  emit('taken')
}
</script>

<template>
  <form class="form" :aria-label="texts.service.newOrder" @submit.prevent="take" @keydown.esc="emit('cancel')">
    <div class="row">
      <v-text-field
        v-model="draft.portions"
        class="short"
        :label="texts.service.portions"
        inputmode="numeric"
        autofocus
        :error-messages="tried ? errors.portions : ''"
      />
      <v-text-field
        v-model="draft.pickup"
        class="short"
        :label="texts.service.pickup"
        inputmode="numeric"
        :error-messages="tried ? errors.pickup : ''"
      />
      <v-text-field v-model="draft.label" :label="texts.service.label" maxlength="60" />
      <v-select v-if="formulas.length > 1" v-model="draft.formulaId" :items="formulas" :label="texts.service.sauce" />
    </div>
    <p v-if="chosenWords.length" class="label">
      {{ texts.service.chosenWith(chosenWords.join(' · ')) }}
      <v-btn @click="keptChoices = undefined">{{ texts.book.bench.asIs }}</v-btn>
    </p>
    <v-text-field v-model="draft.note" :label="texts.service.note" maxlength="400" />
    <v-checkbox v-model="draft.noLightlyCookedEgg" :label="texts.service.noLightEgg" />
    <fieldset>
      <legend class="caption">{{ texts.service.allergies }}</legend>
      <v-checkbox v-for="a in ALLERGENS" :key="a" v-model="draft.allergies" :value="a" :label="texts.allergens[a]" />
    </fieldset>
    <div class="row keys">
      <v-btn type="submit" class="is-first">{{ texts.service.take }}</v-btn><v-btn @click="emit('cancel')">{{ texts.app.cancel }}</v-btn>
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
  flex: 0 1 190px !important;
}
.keys > * {
  flex: 0 0 auto;
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
}
</style>
