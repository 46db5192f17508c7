<script setup lang="ts">
import { computed } from 'vue'
import { dayText, instantOn } from './format'

/** A day of the kitchen, shown and chosen in the house's format whatever the browser's own is. */
defineProps<{ label: string }>()
/** 2026-11-28. */
const day = defineModel<string>({ required: true })
const NOON = '12:00'
// the picker works in the browser's zone: noon there stands for the day
const isoOf = (at: Date) => [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-')
const picked = computed({
  get: () => new Date(`${day.value}T12:00:00`),
  set: (at: Date | null) => {
    if (at) day.value = isoOf(at)
  },
})
const shown = (at: unknown) => {
  const date = at instanceof Date ? at : new Date(String(at))
  return dayText(instantOn(isoOf(date), NOON) ?? date.getTime())
}
</script>

<template>
  <v-date-input
    v-model="picked"
    class="day-field"
    :label="label"
    :display-format="shown"
    prepend-icon=""
    append-inner-icon="$calendar"
    variant="underlined"
    density="comfortable"
    hide-details="auto"
    hide-actions
    readonly
  />
</template>
