<script setup lang="ts">
import type { Formula, KitchenCatalog } from '@liquamen/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { texts } from '../ui/texts'
import FormulaBench from './FormulaBench.vue'

const route = useRoute()
const { catalog } = useKitchenViews()
const newest = computed<Formula | undefined>(() =>
  catalog.value?.formulas.find((f) => f.id === route.params.id),
)
/** The version on the bench: the newest, unless edits stand on an older one. Nobody else's save may wipe them. */
const shown = shallowRef<Formula>()
const isEdited = ref(false)
const savedVersion = ref<number>()
watch(
  newest,
  (formula) => {
    if (isEdited.value && formula && formula.id === shown.value?.id) return
    if (formula?.id !== shown.value?.id) savedVersion.value = undefined
    shown.value = formula
  },
  { immediate: true },
)
function showNewest(saved?: number): void {
  savedVersion.value = saved
  shown.value = newest.value
}
</script>

<template>
  <template v-if="shown && newest && catalog">
    <p v-if="savedVersion" class="sorrel label" role="status">✓ {{ texts.book.bench.saved(savedVersion) }}</p>
    <p v-if="newest.version > shown.version" class="roux label newer" role="status">
      ▽ {{ texts.book.bench.newer(newest.version) }}
      <v-btn @click="showNewest()">{{ texts.book.bench.theirs }}</v-btn>
    </p>
    <FormulaBench
      :key="`${shown.id}@${shown.version}`"
      :formula="shown"
      :catalog="catalog as KitchenCatalog"
      @edited="(is) => (isEdited = is)"
      @saved="showNewest"
    />
  </template>
  <p v-else class="label">
    {{ texts.book.none }} <RouterLink to="/book">{{ texts.book.title }}</RouterLink>
  </p>
</template>

<style scoped>
.newer {
  display: flex;
  gap: 16px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
