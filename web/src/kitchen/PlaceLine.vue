<script setup lang="ts">
import { boilsAtC, kitCount, KITS, type KitchenSettings } from '@liquamen/core'
import { computed } from 'vue'
import { degreesText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** Where the kitchen is: its height decides where water boils. */
const props = defineProps<{ settings: KitchenSettings; change: KitchenChange }>()
const boils = computed(() => degreesText(boilsAtC(props.settings), 1))
function set(change: Partial<KitchenSettings>): void {
  const { name, altitudeM, roomTempC, timeZone, scaleStepG, stove, kits } = { ...props.settings, ...change }
  void props.change.make(texts.place.kept, {
    kind: 'place.set',
    payload: {
      name,
      altitudeM,
      roomTempC,
      timeZone,
      scaleStepG,
      ...(stove ? { stove } : {}),
      ...(kits ? { kits } : {}),
    },
  })
}
</script>

<template>
  <p class="sentence place">
    <SentenceField
      :model-value="settings.name"
      :label="texts.place.name"
      :maxlength="40"
      @keep="(name) => set({ name })"
    />
    {{ texts.place.stands }}
    <SentenceField
      :model-value="settings.altitudeM"
      :label="texts.place.altitude"
      :min="-100"
      :max="5000"
      unit="m"
      @update:model-value="(altitudeM) => set({ altitudeM })"
    />
    {{ texts.place.up }} <strong>{{ boils }}</strong> {{ texts.place.here }}
    <SentenceField
      :model-value="settings.roomTempC"
      :label="texts.place.room"
      :min="0"
      :max="60"
      unit="°C"
      @update:model-value="(roomTempC) => set({ roomTempC })"
    />° {{ texts.place.clocks }}
    <SentenceField
      :model-value="settings.timeZone"
      :label="texts.place.zone"
      :maxlength="40"
      @keep="(timeZone) => set({ timeZone })"
    />, {{ texts.place.scale }}
    <SentenceField
      :model-value="settings.scaleStepG"
      :label="texts.place.step"
      :min="0.1"
      :max="50"
      unit="g"
      @update:model-value="(scaleStepG) => set({ scaleStepG })"
    />
    g.
    <template v-for="kit in KITS" :key="kit">
      <SentenceField
        :model-value="kitCount(settings, kit)"
        :label="texts.place.kits[kit].label"
        :min="0"
        :max="20"
        @update:model-value="(count) => set({ kits: { ...settings.kits, [kit]: Math.round(count) } })"
      />
      {{ texts.place.kits[kit].says(kitCount(settings, kit)) }}
    </template>
  </p>
</template>
