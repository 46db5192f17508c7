<script setup lang="ts">
import { lastTouched, type HandTool } from '@liquamen/core'
import { computed, inject } from 'vue'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { clockText } from '../ui/format'
import { benchViewKey } from './benchView'
import { cleanTexts as says } from './cleanTexts'
import { useForbidden } from './useForbidden'

/** A tool that stood in another sauce is washed before it goes in here; where a guest must not have what is in that one, this sauce keeps its own. */
const props = defineProps<{ tool: HandTool; name: string }>()
const kitchen = useKitchen()
const nowMs = useKitchenNow()
const at = inject(benchViewKey, undefined)
const forbidden = at && useForbidden(at.view)
const touched = computed(() =>
  at ? lastTouched(props.tool, at.view.value.state, kitchen.batches.values(), nowMs.value) : undefined,
)
const grave = computed(() => touched.value && forbidden?.(touched.value.ingredientIds))
const wash = () => at?.bench.keep('tool.washed', { tool: props.tool }, says.washed)
</script>

<template>
  <p v-if="touched" class="clean label" :class="grave ? 'wine' : 'roux'" role="status">
    <span
      >{{ grave ? '✕' : '▽' }} {{ says.wasIn(name, touched.sauce, clockText(touched.atMs)) }}
      <template v-if="grave">{{ says.keepsOwn(grave.who, grave.allergen) }}</template></span
    >
    <button class="text-key" @click="wash">{{ says.washed }}</button>
  </p>
</template>

<style scoped>
.clean {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
