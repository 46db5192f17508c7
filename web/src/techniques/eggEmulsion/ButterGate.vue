<script setup lang="ts">
import { butterReady, butterWindowC, emulsionOf, type BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import TempEntry from '../../bench/TempEntry.vue'
import type { Bench } from '../../bench/useBench'
import { useKitchenNow } from '../../port/useKitchen'
import { clockText, degreesText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** Before it goes in, the butter is read; too hot it waits, too cool it is warmed. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
const nowMs = useKitchenNow()
const isReading = ref(false)
const says = texts.emulsion
const plan = computed(() => props.view.state.plan && emulsionOf(props.view.state.plan))
const window = computed(() => butterWindowC(plan.value?.method ?? { tool: 'handWhisk' }))
const ready = computed(() => butterReady(props.view.state, nowMs.value))
const isReady = computed(() => ready.value?.verdict === 'ready')
const line = computed(() => {
  const of = ready.value
  if (!of) return says.readButter(degreesText(window.value.low), degreesText(window.value.high))
  const now = degreesText(of.nowC)
  if (of.verdict === 'tooHot') return says.butterNow.tooHot(now, clockText(of.opensAtMs ?? nowMs.value))
  return says.butterNow[of.verdict](now)
})
async function keep(tempC: number): Promise<void> {
  const stepId = props.view.step?.id ?? ''
  if (await props.bench.keep('butter.read', { stepId, tempC }, says.butterIs(degreesText(tempC))))
    isReading.value = false
}
</script>

<template>
  <p class="label" :class="{ roux: !isReady }">
    <span v-if="!isReady" aria-hidden="true">▽ </span
    ><button class="text-key" :aria-expanded="isReading" @click="isReading = !isReading">{{ line }}</button>
  </p>
  <TempEntry
    v-if="isReading"
    :label="says.butterTemp"
    :start-c="ready?.nowC ?? (window.low + window.high) / 2"
    :reach-k="30"
    @keep="keep"
    @cancel="isReading = false"
  />
</template>
