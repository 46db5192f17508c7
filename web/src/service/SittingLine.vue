<script setup lang="ts">
import { COVERS_BASES, type PlannedSitting } from '@liquamen/core'
import { computed, ref } from 'vue'
import { clockText, instantOn, isoDayText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { texts } from '../ui/texts'
import { briefTexts as says } from './texts.brief'

/** A sitting as a sentence, whose numbers are its fields. */
const props = defineProps<{ sitting: PlannedSitting; canGo: boolean }>()
const emit = defineEmits<{ set: [sitting: PlannedSitting]; remove: [] }>()
const set = (change: Partial<PlannedSitting>) => emit('set', { ...props.sitting, ...change })
const isWrong = ref(false)
const clock = computed(() => clockText(props.sitting.startsAtMs))
function setClock(typed: string): void {
  const startsAtMs = instantOn(isoDayText(props.sitting.startsAtMs), typed)
  isWrong.value = startsAtMs === undefined
  if (startsAtMs !== undefined) set({ startsAtMs })
}
const turnBasis = () => {
  const at = COVERS_BASES.indexOf(props.sitting.basis)
  set({ basis: COVERS_BASES[(at + 1) % COVERS_BASES.length]! })
}
</script>

<template>
  <li class="sitting">
    <span class="label">{{ sitting.name }}</span>
    <span class="soft">{{ says.at }}</span>
    <SentenceField :model-value="clock" :label="says.atOf(sitting.name)" :maxlength="5" @keep="setClock" />
    <span v-if="isWrong" class="wine label" role="alert">{{ texts.service.pickupWrong }}</span>
    <SentenceField
      :model-value="sitting.covers"
      :label="says.coversOf(sitting.name)"
      :min="0"
      :max="2000"
      @update:model-value="(covers: number) => set({ covers: Math.round(covers) })"
    />
    <span class="soft">{{ says.covers }},</span>
    <button class="text-key" :aria-label="says.basisOf(sitting.name)" @click="turnBasis">
      {{ says.basis[sitting.basis] }}
    </button>
    <span class="soft">{{ says.within }}</span>
    <SentenceField
      :model-value="sitting.spreadMin"
      :label="says.spreadOf(sitting.name)"
      :min="0"
      :max="240"
      :unit="says.min"
      @update:model-value="(spreadMin: number) => set({ spreadMin })"
    />
    <span class="soft">{{ says.min }}</span>
    <button v-if="canGo" class="text-key" @click="emit('remove')">{{ says.removeSitting }}</button>
  </li>
</template>

<style scoped>
.sitting {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
