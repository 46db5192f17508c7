<script setup lang="ts">
import { HEAT_LEVELS, heatRatio, type BatchView, type HeatLevel } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { clockText } from '../ui/format'
import { vInView } from '../ui/inView'
import { texts } from '../ui/texts'
import type { Bench } from './useBench'

/** What the flame of a step would do if it were turned, each level with the moment at which what is waited for would come. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  level: HeatLevel | undefined
  /** When what is waited for would come at that level, ms; infinite where it never would. */
  comesAtMs: (context: FlameContext, level: HeatLevel) => number
  never: string
}>()
interface FlameContext {
  readonly state: BatchView['state']
  readonly step: NonNullable<BatchView['step']>
  readonly planned: BatchView['planned']
  readonly startedAtMs: number
  readonly nowMs: number
}
const isOpen = ref(false)
const nowMs = useKitchenNow()
const flames = computed(() => {
  const { state, step, stepStartedAtMs, planned } = props.view
  if (!isOpen.value || !step || stepStartedAtMs === undefined) return []
  const context = { state, step, planned, startedAtMs: stepStartedAtMs, nowMs: nowMs.value }
  return (Object.keys(HEAT_LEVELS) as HeatLevel[]).map((level) => {
    const atMs = props.comesAtMs(context, level)
    return { level, says: Number.isFinite(atMs) ? clockText(Math.max(nowMs.value, atMs)) : props.never }
  })
})
async function turn(level: HeatLevel): Promise<void> {
  const ratio = heatRatio({
    before: HEAT_LEVELS[props.level ?? 'off'].share,
    after: HEAT_LEVELS[level].share,
  })
  const payload = { stepId: props.view.step?.id ?? '', level, ratio }
  if (await props.bench.keep('heat.changed', payload, texts.bench.levels[level])) isOpen.value = false
}
</script>

<template>
  <button class="text-key" :aria-expanded="isOpen" @click="isOpen = !isOpen">
    {{ texts.bench.heat }} <small>{{ texts.bench.levels[level ?? 'off'] }}</small>
  </button>
  <div v-if="isOpen" v-in-view class="choice-row flames" role="group" :aria-label="texts.bench.heat">
    <v-btn v-for="f in flames" :key="f.level" :aria-pressed="level === f.level" @click="turn(f.level)"
      >{{ texts.bench.levels[f.level] }} <small>{{ f.says }}</small></v-btn
    >
  </div>
</template>

<style scoped>
.flames {
  flex-basis: 100%;
}
</style>
