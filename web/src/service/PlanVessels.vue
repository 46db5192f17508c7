<script setup lang="ts">
import { VESSEL_ROLES, type PlacedBatch, type VesselRole, type VesselTry } from '@liquamen/core'
import { computed } from 'vue'
import { numberText, percentText } from '../ui/format'
import { texts } from '../ui/texts'

/** The vessel of each role, why it was taken, and what speaks against the others. */
const props = defineProps<{ placed: PlacedBatch }>()
const emit = defineEmits<{ use: [role: VesselRole, panId: string] }>()

const says = ({ pan, troubles }: VesselTry) =>
  [pan.name, ...troubles.map((t) => texts.plan.troubles[t])].join(' · ')
const why = ({ shareFull, endDepthMm }: VesselTry) =>
  texts.plan.whyPan(percentText(shareFull, 0), endDepthMm === undefined ? '' : numberText(endDepthMm))
const roles = computed(() =>
  VESSEL_ROLES.flatMap((role) => {
    const tries = props.placed.choice.tried[role]
    if (!tries) return []
    const chosen = props.placed.place.vessels[role]
    const tried = tries.find((t) => t.pan.id === chosen?.id)
    const moves = role === 'smallPan' && chosen ? moveWords(chosen.name) : ''
    return [
      {
        role,
        panId: chosen?.id,
        items: tries.map((t) => ({ value: t.pan.id, title: says(t) })),
        hint: tried ? [why(tried), moves].filter(Boolean).join('. ') : texts.plan.noVessel,
      },
    ]
  }),
)
const moveWords = (pan: string) => {
  const step = props.placed.choice.movesAtStepId
  const planned = props.placed.plan.steps.find((s) => s.stepId === step)
  return planned ? texts.plan.moves(pan) : ''
}
</script>

<template>
  <v-select
    v-for="r in roles"
    :key="r.role"
    :model-value="r.panId"
    :items="r.items"
    :label="texts.plan.roles[r.role]"
    :hint="r.hint"
    persistent-hint
    @update:model-value="(v: string) => emit('use', r.role, v)"
  />
</template>
