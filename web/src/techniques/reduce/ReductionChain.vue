<script setup lang="ts">
import type { ChainLink } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../../port/useKitchen'
import { numberText } from '../../ui/format'
import { reduceTexts } from './texts'

/** A chain of reductions: how far each goes, and what goes in between. */
const props = defineProps<{ chain: readonly ChainLink[]; stepId: string }>()
const kitchen = useKitchen()
const name = (id: string) => kitchen.ingredients.get(id)?.name ?? id
const links = computed(() =>
  props.chain.map((link) => ({
    ...link,
    goesIn: link.added.map((a) => `${numberText(a.massG)} g ${name(a.ingredientId)}`).join(', '),
    says: reduceTexts.from(numberText(link.startMl), numberText(link.endMl)),
  })),
)
</script>

<template>
  <ol v-if="links.length > 1" class="chain" :aria-label="reduceTexts.chain">
    <li v-for="link in links" :key="link.stepId" :aria-current="link.stepId === stepId">
      <span v-if="link.goesIn" class="soft goes-in">{{ reduceTexts.goesIn(link.goesIn) }}</span>
      <span class="verb">{{ link.verb }}</span>
      <span>{{ link.says }}</span>
    </li>
  </ol>
</template>

<style scoped>
.chain {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  font-size: var(--type-text);
  padding: 4px 0;
}
.chain > li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.chain > li[aria-current='true'] > :not(.goes-in) {
  font-weight: var(--weight-key);
}
</style>
