<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import { texts } from '../ui/texts'
import { useDeviceUnits } from '../ui/useDeviceUnits'
import { withVuetify } from './withVuetify'

/** The key that opens what belongs to this device. Its menu is loaded when it is first pressed. */
defineProps<{ /** The kitchen's name, which opens it. */ kitchenName: string }>()
const DeviceMenu = defineAsyncComponent(withVuetify(() => import('./DeviceMenu.vue')))
const { tempUnit } = useDeviceUnits()
const key = ref<HTMLElement>()
const isAsked = ref(false)
const isOpen = ref(false)
function toggle(): void {
  isAsked.value = true
  isOpen.value = !isOpen.value
}
</script>

<template>
  <button
    ref="key"
    class="tool place"
    aria-haspopup="true"
    :aria-expanded="isOpen"
    :aria-label="`${texts.device.title}: ${kitchenName}`"
    @click="toggle"
  >
    <span class="name">{{ kitchenName }}</span><span class="degrees">{{ tempUnit }}</span
    ><span aria-hidden="true"> ▾</span>
  </button>
  <DeviceMenu v-if="isAsked && key" v-model="isOpen" :kitchen-name="kitchenName" :by="key" />
</template>

<style scoped>
.place {
  color: var(--ink-soft);
  font-weight: inherit;
  white-space: nowrap;
}
.degrees {
  display: none;
}
@media (max-width: 900px) {
  .name {
    display: none;
  }
  .place {
    padding: 0 4px;
  }
  .degrees {
    display: inline;
  }
}
</style>
