<script setup lang="ts">
import { actualEnd, reboilS, rescueFamily, type BatchView } from '@liquamen/core'
import { computed } from 'vue'
import { degreesText, numberText } from '../../ui/format'
import { brownTexts as says } from './texts'

/** A browned butter that has stood is brought to the boil again when it is picked up. Shown for no other sauce. */
const props = defineProps<{
  view: BatchView
  left: number
  /** As it was read; as butter stands by a stove where nobody has. */ tempC?: number | undefined
}>()
const STANDS_AT_C = 60
const isBrown = computed(() => rescueFamily(props.view.state) === 'brownButter')
const again = computed(() => {
  const { state, pan, ring } = props.view
  const contents = isBrown.value && actualEnd(state)
  const fromC = props.tempC ?? STANDS_AT_C
  if (!contents || !state.plan || !state.frozen) return undefined
  const share = Math.min(1, props.left / Math.max(1, state.plan.yieldPortions))
  const { altitudeM } = state.frozen.settings
  return { fromC, s: reboilS({ contents, pan, ring, altitudeM, share }, fromC) }
})
</script>

<template>
  <p v-if="again" class="label">{{ says.pickUp(degreesText(again.fromC), numberText(again.s)) }}</p>
</template>
