<script setup lang="ts">
import { houseMinutes, houseShare, OFFERED_FROM, type FormulaStep } from '@liquamen/core'
import { computed } from 'vue'
import type { useLessons } from '../port/useLessons'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

/** What the house's own batches say of a step, beside what its formula says; taken as the new default in one tap. */
const props = defineProps<{
  /** The step as the book has it now; none where a school brought it: it is changed in its school. */
  step: FormulaStep | undefined
  formulaId: string
  lessons: ReturnType<typeof useLessons>
}>()
const minutes = computed(
  () => props.step && houseMinutes(props.lessons.rows.value, props.formulaId, props.step),
)
const sieve = computed(
  () => props.step && houseShare(props.lessons.rows.value, props.formulaId, props.step.id),
)
const take = (change: Partial<FormulaStep>) =>
  props.step && props.lessons.take(props.formulaId, props.step.id, change)
const WORTH_TAKING = 0.05 // what was taken once is not offered again for a hair
const tenth = (min: number) => Math.round(min * 10) / 10
const next = computed(() => {
  const of = minutes.value?.next
  return of && { low: tenth(of.low), value: tenth(of.value), high: tenth(of.high) }
})
const isNewMinutes = computed(
  () =>
    minutes.value !== undefined &&
    minutes.value.tookMin.length >= OFFERED_FROM &&
    Math.abs((next.value?.value ?? 0) / minutes.value.saidMin - 1) > WORTH_TAKING,
)
const share = computed(() => sieve.value && Math.round(sieve.value.nextFrac * 1000) / 1000)
const isNewShare = computed(
  () =>
    sieve.value !== undefined &&
    sieve.value.weighedFrac.length >= OFFERED_FROM &&
    share.value !== props.step?.yieldFrac,
)
</script>

<template>
  <div class="house">
    <p v-if="minutes && next">
      {{ numberText(next.low, 1) }}–<strong>{{ numberText(next.value, 1) }}</strong
      >–{{ numberText(next.high, 1) }}
      <span class="soft">{{ texts.batch.taught(minutes.tookMin.length) }}</span>
      <button v-if="isNewMinutes" class="text-key" @click="take({ minutes: next })">
        {{ texts.batch.take }}
      </button>
    </p>
    <p v-if="sieve && share !== undefined">
      {{ texts.batch.sieve(numberText(100 * sieve.foretoldFrac, 1), numberText(100 * share, 1)) }}
      <span class="soft">{{ texts.batch.taught(sieve.weighedFrac.length) }}</span>
      <button v-if="isNewShare" class="text-key" @click="take({ yieldFrac: share })">
        {{ texts.batch.take }}
      </button>
    </p>
    <p v-if="lessons.isRefused.value && (isNewMinutes || isNewShare)" class="caption roux" role="alert">
      {{ texts.app.failed }}
    </p>
  </div>
</template>
