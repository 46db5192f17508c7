<script setup lang="ts">
import { clarifying, type BatchView, type ClarifyStage } from '@liquamen/core'
import { computed } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useKitchen, useKitchenNow } from '../../port/useKitchen'
import { clockText, degreesText, numberText } from '../../ui/format'
import { clarifyTexts as says } from './clarifyTexts'

/** Butter that is clarified while something else is worked: melted, left still, poured off, each with its moment. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
const nowMs = useKitchenNow()
const kitchen = useKitchen()
const MINUTE_MS = 60_000
const clock = computed(() => {
  const { state } = props.view
  const altitudeM = (state.frozen ?? kitchen.catalog)?.settings.altitudeM ?? 0
  return clarifying({ ...props.view, altitudeM }, nowMs.value)
})
const isDue = computed(() => nowMs.value >= (clock.value?.endsAtMs ?? clock.value?.beginByMs ?? Infinity))
const line = computed(() => {
  const of = clock.value
  if (!of) return ''
  const { wholeG, beginByMs, endsAtMs = 0, settleMin } = of
  if (of.stage === 'toDo') return says.toDo(numberText(wholeG), clockText(beginByMs))
  if (of.stage === 'melting') return says.melting(clockText(endsAtMs))
  if (isDue.value) return says.settled
  const off = (min: number) => clockText(endsAtMs + (min - settleMin.value) * MINUTE_MS)
  return says.settling(clockText(endsAtMs), off(settleMin.low), off(settleMin.high))
})
const more = computed(() => {
  const of = clock.value
  if (!of) return ''
  const temp = degreesText(of.readyC)
  return of.stage === 'toDo'
    ? says.asSoon(clockText(of.readyAtMs), temp)
    : says.gives(numberText(of.clearG), numberText(of.wholeG), temp)
})
const NEXT = { toDo: 'onFlame', melting: 'melted', settling: 'pouredOff' } as const
const next = computed(() =>
  clock.value && clock.value.stage !== 'clear' ? NEXT[clock.value.stage] : undefined,
)
const tell = (stage: ClarifyStage) =>
  props.bench.keep('butter.clarified', { stepId: clock.value?.step.id ?? '', stage }, says.stage[stage])
</script>

<template>
  <p v-if="clock && next" class="label clarify" :class="{ roux: isDue }" :aria-label="says.name">
    <span v-if="isDue" aria-hidden="true">▽ </span>{{ line }} <span class="caption">{{ more }}</span>
    <button class="text-key" @click="tell(next)">{{ says.stage[next] }}</button>
    <button v-if="clock.stage === 'toDo'" class="text-key" @click="tell('pouredOff')">{{ says.have }}</button>
  </p>
</template>

<style scoped>
.clarify {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 14px;
}
</style>
