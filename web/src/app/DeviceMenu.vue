<script setup lang="ts">
import { texts } from '../ui/texts'
import { useDeviceUnits, type TempUnit } from '../ui/useDeviceUnits'

defineProps<{
  kitchenName: string
  /** The key that opens it, beside which it hangs. */
  by: HTMLElement
}>()
const isOpen = defineModel<boolean>({ required: true })
const { system, tempUnit, setSystem, setTempUnit } = useDeviceUnits()
const measures = [
  { value: 'metric' as const, title: texts.device.metric },
  { value: 'us' as const, title: texts.device.us },
]
const scales: TempUnit[] = ['°C', '°F']
</script>

<template>
  <v-menu v-model="isOpen" :target="by" :open-on-click="false" :close-on-content-click="false">
    <div class="menu" role="group" :aria-label="texts.device.title">
      <RouterLink to="/kitchen" class="label to-kitchen"
        >{{ texts.app.screens.kitchen }}: {{ kitchenName }}</RouterLink
      >
      <p class="caption">{{ texts.device.measures }}</p>
      <div class="keys-row">
        <v-btn
          v-for="m in measures"
          :key="m.value"
          :aria-pressed="system === m.value"
          @click="setSystem(m.value)"
          >{{ m.title }}</v-btn
        >
      </div>
      <p class="caption">{{ texts.device.temperatures }}</p>
      <div class="keys-row">
        <v-btn v-for="s in scales" :key="s" :aria-pressed="tempUnit === s" @click="setTempUnit(s)">{{
          s
        }}</v-btn>
      </div>
    </div>
  </v-menu>
</template>

<style scoped>
.menu {
  display: grid;
  gap: 8px;
  padding: 14px 18px 18px;
  background: var(--sunk);
  border: 1.25px solid var(--ink);
}
.to-kitchen {
  min-height: 48px;
  display: flex;
  align-items: center;
  color: inherit;
}
</style>
