<script setup lang="ts">
import type { Formula, KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../kitchen/useKitchenViews'
import { texts } from '../shared/texts'
import FormulaBench from './FormulaBench.vue'

const route = useRoute()
const { catalog } = useKitchenViews()
const formula = computed<Formula | undefined>(() => catalog.value?.formulas.find((f) => f.id === route.params.id))
</script>

<template>
  <FormulaBench v-if="formula && catalog" :key="`${formula.id}@${formula.version}`" :formula="formula" :catalog="(catalog as KitchenCatalog)" />
  <p v-else class="label">{{ texts.book.none }} <RouterLink to="/book">{{ texts.book.title }}</RouterLink></p>
</template>
