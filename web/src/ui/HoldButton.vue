<script setup lang="ts">
import { onScopeDispose, ref } from 'vue'

defineProps<{ disabled?: boolean }>()
const emit = defineEmits<{ /** Held long enough to mean it. */ held: [] }>()
const HOLD_MS = 600
const isHolding = ref(false)
let timer = 0
let sinceMs = 0
function press({ timeStamp }: Event): void {
  if (isHolding.value) return
  isHolding.value = true
  sinceMs = timeStamp
  timer = window.setTimeout(held, HOLD_MS)
}
function held(): void {
  end()
  emit('held')
}
function end(): void {
  isHolding.value = false
  window.clearTimeout(timer)
}
/** Let go. How long it was held is the hand's time: a page that was busy hears of both at once. */
function release({ timeStamp }: Event): void {
  if (isHolding.value && timeStamp - sinceMs >= HOLD_MS) held()
  else end()
}
onScopeDispose(end)
</script>

<template>
  <v-btn
    class="hold"
    :class="{ holding: isHolding }"
    :disabled="disabled"
    @pointerdown="press"
    @pointerup="release"
    @pointerleave="release"
    @keydown.space.prevent="press"
    @keyup.space="release"
    @keydown.enter.prevent="press"
    @keyup.enter="release"
    ><slot
  /></v-btn>
</template>

<style scoped>
.hold {
  background-image: linear-gradient(var(--wine), var(--wine)) !important;
  background-size: 0 6px !important;
  background-repeat: no-repeat !important;
  background-position: 0 100% !important;
}
.hold.holding {
  background-size: 100% 6px !important;
  transition: background-size 600ms linear;
}
</style>
