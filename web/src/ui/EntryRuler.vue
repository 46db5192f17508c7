<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Ruler } from './rulerEntry'
import { texts } from './texts'

const props = defineProps<Ruler>()
const emit = defineEmits<{ keep: [value: number]; cancel: [] }>()

const decimals = computed(() => (props.step < 1 ? 1 : 0))
const round = (v: number) => Number((Math.round(v / props.step) * props.step).toFixed(decimals.value))
const value = ref(round(props.start))
const typed = ref(String(value.value))
const low = computed(() => Math.max(props.min, round(props.start - props.reach)))
const high = computed(() => Math.min(props.max, round(props.start + props.reach)))
const error = computed(() => {
  const v = Number(typed.value.replace(',', '.'))
  return typed.value.trim() === '' || !Number.isFinite(v) || v < props.min || v > props.max
    ? `${props.min}–${props.max} ${props.unit}`
    : ''
})
const set = (v: number) => {
  value.value = round(Math.max(props.min, Math.min(props.max, v)))
  typed.value = String(value.value)
}
const onType = (text: string) => {
  typed.value = text
  if (!error.value) value.value = Number(text.replace(',', '.'))
}
const keep = () => {
  if (!error.value) emit('keep', value.value)
}
</script>

<template>
  <form class="entry" :aria-label="label" @submit.prevent="keep" @keydown.esc="emit('cancel')">
    <div class="words">
      <span class="label">{{ label }}</span><span v-if="hint" class="caption">{{ hint }}</span>
    </div>
    <div class="row">
      <v-btn type="button" :aria-label="texts.entry.less(step, unit)" @click="set(value - step)">−</v-btn>
      <input
        class="slide"
        type="range"
        :min="low"
        :max="high"
        :step="step"
        :value="value"
        :aria-label="label"
        :aria-valuetext="`${value} ${unit}`"
        @input="set(Number(($event.target as HTMLInputElement).value))"
      />
      <v-btn type="button" :aria-label="texts.entry.more(step, unit)" @click="set(value + step)">+</v-btn>
      <v-text-field
        class="digits"
        :model-value="typed"
        inputmode="decimal"
        :suffix="unit"
        :aria-label="texts.entry.digits(label)"
        :error-messages="error"
        autofocus
        @update:model-value="onType"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <v-btn type="submit" class="is-first">{{ texts.app.keep }}</v-btn>
      <v-btn type="button" @click="emit('cancel')">{{ texts.app.cancel }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.entry {
  border-top: 1.25px solid var(--ink);
  padding: 8px 0;
  background: var(--bone);
}
.words {
  display: flex;
  gap: 16px;
  align-items: baseline;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.slide {
  flex: 1;
  min-width: 160px;
  height: 52px;
  accent-color: var(--ink);
}
.digits {
  flex: 0 0 150px;
}
</style>
