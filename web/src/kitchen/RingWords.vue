<script setup lang="ts">
import { HEAT_LEVELS, onRing, knobMark, ringPower, type HeatLevel, type Ring } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { numberText } from '../ui/format'
import { kitchenTexts as texts } from './texts.kitchen'

/** Where the heat words of a formula lie on this ring's knob, with what each gives. */
const props = defineProps<{ ring: Ring }>()
const kitchen = useKitchen()
const LEVELS = Object.keys(HEAT_LEVELS).filter((l): l is Exclude<HeatLevel, 'off'> => l !== 'off')
const words = computed(() => {
  const pan = kitchen.catalog?.pans[0]
  const altitudeM = kitchen.catalog?.settings.altitudeM ?? 0
  return LEVELS.flatMap((level) => {
    const mark = knobMark(props.ring, level)
    if (mark === undefined) return []
    const { powerW } = ringPower(props.ring, level, pan ? onRing(pan as never) : { baseMm: 200 }, altitudeM)
    const where = props.ring.marks
      ? texts.ring.ofMarks(numberText(mark), numberText(props.ring.marks))
      : texts.ring.ofKnob(`${numberText(mark * 100)} %`)
    return [{ level, where, watts: numberText(Math.round(powerW / 10) * 10) }]
  })
})
</script>

<template>
  <div>
    <h3 class="label">{{ texts.ring.words }}</h3>
    <dl class="words">
      <div v-for="w in words" :key="w.level">
        <dt>{{ texts.ring.levels[w.level] }}</dt>
        <dd>
          {{ w.where }} <span class="caption">{{ w.watts }} W</span>
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
}
.words dt {
  color: var(--ink-soft);
}
.words dd {
  font-weight: var(--weight-key);
}
</style>
