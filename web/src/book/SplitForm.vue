<script setup lang="ts">
import { inParts, type FormulaItem, type StagedPart } from '@liquamen/core'
import { computed, ref } from 'vue'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ /** What is put in by stages. */ item: FormulaItem; bench: Workbench }>()
const emit = defineEmits<{ done: [] }>()
const { draft, factor, splitRefused } = props.bench
const EQUAL_PARTS = [2, 3, 4] as const
const nowG = ref('')
const steps = computed(() =>
  draft.value.steps.filter((s) => s.id !== props.item.stepId).map((s) => ({ value: s.id, title: s.verb })),
)
const laterId = ref(draft.value.steps.at(-1)?.id ?? '')

function split(parts: StagedPart[]): void {
  if (props.bench.split(props.item.id, parts)) emit('done')
}
const equally = (n: number) => split(inParts(n).map((part) => ({ part, stepId: props.item.stepId })))
/** So much of the scaled batch here, the rest at a later step. */
function partly(): void {
  const size = Number(nowG.value.replace(',', '.')) / factor.value
  if (!(size > 0) || !laterId.value) return
  split([
    { part: { massG: size }, stepId: props.item.stepId },
    { part: 'rest', stepId: laterId.value },
  ])
}
</script>

<template>
  <div class="split" role="group" :aria-label="texts.workbench.split">
    <v-btn v-for="n in EQUAL_PARTS" :key="n" @click="equally(n)">{{ texts.workbench.inParts(n) }}</v-btn>
    <div class="row">
      <v-text-field
        v-model="nowG"
        class="grams"
        inputmode="decimal"
        :label="texts.workbench.partNowG"
        @keydown.enter="partly"
      />
      <v-select v-model="laterId" :items="steps" :label="texts.workbench.partNow" />
      <v-btn :disabled="!nowG" @click="partly">{{ texts.app.keep }}</v-btn>
    </div>
    <p v-if="splitRefused" class="wine" role="alert">✕ {{ texts.workbench.splitRefused[splitRefused] }}</p>
  </div>
</template>

<style scoped>
.split {
  grid-column: 1 / -1;
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  padding: 6px 0 10px;
}
.row {
  display: flex;
  gap: 12px;
  align-items: end;
  width: 100%;
}
.grams {
  flex: 0 0 110px;
}
</style>
