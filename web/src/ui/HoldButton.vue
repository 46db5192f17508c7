<script setup lang="ts">
import { onScopeDispose, ref } from 'vue'

defineProps<{ disabled?: boolean }>()
const emit = defineEmits<{ /** Held long enough to mean it. */ held: [] }>()
const HOLD_MS = 600
const isHolding = ref(false)
let timer = 0
function press(): void {
  isHolding.value = true
  window.clearTimeout(timer)
  timer = window.setTimeout(() => {
    isHolding.value = false
    emit('held')
  }, HOLD_MS)
}
function release(): void {
  isHolding.value = false
  window.clearTimeout(timer)
}
onScopeDispose(release)
</script>

<template>
  <v-btn
    class="hold"
    :class="{ holding: isHolding }"
    :disabled="disabled"
    @pointerdown="press"
    @pointerup="release"
    @pointerleave="release"
    @keydown.space.prevent="!isHolding && press()"
    @keyup.space="release"
    @keydown.enter.prevent="!isHolding && press()"
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
