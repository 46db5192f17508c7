<script setup lang="ts">
import { stillIn, type BatchView } from '@liquamen/core'
import { computed } from 'vue'
import { texts } from '../ui/texts'
import type { Bench } from './useBench'

/** What went in whole and must be counted out again here: bay, bundle, string, bag. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
const left = computed(() => stillIn(props.view.formula, props.view.state, props.view.step?.id ?? ''))
const wentIn = computed(() => props.view.formula.steps.flatMap((s) => s.comesOut ?? []).length)
const isHere = computed(() => {
  const { step, state, formula } = props.view
  return !!step && stillIn(formula, { ...state, takenOut: [] }, step.id).length > 0
})
</script>

<template>
  <section v-if="isHere" class="out" role="group" :aria-label="texts.bench.takeOut.label">
    <p class="label" :class="{ roux: left.length }">
      <template v-if="left.length">{{ texts.bench.takeOut.left(left.length, wentIn) }}</template><template
        v-else
        >{{ texts.bench.takeOut.even(wentIn) }}</template
      >
    </p>
    <div v-if="left.length" class="keys-row">
      <v-btn
        v-for="(insert, i) in left"
        :key="`${insert.stepId} ${insert.what} ${i}`"
        @click="bench.takeOut([insert])"
        >{{ insert.what }} <small>{{ texts.bench.takeOut.out }}</small></v-btn
      >
      <v-btn v-if="left.length > 1" @click="bench.takeOut(left)">{{
        texts.bench.takeOut.all(left.length)
      }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.out {
  padding: 10px 0;
}
</style>
