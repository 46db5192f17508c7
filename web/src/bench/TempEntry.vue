<script setup lang="ts">
import { deltaOnDevice, tempFromDevice, tempOnDevice, tempScale } from '../ui/useDeviceUnits'
import CleanTool from './CleanTool.vue'
import { cleanTexts } from './cleanTexts'
import EntryRuler from '../ui/EntryRuler.vue'

defineProps<{
  label: string
  /** Where the ruler opens. */
  startC: number
  /** Half the span that it shows. */
  reachK: number
}>()
const emit = defineEmits<{ keep: [tempC: number]; cancel: [] }>()
const [LOWEST_C, HIGHEST_C] = [-30, 260]
</script>

<template>
  <CleanTool tool="thermometer" :name="cleanTexts.thermometer" />
  <EntryRuler
    :label="label"
    :unit="tempScale()"
    :start="tempOnDevice(startC)"
    :min="Math.round(tempOnDevice(LOWEST_C))"
    :max="Math.round(tempOnDevice(HIGHEST_C))"
    :step="tempScale() === '°F' ? 1 : 0.5"
    :reach="deltaOnDevice(reachK)"
    @keep="(v) => emit('keep', tempFromDevice(v))"
    @cancel="emit('cancel')"
  />
</template>
