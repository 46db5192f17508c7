<script setup lang="ts">
import { computed } from 'vue'
import type { BatchView } from '@liquamen/core'
import { texts } from '../ui/texts'

const props = defineProps<{ view: BatchView }>()
/** The cautions that bite at this step; the one on copper only where the bowl is of it. */
const cautions = computed(() =>
  (props.view.step?.cautions ?? []).filter(
    (c) => c !== 'linedCopper' || props.view.pan.material === 'copper',
  ),
)
</script>

<template>
  <ul v-if="cautions.length" class="cautions">
    <li v-for="c in cautions" :key="c">△ {{ texts.cautions[c] }}</li>
  </ul>
</template>

<style scoped>
.cautions {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  font-size: var(--type-caption);
  color: var(--ink-soft);
  padding: 2px 0;
}
</style>
