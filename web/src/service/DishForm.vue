<script setup lang="ts">
import {
  COMPANION_KINDS,
  COOKING_WAYS,
  PLACEMENTS,
  PORTION_ML,
  PROTEINS,
  sauceAllowance,
  sauceGPerMl,
  type Companion,
  type CompanionKind,
  type Dish,
  type Formula,
  type OfferedDish,
} from '@liquamen/core'
import { computed, reactive, ref } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { numberText } from '../ui/format'
import { plainText } from '../ui/plainText'
import CompanionLine from './CompanionLine.vue'
import PairingLine from './PairingLine.vue'
import { dishOf, draftErrors, draftOf, typedNumber, usualCompanion } from './dishDraft'
import { briefTexts } from './texts.brief'

/** A dish's plate card, new or to be changed. */
const props = defineProps<{
  formulas: readonly Formula[]
  /** The dish as it is on the card; none for a new one. */
  offered?: OfferedDish | undefined
  /** Ids of the house's dishes. */
  takenIds: ReadonlySet<string>
}>()
const emit = defineEmits<{ keep: [dish: Dish, delayMin: number]; cancel: [] }>()
const says = briefTexts.dish
const kitchen = useKitchen()
const draft = reactive(draftOf(props.offered?.dish, props.offered?.delayMin))
const tried = ref(false)
const errors = computed(() => (tried.value ? draftErrors(draft) : []))
const wrong = (field: ReturnType<typeof draftErrors>[number], words: string) =>
  errors.value.includes(field) ? words : ''
const titled = <K extends string>(keys: readonly K[], words: Readonly<Record<K, string>>) =>
  keys.map((value) => ({ value, title: words[value] }))
const sauces = computed(() => props.formulas.map((f) => ({ value: f.id, title: f.name, family: f.family })))
const finds = (_: string, query: string, item?: { raw: { title: string; family: string } }) =>
  plainText(`${item?.raw.title} ${item?.raw.family}`).includes(plainText(query))
const usual = computed(() => PORTION_ML[draft.placement])
/** What the plate's other parts leave its sauce of salt, by what that sauce weighs. */
const allowance = computed(() => {
  const parts = draft.parts.flatMap((p) => {
    const [massG, saltPct] = [typedNumber(p.massG), typedNumber(p.saltPct)]
    return massG >= 0 && saltPct >= 0 ? [{ massG, saltPct }] : []
  })
  const formula = props.formulas.find((f) => f.id === draft.formulaId)
  const sauceG = typedNumber(draft.portionMl) * (formula ? sauceGPerMl(formula, kitchen.ingredients) : 1)
  return parts.length && sauceG > 0 ? sauceAllowance(parts, sauceG) : undefined
})
const addPart = () => draft.parts.push({ name: '', massG: '', saltPct: '' })
const addCompanion = (kind: CompanionKind | null) => {
  if (kind) draft.companions.push(usualCompanion(kind))
}
const setCompanion = (i: number, companion: Companion) => draft.companions.splice(i, 1, companion)
function keep(): void {
  tried.value = true
  if (draftErrors(draft).length) return
  emit('keep', dishOf(draft, props.offered?.dish, props.takenIds), typedNumber(draft.delayMin))
}
</script>

<template>
  <form class="form" @submit.prevent="keep">
    <h2 class="label">{{ says.title }}</h2>
    <div class="fields">
      <v-text-field
        v-model="draft.name"
        :label="says.name"
        maxlength="80"
        :error-messages="wrong('name', says.nameWrong)"
      />
      <v-autocomplete
        v-model="draft.formulaId"
        :items="sauces"
        :label="says.sauce"
        :custom-filter="finds as never"
        :error-messages="wrong('formulaId', says.sauceWrong)"
      />
      <v-select
        v-model="draft.placement"
        :items="titled(PLACEMENTS, briefTexts.placements)"
        :label="says.placement"
      />
      <v-text-field
        v-model="draft.portionMl"
        :label="says.portion"
        inputmode="decimal"
        :hint="says.portionHint(usual.low, usual.high)"
        persistent-hint
        :error-messages="wrong('portionMl', says.portionWrong)"
      />
      <v-text-field
        v-model="draft.delayMin"
        :label="says.called"
        inputmode="numeric"
        :error-messages="wrong('delayMin', says.calledWrong)"
      />
      <v-select
        v-model="draft.protein"
        :items="titled(PROTEINS as (keyof typeof briefTexts.proteins)[], briefTexts.proteins)"
        :label="says.protein"
        clearable
      />
      <v-select
        v-model="draft.way"
        :items="titled(COOKING_WAYS as (keyof typeof briefTexts.ways)[], briefTexts.ways)"
        :label="says.way"
        clearable
      />
    </div>
    <PairingLine
      v-if="draft.protein && draft.way"
      :protein="draft.protein"
      :way="draft.way"
      :formulas="formulas"
      :chosen="draft.formulaId ?? ''"
      @take="(id) => (draft.formulaId = id)"
    />
    <h3 class="label soft">{{ says.parts }}</h3>
    <ul>
      <li v-for="(part, i) in draft.parts" :key="i" class="part">
        <v-text-field v-model="part.name" :label="says.part" maxlength="60" />
        <v-text-field v-model="part.massG" class="short" :label="says.massG" inputmode="decimal" />
        <v-text-field v-model="part.saltPct" class="short" :label="says.saltPct" inputmode="decimal" />
        <button type="button" class="text-key" @click="draft.parts.splice(i, 1)">{{ says.remove }}</button>
      </li>
    </ul>
    <p v-if="errors.includes('parts')" class="wine label" role="alert">
      ✕ {{ says.part }}, {{ says.massG }}, {{ says.saltPct }}
    </p>
    <button type="button" class="text-key" @click="addPart">{{ says.addPart }}</button>
    <p v-if="allowance" class="label">
      {{
        says.salt(numberText(Math.max(0, allowance.lowPct), 2), numberText(Math.max(0, allowance.highPct), 2))
      }}
      <span v-if="allowance.verdict !== 'fits'" class="roux"
        >▽ {{ says.saltVerdict[allowance.verdict] }}</span
      >
    </p>
    <h3 class="label soft">{{ says.companions }}</h3>
    <ul>
      <CompanionLine
        v-for="(companion, i) in draft.companions"
        :key="i"
        :companion="companion"
        @set="(c) => setCompanion(i, c)"
        @remove="draft.companions.splice(i, 1)"
      />
    </ul>
    <v-select
      class="add"
      :model-value="null"
      :items="titled(COMPANION_KINDS, briefTexts.companions)"
      :label="says.addCompanion"
      @update:model-value="addCompanion"
    />
    <div class="fields">
      <v-textarea v-model="draft.assembly" :label="says.assembly" rows="3" auto-grow />
      <v-textarea v-model="draft.lastMinute" :label="says.lastMinute" rows="3" auto-grow />
      <v-text-field v-model="draft.drainS" :label="says.drain" inputmode="numeric" />
    </div>
    <div class="keys-row gap-above">
      <v-btn class="is-first" type="submit">{{ says.keep }}</v-btn>
      <v-btn @click="emit('cancel')">{{ says.cancel }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.form {
  padding: 12px 0 18px;
  border-top: 1.25px solid var(--ink);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 10px 24px;
}
.part {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
}
.part .short {
  flex: 0 1 120px;
}
.add {
  max-width: 420px;
}
h3 {
  margin-top: 14px;
}
</style>
