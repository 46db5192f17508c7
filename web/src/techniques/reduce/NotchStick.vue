<script setup lang="ts">
import type { StagePlan } from '@liquamen/core'
import { computed, ref } from 'vue'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { notchTexts } from './texts'
import { CARD_MM, useScreenScale, USUAL_PX_PER_MM } from '../../ui/useScreenScale'

/** The target depth life-size: a skewer is held to the glass, notched at the mark, and stood in the pan. */
const props = defineProps<{ stage: StagePlan; depthMm: number }>()
const emit = defineEmits<{ close: [] }>()
const { pxPerMm, keep, forget } = useScreenScale()
const OVER_MM = 14
const WIDTH = 420
const SMALLEST_PX = 140
const LARGEST_PX = 900
const cardPx = ref(Math.round(CARD_MM.width * (pxPerMm.value ?? USUAL_PX_PER_MM)))
const size = (by: number) => {
  cardPx.value = Math.min(LARGEST_PX, Math.max(SMALLEST_PX, cardPx.value + by))
}
const px = computed(() => pxPerMm.value ?? 1)
const heightMm = computed(
  () => Math.max(props.stage.targetDepthMm, props.stage.startDepthMm, props.depthMm) + OVER_MM,
)
const heightPx = computed(() => heightMm.value * px.value)
const y = (mm: number) => heightPx.value - mm * px.value - 2
const marks = computed(() => Array.from({ length: Math.floor(heightMm.value) + 1 }, (_, mm) => mm))
const long = (mm: number) => {
  if (mm % 10 === 0) return 22
  return mm % 5 === 0 ? 14 : 8
}
/** Two depths that lie on one another are said once. */
const apart = (a: number, b: number) => Math.abs(a - b) * px.value > 22
</script>

<template>
  <section class="life-size" :aria-label="notchTexts.key">
    <template v-if="pxPerMm === undefined">
      <div>
        <h3 class="label">{{ notchTexts.calibrate }}</h3>
        <p class="text">{{ notchTexts.calibrateText }}</p>
        <div class="keys-row">
          <v-btn @click="size(-1)">{{ notchTexts.smaller }}</v-btn>
          <v-btn @click="size(1)">{{ notchTexts.larger }}</v-btn>
          <v-btn class="is-first" @click="keep(cardPx)">{{ notchTexts.keep }}</v-btn>
          <v-btn @click="emit('close')">{{ texts.app.cancel }}</v-btn>
        </div>
        <input
          v-model.number="cardPx"
          class="slide"
          type="range"
          :min="SMALLEST_PX"
          :max="LARGEST_PX"
          step="1"
          :aria-label="notchTexts.width"
        />
      </div>
      <div
        class="card"
        :style="{ width: `${cardPx}px`, height: `${(cardPx * CARD_MM.height) / CARD_MM.width}px` }"
      />
    </template>
    <template v-else>
      <div>
        <h3 class="label">{{ notchTexts.title }}</h3>
        <p class="text">{{ notchTexts.cutText }}</p>
        <div class="keys-row">
          <v-btn class="is-first" @click="emit('close')">{{ notchTexts.done }}</v-btn>
          <v-btn @click="forget()">{{ notchTexts.again }}</v-btn>
        </div>
      </div>
      <svg
        :width="WIDTH"
        :height="heightPx"
        :viewBox="`0 0 ${WIDTH} ${heightPx}`"
        role="img"
        :aria-label="notchTexts.cut(numberText(stage.targetDepthMm))"
      >
        <path v-for="mm in marks" :key="mm" :d="`M60 ${y(mm)}h${-long(mm)}`" class="mark" />
        <rect x="60" :y="0" width="26" :height="heightPx - 2" class="stick" />
        <path :d="`M40 ${heightPx - 2}H${WIDTH}`" class="foot" />
        <path :d="`M60 ${y(stage.targetDepthMm)}H200`" class="cut" />
        <text x="208" :y="y(stage.targetDepthMm) + 6" class="cut-text">
          {{ notchTexts.cut(numberText(stage.targetDepthMm)) }}
        </text>
        <template v-if="apart(stage.startDepthMm, stage.targetDepthMm)">
          <path :d="`M86 ${y(stage.startDepthMm)}h60`" class="mark" />
          <text x="152" :y="y(stage.startDepthMm) + 6" class="soft-text">
            {{ notchTexts.from(numberText(stage.startDepthMm)) }}
          </text>
        </template>
        <template v-if="apart(depthMm, stage.targetDepthMm) && apart(depthMm, stage.startDepthMm)">
          <path :d="`M86 ${y(depthMm)}h60`" class="mark" />
          <text x="152" :y="y(depthMm) + 6" class="soft-text">
            {{ notchTexts.now(numberText(depthMm)) }}
          </text>
        </template>
      </svg>
    </template>
  </section>
</template>

<style scoped>
.life-size {
  display: grid;
  grid-template-columns: minmax(240px, 1fr) auto;
  gap: 24px;
  align-items: end;
  padding: 12px 0;
  min-width: 0;
}
.text {
  max-width: min(52ch, calc(var(--screen-w) - 64px));
  line-height: 1.35;
  padding: 4px 0 10px;
}
.card {
  border: 2px solid var(--ink);
  border-radius: 12px;
  background: var(--sunk);
}
.slide {
  width: 100%;
  height: 48px;
  accent-color: var(--ink);
}
.stick {
  fill: var(--sunk);
  stroke: var(--ink);
  stroke-width: 1.25;
}
.mark {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.foot {
  stroke: var(--ink);
  stroke-width: 2;
}
.cut {
  stroke: var(--ink);
  stroke-width: 3;
}
.cut-text {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  fill: var(--ink);
}
.soft-text {
  font-size: var(--type-text);
  fill: var(--ink-soft);
}
@media (max-width: 900px) {
  .life-size {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
