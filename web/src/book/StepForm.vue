<script setup lang="ts">
import { ACTS, techniqueOf, type FormulaStep } from '@liquamen/core'
import { computed, reactive, ref } from 'vue'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ step: FormulaStep; bench: Workbench }>()
const emit = defineEmits<{ done: []; added: [stepId: string] }>()
const { draft } = props.bench
const draftStep = reactive({
  verb: props.step.verb,
  endsWhen: props.step.endsWhen,
  technique: props.step.technique,
  attention: props.step.attention ?? 'none',
  minutes: props.step.minutes
    ? [props.step.minutes.low, props.step.minutes.value, props.step.minutes.high].join(' – ')
    : '',
  ahead: props.step.aheadKeepsH === undefined ? '' : String(props.step.aheadKeepsH),
})
const techniques = ACTS.map((t) => ({ value: t, title: texts.workbench.techniques[t] ?? t }))
const attentions = (['constant', 'often', 'none'] as const).map((a) => ({
  value: a,
  title: texts.workbench.attentions[a],
}))
const isTried = ref(false)
const at = computed(() => draft.value.steps.findIndex((s) => s.id === props.step.id))
/** "3 – 5 – 8": least, usual, most; nothing where none is said. */
const minutes = computed(() => {
  const found =
    draftStep.minutes
      .replace(/,/g, '.')
      .match(/\d+(?:\.\d+)?/g)
      ?.map(Number) ?? []
  const [low, value, high] = found
  if (draftStep.minutes.trim() === '') return undefined
  return found.length === 3 && low! <= value! && value! <= high!
    ? { low: low!, value: value!, high: high! }
    : 'wrong'
})
/** Hours it keeps; nothing where none are said. */
const aheadKeepsH = computed(() => {
  if (draftStep.ahead.trim() === '') return undefined
  const hours = Number(draftStep.ahead.replace(',', '.'))
  return hours >= 0 ? hours : 'wrong'
})
const isWrong = computed(
  () =>
    minutes.value === 'wrong' ||
    aheadKeepsH.value === 'wrong' ||
    !draftStep.verb.trim() ||
    !draftStep.endsWhen.trim(),
)

function keep(): void {
  isTried.value = true
  if (isWrong.value) return
  const { minutes: _minutes, aheadKeepsH: _ahead, ...rest } = props.step
  const isReduction = techniqueOf(draftStep).asksTarget === true
  props.bench.edit({
    ...draft.value,
    steps: draft.value.steps.map((s) =>
      s.id === props.step.id
        ? {
            ...rest,
            verb: draftStep.verb.trim(),
            endsWhen: draftStep.endsWhen.trim(),
            technique: draftStep.technique,
            attention: draftStep.attention,
            ...(minutes.value && minutes.value !== 'wrong' ? { minutes: minutes.value } : {}),
            ...(aheadKeepsH.value === undefined || aheadKeepsH.value === 'wrong'
              ? {}
              : { aheadKeepsH: aheadKeepsH.value }),
            ...(isReduction && !s.target ? { target: 'by half' } : {}),
          }
        : s,
    ),
  })
  emit('done')
}
function add(): void {
  emit(
    'added',
    props.bench.addStep(props.step.id, { technique: 'add', cautions: [], ...texts.workbench.newStep }),
  )
}
function remove(): void {
  props.bench.removeStep(props.step.id)
  emit('done')
}
</script>

<template>
  <form
    class="form"
    :aria-label="`${texts.workbench.editStep}: ${step.verb}`"
    @submit.prevent="keep"
    @keydown.esc="emit('done')"
  >
    <v-text-field v-model="draftStep.verb" :label="texts.workbench.verb" maxlength="30" />
    <v-text-field
      v-model="draftStep.endsWhen"
      class="wide"
      :label="texts.workbench.endsWhen"
      maxlength="200"
    />
    <v-select v-model="draftStep.technique" :items="techniques" :label="texts.workbench.technique" />
    <v-select v-model="draftStep.attention" :items="attentions" :label="texts.workbench.attention" />
    <v-text-field
      v-model="draftStep.minutes"
      :label="texts.workbench.minutes"
      :error-messages="isTried && minutes === 'wrong' ? texts.workbench.minutesWrong : ''"
    />
    <v-text-field
      v-model="draftStep.ahead"
      :label="texts.workbench.ahead"
      inputmode="decimal"
      :error-messages="isTried && aheadKeepsH === 'wrong' ? texts.workbench.aheadWrong : ''"
    />
    <div class="keys-row wide">
      <v-btn type="submit" class="is-first">{{ texts.workbench.doneStep }}</v-btn>
      <v-btn :disabled="at <= 0" @click="bench.moveStep(step.id, -1)">{{ texts.workbench.earlier }}</v-btn>
      <v-btn :disabled="at >= draft.steps.length - 1" @click="bench.moveStep(step.id, 1)">{{
        texts.workbench.later
      }}</v-btn>
      <v-btn @click="add">{{ texts.workbench.addStep }}</v-btn>
      <v-btn :disabled="draft.steps.length < 2" @click="remove">{{ texts.workbench.removeStep }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 16px;
  padding: 8px 0 12px;
}
.wide {
  grid-column: 1 / -1;
}
</style>
