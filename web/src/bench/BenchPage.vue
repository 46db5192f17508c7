<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { benchOf } from '../techniques/registry'
import { texts } from '../ui/texts'

const route = useRoute()
const { current } = useKitchenViews()
/** The batch in the address, else the most pressing one. */
const view = computed(
  () =>
    current.value.find((v) => v.state.id === route.params.id) ??
    (route.params.id
      ? undefined
      : [...current.value].sort((a, b) => Number(b.state.status === 'underWay') - Number(a.state.status === 'underWay'))[0]),
)
const bench = computed(() => (view.value ? benchOf(view.value) : undefined))
</script>

<template>
  <component :is="bench" v-if="view && bench" :key="`${view.state.id}:${view.step?.id}`" :view="view" />
  <div v-else class="empty">
    <h1 class="visually-hidden">{{ texts.app.screens.bench }}</h1>
    <svg width="260" height="170" viewBox="-130 -140 260 170" aria-hidden="true">
      <path d="M-100 -120L-74 -14q2 14 14 14H60q12 0 14-14L100-120" class="coming" />
      <path d="M-130 4H130" class="hob" />
    </svg>
    <p class="label">{{ texts.bench.none }}</p>
    <p class="caption">{{ texts.bench.noneHint }}</p>
    <RouterLink to="/log" v-if="route.params.id" class="label">{{ texts.app.screens.log }}</RouterLink>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  justify-items: start;
  gap: 14px;
  padding: 24px 0;
}
.coming {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.5;
  stroke-dasharray: 5 5;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
a {
  color: inherit;
  min-height: 48px;
}
</style>
