<script setup lang="ts">
import type { Doing } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { mayTexts } from '../ui/texts.may'
import { crewTexts as says } from './texts.crew'
import { useSignOnSheet } from './useSignOnSheet'

/** Said where whoever stands here may only look: who may, and the key by which they sign on. */
const props = defineProps<{ doing: Doing }>()
const kitchen = useKitchen()
const { isOpen } = useSignOnSheet()
const why = computed(() => kitchen.whyNot(props.doing))
</script>

<template>
  <p v-if="why" class="may">
    <span>{{ why === 'otherDevice' ? mayTexts.sentence(why, doing) : mayTexts.takes(doing) }}</span>
    <v-btn v-if="why !== 'otherDevice'" size="small" @click="isOpen = true">{{ says.signOn }}</v-btn>
  </p>
</template>

<style scoped>
.may {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  color: var(--ink-soft);
}
</style>
