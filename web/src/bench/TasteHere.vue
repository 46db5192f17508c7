<script setup lang="ts">
import { checkpointsOf, type BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import TasteKeys from '../techniques/season/TasteKeys.vue'
import { seasonTexts as says } from '../techniques/season/texts'
import type { Bench } from './useBench'
import { useVesselNow } from './useVesselNow'

/** A tasting that belongs to a step of another room: told in a line, opened by a tap. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
const vessel = useVesselNow(toRef(props, 'view'))
const isOpen = ref(false)
const here = computed(() => checkpointsOf(props.view.formula).find((c) => c.stepId === props.view.step?.id))
const noted = computed(() => props.view.state.tastes.findLast((t) => t.stepId === props.view.step?.id))
const isWorked = computed(() => props.view.stepStartedAtMs !== undefined)
</script>

<template>
  <div v-if="here && isWorked && vessel.walked" class="taste">
    <button class="text-key" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ says.taste }} <small>{{ noted ? says.says(says.words[noted.word]) : says.hints[here.id] }}</small>
    </button>
    <TasteKeys v-if="isOpen" :view="view" :bench="bench" :contents="vessel.walked.end" can-act />
  </div>
</template>
