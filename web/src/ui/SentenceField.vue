<script setup lang="ts">
import { computed, ref, watch } from 'vue'

/** A field inside a sentence: its number or word, underlined, and nothing else of the sentence is pressed. What cannot be is said under it. */
const props = defineProps<{
  /** Nothing yet: an empty field that waits for its number. */
  modelValue: number | string | undefined
  label: string
  min?: number
  max?: number
  unit?: string
  maxlength?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number]; keep: [value: string] }>()
const isNumber = computed(() => typeof props.modelValue !== 'string')
const asText = (v: number | string | undefined) => (v === undefined ? '' : String(v))
const typed = ref(asText(props.modelValue))
watch(
  () => props.modelValue,
  (now) => (typed.value = asText(now)),
)
const value = computed(() => Number(typed.value.trim().replace(',', '.').replace('−', '-')))
const error = computed(() => {
  if (!isNumber.value) return typed.value.trim() === '' ? '…' : ''
  if (typed.value === '' && props.modelValue === undefined) return ''
  const { min = -Infinity, max = Infinity } = props
  const isIn = typed.value.trim() !== '' && value.value >= min && value.value <= max
  return isIn ? '' : `${min}–${max} ${props.unit ?? ''}`.trim()
})
function settle(): void {
  if (error.value || typed.value === asText(props.modelValue)) return
  if (isNumber.value) emit('update:modelValue', value.value)
  else emit('keep', typed.value.trim())
}
</script>

<template>
  <span class="field"
    ><input
      v-model="typed"
      :style="{ width: `${Math.max(2.4, typed.length) + 0.6}ch` }"
      :inputmode="isNumber ? 'decimal' : 'text'"
      :aria-label="label"
      :aria-invalid="error !== ''"
      :maxlength="maxlength ?? 12"
      @change="settle"
      @keydown.enter="settle"
      @focus="($event.target as HTMLInputElement).select()"
    /><small v-if="error" class="wrong" role="alert">{{ error }}</small></span
  >
</template>

<style scoped>
.field {
  position: relative;
  display: inline-block;
}
input {
  min-height: 48px;
  padding: 0 2px;
  border: 0;
  background: linear-gradient(var(--ink), var(--ink)) 0 37px / 100% 2px no-repeat;
  color: inherit;
  font: inherit;
  font-size: 24px;
  font-weight: var(--weight-key);
  text-align: center;
  max-width: 100%;
}
input:focus-visible {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
.wrong {
  position: absolute;
  left: 0;
  top: 100%;
  z-index: 1;
  padding: 0 4px;
  white-space: nowrap;
  background: var(--bone);
  color: var(--wine);
  font-size: var(--type-caption);
}
</style>
