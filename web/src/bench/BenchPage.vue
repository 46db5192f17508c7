<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, onMounted, onScopeDispose, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { benchOf, keepBenches } from '../techniques/registry'
import { texts } from '../ui/texts'
import { whenIdle } from '../ui/useInIdle'

// the next step's bench is here before the server may be gone
let callOff: (() => void) | undefined
onMounted(() => {
  callOff = whenIdle(() => void keepBenches())
})
onScopeDispose(() => callOff?.())
const route = useRoute()
const router = useRouter()
const { kitchen, current, batchesOfOrder } = useKitchenViews()
const view = computed(() => current.value.find((v) => v.state.id === route.params.id))
/** Hands first, then what is held, then what is planned; among equals what is due first. */
function rank({ state, hold }: BatchView): number {
  if (state.status === 'planned') return 2
  return hold ? 1 : 0
}
const dueAtMs = ({ deadlines }: BatchView) => Math.min(...deadlines.map((d) => d.atMs), Infinity)
const pressing = computed(
  () => [...current.value].sort((a, b) => rank(a) - rank(b) || dueAtMs(a) - dueAtMs(b))[0],
)
// without a batch in its address the most pressing one is opened, and stays: a bench never changes under a hand
watch(
  () => !route.params.id && route.path.startsWith('/bench') && pressing.value?.state.id,
  (id) => {
    if (id) void router.replace(`/bench/${id}`)
  },
  { immediate: true },
)
/** The batch of the address was taken off, by a cook or by another plan. */
const takenOff = computed(() => {
  const state = kitchen.batches.get(String(route.params.id ?? ''))
  return state?.status === 'takenOff' ? state : undefined
})
/** Where the same order is made instead. */
const instead = computed(
  () => (takenOff.value?.planned?.shares ?? []).flatMap((s) => batchesOfOrder(s.orderId))[0],
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
    <template v-if="takenOff">
      <p class="label">{{ texts.bench.takenOff(takenOff.planned?.sauceName ?? '') }}</p>
      <RouterLink v-if="instead" :to="`/bench/${instead.id}`" class="label">{{
        texts.bench.instead
      }}</RouterLink>
    </template>
    <template v-else>
      <p class="label">{{ texts.bench.none }}</p>
      <p class="caption">{{ texts.bench.noneHint }}</p>
    </template>
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
