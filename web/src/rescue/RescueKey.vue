<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { rescueTexts as says } from './texts'
import { useRescueDrawer } from './useRescueDrawer'

/** The last key on the right, always: opens the rescue of the sauce on the bench, else asks whose. */
const route = useRoute()
const { current } = useKitchenViews()
const { open, show, hide } = useRescueDrawer()
const isOpen = computed(() => open.value !== undefined)
const toggle = () => {
  if (isOpen.value) return hide()
  const here = current.value.find((v) => v.state.id === route.params.id)
  const only = current.value.length === 1 ? current.value[0] : undefined
  show((here ?? only)?.state.id)
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const isTyping = /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping) return
  if (event.key.toLowerCase() === 'r') toggle()
  if (event.key === 'Escape' && isOpen.value) hide()
})
</script>

<template>
  <button class="rescue-key" :class="{ open: isOpen }" :aria-expanded="isOpen" @click="toggle">
    {{ says.key }}
  </button>
</template>

<style scoped>
.rescue-key {
  align-self: center;
  min-width: 104px;
  min-height: 64px;
  margin-left: 16px;
  border: 1.25px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  cursor: pointer;
}
.open {
  background: var(--ink);
  color: var(--bone);
}
</style>
