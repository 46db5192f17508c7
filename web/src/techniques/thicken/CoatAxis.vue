<script setup lang="ts">
import { coatBand, GRADE_NAMES, gradeOf, SPOON_GRADES } from '@liquamen/core'
import { computed } from 'vue'
import { texts } from '../../ui/texts'
import { FIFTH, scalePaS, scaleX } from './spoonShape'
import { thickenTexts } from './texts'

/** Under the five spoons: where the sauce stands, where it will stand, and the coat that is wanted, which slides. */
const props = defineProps<{
  nowPaS: number
  fullPaS: number
  /** When it will stand there, in words; none where nothing is on its way. */ fullIn?: string | undefined
}>()
const wantedPaS = defineModel<number>({ required: true })
const wanted = computed(() => coatBand(wantedPaS.value))
const WIDTH = FIFTH * SPOON_GRADES.length
const name = (paS: number) => texts.book.coats[GRADE_NAMES[gradeOf(paS)]] ?? ''
const held = (x: number) => Math.max(14, Math.min(WIDTH - 14, x))
const isMoving = computed(
  () => props.fullIn !== undefined && Math.abs(scaleX(props.fullPaS) - scaleX(props.nowPaS)) > 6,
)
const says = computed(() => thickenTexts.scale(name(props.nowPaS), name(wantedPaS.value)))
</script>

<template>
  <div class="axis">
    <svg :viewBox="`0 -22 ${WIDTH} 38`" role="img" :aria-label="says">
      <path :d="`M0 6H${WIDTH}`" class="line" />
      <path v-for="i in SPOON_GRADES.length + 1" :key="i" :d="`M${(i - 1) * FIFTH} 0v12`" class="line" />
      <rect
        :x="scaleX(wanted.low)"
        :width="scaleX(wanted.high) - scaleX(wanted.low)"
        y="2"
        height="8"
        class="wanted"
      />
      <path :d="`M${scaleX(nowPaS)} 2l-6 -11h12z`" class="now" />
      <text :x="held(scaleX(nowPaS))" y="-12" text-anchor="middle">{{ thickenTexts.now }}</text>
      <template v-if="isMoving">
        <path :d="`M${scaleX(fullPaS)} 2l-6 -11h12z`" class="coming" />
        <text :x="held(scaleX(fullPaS))" y="-12" text-anchor="middle" class="faint">{{ fullIn }}</text>
      </template>
    </svg>
    <label class="slide"
      ><span>{{ thickenTexts.wanted }}</span
      ><input
        type="range"
        min="0"
        :max="WIDTH"
        step="2"
        :value="scaleX(wantedPaS)"
        :aria-label="thickenTexts.wantedSlider"
        :aria-valuetext="name(wantedPaS)"
        @input="wantedPaS = scalePaS(Number(($event.target as HTMLInputElement).value))"
    /></label>
  </div>
</template>

<style scoped>
/* a box of its own size: the band slides in it, and the page around it is not laid out anew */
.axis svg {
  contain: strict;
  width: 100%;
  aspect-ratio: 500 / 38;
  display: block;
}
.line {
  stroke: var(--ink);
  stroke-width: 1;
}
.wanted {
  fill: var(--sorrel);
}
.now {
  fill: var(--ink);
}
.coming {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-dasharray: 2 1.5;
}
text {
  fill: var(--ink);
  font-size: 10px;
}
.faint {
  fill: var(--ink-soft);
}
.slide {
  display: flex;
  align-items: center;
  gap: 12px;
  color: var(--sorrel);
  font-weight: var(--weight-key);
}
.slide input {
  flex: 1;
  height: 44px;
  accent-color: var(--sorrel);
  cursor: pointer;
}
</style>
