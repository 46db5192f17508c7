<script setup lang="ts">
import { texts } from '../ui/texts'
import { useDeviceUnits, type TempUnit } from '../ui/useDeviceUnits'

defineProps<{ /** The kitchen's name, which opens it. */ kitchenName: string }>()
const { system, tempUnit, setSystem, setTempUnit } = useDeviceUnits()
const measures = [
  { value: 'metric' as const, title: texts.device.metric },
  { value: 'us' as const, title: texts.device.us },
]
const scales: TempUnit[] = ['°C', '°F']
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: opener }">
      <button v-bind="opener" class="tool place" :aria-label="`${texts.device.title}: ${kitchenName}`">
        <span class="name">{{ kitchenName }}</span><span class="degrees">{{ tempUnit }}</span
        ><span aria-hidden="true"> ▾</span>
      </button>
    </template>
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
.tool {
  min-width: 48px;
  height: 48px;
  padding: 0 10px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  font-size: var(--type-text);
  cursor: pointer;
}
.tool:hover .name {
  text-decoration: underline;
  text-underline-offset: 5px;
}
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
.degrees {
  display: none;
}
@media (max-width: 900px) {
  .name {
    display: none;
  }
  .degrees {
    display: inline;
  }
}
</style>
