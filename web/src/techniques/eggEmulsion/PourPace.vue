<script setup lang="ts">
import { pourLeftS, type LiveEmulsion, type PacePlan } from '@liquamen/core'
import { computed, inject, onScopeDispose, watch } from 'vue'
import { alarmsKey } from '../../alarms/alarmsKey'
import { useKitchenNow } from '../../port/useKitchen'
import { numberText, spanText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** How long the butter still takes, how fast it may go in, by the school's own pace or by what is taken up; each two grams are heard. */
const props = defineProps<{
  bowl: LiveEmulsion
  /** The school's pace, as planned. */ plan: PacePlan | undefined
  /** What is to be said of the bath that stays under it. */ bath: string
}>()
/** Up to where a pour is drops, and up to where a thread, g/s. */
const DROPS_UNDER_G_PER_S = 0.8
const THREAD_UNDER_G_PER_S = 1.6
const nowMs = useKitchenNow()
const goal = computed(() => props.bowl.butterInG + props.bowl.butterToComeG)
const pourSpan = computed(() => spanText(pourLeftS(props.bowl.toPour) * 1000))
const isPoured = computed(() => props.bowl.butterToComeG > 1 && !props.bowl.isBroken)
const pace = computed(() => {
  const g = props.bowl.safePourGPerS
  if (g < DROPS_UNDER_G_PER_S) return 'drops'
  return g < THREAD_UNDER_G_PER_S ? 'thread' : 'stream'
})
/** The school's own pace, in what a hand does; none where it grows with what is in. */
const paceSays = computed(() => {
  const { plan } = props
  if (!plan) return ''
  const says = texts.emulsion.paceSays
  if (plan.doseG !== undefined) return says.spoonfuls(numberText(plan.doseG), numberText(plan.everyS ?? 0))
  const part = Math.min(3, 1 + Math.floor((3 * props.bowl.butterInG) / Math.max(1, goal.value)))
  if (plan.pace === 'thirds') return says.thirds(part, numberText(goal.value / 3))
  return plan.pace === 'steady' ? says.steady : ''
})
/** The pace is heard: eyes stay on the sauce. */
const alarms = inject(alarmsKey, undefined)
watch(
  [nowMs, () => props.bowl.isPouring],
  () => alarms?.tickPour(props.bowl.isPouring ? props.bowl.safePourGPerS : undefined),
  { immediate: true },
)
onScopeDispose(() => alarms?.tickPour(undefined))
</script>

<template>
  <p v-if="bowl.butterToComeG <= 1" class="label">{{ texts.emulsion.butterDone }}</p>
  <template v-else-if="isPoured">
    <p class="label">{{ texts.emulsion.pourOn }}</p>
    <p class="instrument">
      {{ pourSpan.number }}<span v-if="pourSpan.unit" class="unit">{{ pourSpan.unit }} ·</span
      ><span class="unit">{{ numberText(bowl.safePourGPerS, 1) }} {{ texts.emulsion.perS }}</span>
    </p>
  </template>
  <p v-if="bath" class="label">{{ bath }}</p>
  <p v-if="isPoured && paceSays" class="label">{{ paceSays }}</p>
  <ul v-else-if="isPoured" class="paces">
    <li v-for="p in ['drops', 'thread', 'stream'] as const" :key="p" :class="{ here: p === pace }">
      <span :class="['mark', p]" aria-hidden="true" />{{ texts.emulsion[p] }}
    </li>
  </ul>
</template>

<style scoped>
.paces {
  display: flex;
  gap: 22px;
  font-size: var(--type-text);
  color: var(--ink-soft);
}
.paces .here {
  color: var(--ink);
  font-weight: var(--weight-key);
}
.paces li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.mark {
  width: 0;
  height: 22px;
  border-left: 3px solid currentColor;
}
.mark.drops {
  border-left-style: dotted;
}
.mark.stream {
  border-left-width: 8px;
}
</style>
