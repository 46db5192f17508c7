<script setup lang="ts">
import { GRADE_NAMES, SPOON_GRADES, spoonFilmMm, spoonOfGrade, type SpoonGrade } from '@liquamen/core'
import { computed } from 'vue'
import { fillOf } from '../../app/tokens'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { themeName } from '../../ui/theme'
import { FIFTH, filmPath } from './spoonShape'
import { thickenTexts } from './texts'

/** Five spoons that a cook compares the own one with: the one that is seen is tapped. */
const props = defineProps<{ fill: string; seen?: SpoonGrade | undefined; canTap: boolean }>()
const emit = defineEmits<{ saw: [grade: SpoonGrade] }>()
const colour = computed(() => fillOf(props.fill, themeName.value).fill)
const mm = (grade: SpoonGrade) => numberText(spoonFilmMm(spoonOfGrade(grade).paS), 2)
const name = (grade: SpoonGrade) => texts.book.coats[GRADE_NAMES[grade]] ?? ''
const COVER = { 1: 0.14, 2: 0.3, 3: 0.52, 4: 0.76, 5: 1 } as const
</script>

<template>
  <div class="spoons">
    <p class="caption tap">{{ canTap ? thickenTexts.tap : '' }}</p>
    <div class="row">
      <button
        v-for="g in SPOON_GRADES"
        :key="g"
        class="spoon"
        :disabled="!canTap"
        :aria-pressed="seen === g"
        :aria-label="thickenTexts.spoon(name(g), mm(g))"
        @click="emit('saw', g)"
      >
        <svg :viewBox="`0 0 ${FIFTH} 156`" aria-hidden="true">
          <path d="M34 0v40" class="handle" />
          <path d="M34 38c20 0 30 34 30 58s-14 40-30 40S4 120 4 96s10-58 30-58z" class="bowl" />
          <path
            d="M12 62c-4 11-8 23-8 34 0 24 14 40 30 40s30-16 30-40c0-11-4-23-8-34-8 4-36 4-44 0z"
            :fill="colour"
            :fill-opacity="COVER[g]"
            class="edge"
          />
          <path v-if="g === 2" d="M6 90l56 -5M18 89v8M30 88v14M42 87v9M53 86v6" class="finger thin" />
          <template v-else-if="g > 2">
            <path d="M5 92l58 -5" class="finger edge-line" />
            <path d="M5 92l58 -5" class="finger" />
          </template>
          <path d="M34 38c20 0 30 34 30 58s-14 40-30 40S4 120 4 96s10-58 30-58z" class="rim" />
          <circle v-if="g < 3" cx="34" cy="146" r="2.6" :fill="colour" class="edge" />
          <g transform="translate(74 40)">
            <path d="M0 0v96" class="wall" />
            <path :d="filmPath(g)" :fill="colour" class="edge" />
          </g>
        </svg>
        <span class="mm">{{ mm(g) }}<small> mm</small></span>
        <strong>{{ name(g) }}</strong>
        <small class="use">{{ thickenTexts.uses[g] }}</small>
      </button>
    </div>
  </div>
</template>

<style scoped>
.tap {
  min-height: 1.3em;
  text-align: right;
}
.row {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
}
.spoon {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  align-content: start;
  column-gap: 8px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  padding: 0 4px 6px;
  cursor: pointer;
}
.spoon:disabled {
  cursor: default;
}
.spoon[aria-pressed='true'] {
  background: var(--sunk);
  box-shadow: inset 0 -4px 0 var(--ink);
}
.spoon svg {
  width: 100%;
  max-height: 190px;
}
.spoon strong {
  font-size: var(--type-text);
}
.mm {
  order: 3;
  white-space: nowrap;
  font-size: var(--type-caption);
}
.use {
  flex-basis: 100%;
  order: 4;
  color: var(--ink-soft);
  font-size: var(--type-caption);
}
.handle {
  stroke: var(--ink);
  stroke-width: 6;
}
.bowl {
  fill: var(--bone);
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.6;
}
.finger {
  stroke: var(--bone);
  stroke-width: 7;
  fill: none;
}
/* a pale sauce on a pale page still has its edge */
.edge {
  stroke: var(--ink);
  stroke-width: 0.9;
}
.finger.edge-line {
  stroke: var(--ink);
  stroke-width: 8.6;
}
.finger.thin {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.wall {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
