<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import RescueDrawer from './RescueDrawer.vue'
import { rescueTexts as says } from './texts'
import { useRescueDrawer } from './useRescueDrawer'

/** The drawer while it is open: of the sauce that was meant, or the question which. It follows to another bench. */
const route = useRoute()
const { current } = useKitchenViews()
const { open, show, hide } = useRescueDrawer()
const view = computed(() => current.value.find((v) => v.state.id === open.value?.batchId))
watch(
  () => route.params.id,
  (id) => {
    if (open.value && typeof id === 'string' && current.value.some((v) => v.state.id === id)) show(id)
  },
)
</script>

<template>
  <RescueDrawer v-if="view" :key="view.state.id" :view="view" :symptom="open?.symptom" @close="hide()" />
  <aside v-else class="whose" :aria-label="says.title">
    <p class="label">{{ current.length ? says.whose : says.nothingOn }}</p>
    <div class="keys-row">
      <v-btn v-for="v in current" :key="v.state.id" @click="show(v.state.id)"
        ><span class="sauce">{{ v.formula.name }}</span>
        <small>{{ v.hold?.wellId ? v.hold.letter : v.ring.number }}</small></v-btn
      >
      <v-btn @click="hide()">{{ says.close }}</v-btn>
    </div>
  </aside>
</template>

<style scoped>
.whose {
  position: fixed;
  right: 0;
  bottom: 102px;
  width: min(520px, var(--screen-w));
  background: var(--sunk);
  border: 1.25px solid var(--ink);
  border-right: 0;
  padding: 16px 32px 16px 24px;
  z-index: 6;
}
</style>
