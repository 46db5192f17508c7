<script setup lang="ts">
import { computed, ref } from 'vue'
import { dayText, instantOn } from './format'

/** A day of the kitchen, shown and chosen in the house's format whatever the browser's own is. */
defineProps<{ label: string }>()
/** 2026-11-28. */
const day = defineModel<string>({ required: true })
const isOpen = ref(false)
const isoOf = (at: Date) =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-')
const shown = computed(() => dayText(instantOn(day.value, '12:00') ?? 0))
// the picker works in the browser's zone: noon there stands for the day
const picked = computed(() => new Date(`${day.value}T12:00:00`))
function pick(at: unknown): void {
  if (at instanceof Date) day.value = isoOf(at)
  isOpen.value = false
}
</script>

<template>
  <v-menu v-model="isOpen" :close-on-content-click="false">
    <template #activator="{ props: opener }">
      <v-btn v-bind="opener" :aria-label="`${label}: ${shown}`"
        ><small>{{ label }}</small> {{ shown }}</v-btn
      >
    </template>
    <v-date-picker :model-value="picked" hide-header :first-day-of-week="1" @update:model-value="pick" />
  </v-menu>
</template>
