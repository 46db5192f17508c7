<script setup lang="ts">
import { PAN_BEFORE, panBefore, type BatchView, type PanBeforeCue } from '@liquamen/core'
import { computed, toRef } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useGuests } from '../../bench/useForbidden'
import { texts } from '../../ui/texts'
import { prepareTexts as says } from './texts'

/** What was fried in this pan: whether its fat and its fond go into the sauce, and whom what is left of it may hurt. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
const guests = useGuests(toRef(props, 'view'))
const told = computed(() => panBefore(props.view.state.stageFacts, props.view.step?.id ?? ''))
/** Guests who must not have what it leaves. */
const hurts = computed(() => {
  const leaves: readonly string[] = told.value ? PAN_BEFORE[told.value] : []
  const [met] = guests.value.flatMap(({ allergies, who }) =>
    allergies.filter((a) => leaves.includes(a)).map((a) => ({ allergen: texts.allergens[a] ?? a, who })),
  )
  return met && says.panBefore.hurts(met.allergen, met.who)
})
const tell = (cue: PanBeforeCue) => props.bench.cue(cue, says.panBefore.was[cue])
</script>

<template>
  <section class="gap-above" :aria-label="says.panBefore.title">
    <p class="label">{{ says.panBefore.title }}</p>
    <div class="keys-row">
      <v-btn
        v-for="(word, cue) in says.panBefore.was"
        :key="cue"
        :aria-pressed="told === cue"
        @click="tell(cue)"
        >{{ word }}</v-btn
      >
    </div>
    <p v-if="told" class="label">{{ says.panBefore.rule[told] }}</p>
    <p v-if="hurts" class="wine label" role="alert">✕ {{ hurts }}</p>
  </section>
</template>
