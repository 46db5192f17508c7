<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { withVuetify } from '../app/withVuetify'
import { useLiveKitchen } from '../port/kitchen.store'
import { texts } from '../ui/texts'
import { crewTexts as says } from './texts.crew'
import { useSignOnSheet } from './useSignOnSheet'

/** Who stands at this tablet, in the head of every screen; pressed, another signs on. The sheet is loaded when it is first wanted. */
const SignOnSheet = defineAsyncComponent(withVuetify(() => import('./SignOnSheet.vue')))
const kitchen = useLiveKitchen()
const { isOpen } = useSignOnSheet()
const isAsked = ref(false)
watch(isOpen, (open) => (isAsked.value ||= open), { immediate: true })
const name = computed(() => kitchen.catalog?.crew.find((c) => c.id === kitchen.crewId)?.name ?? '')
</script>

<template>
  <button
    class="tool who"
    aria-haspopup="dialog"
    :aria-label="name ? `${texts.app.cook}: ${name}` : says.signOn"
    @click="isOpen = true"
  >
    {{ name || says.signOn }}
  </button>
  <SignOnSheet v-if="isAsked" />
</template>

<style scoped>
.who {
  max-width: 10em;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .who {
    max-width: 4.2em;
  }
}
</style>
