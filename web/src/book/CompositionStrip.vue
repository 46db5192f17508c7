<script setup lang="ts">
import type { TraceStep } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

const props = defineProps<{
  steps: readonly TraceStep[]
  factor: number
  /** The step that is looked at. */ selectedId?: string | undefined
  /** The variant that is compared with: smaller, without its own key. */ isBeside?: boolean
}>()
const emit = defineEmits<{ select: [stepId: string] }>()
const HEIGHT = 190
const LAYERS = ['solids', 'rest', 'starch', 'sugar', 'protein', 'gelatin', 'ethanol', 'water', 'fat'] as const
/** Grams of each layer after a step, from the bottom. */
const layersOf = (t: TraceStep): Record<(typeof LAYERS)[number], number> => {
  const l = t.contents.liquid
  return {
    solids: t.contents.solids.massG,
    rest: l.salt + l.acetic + l.fixacid + l.other,
    starch: l.starch,
    sugar: l.sugar,
    protein: l.protein,
    gelatin: l.gelatin,
    ethanol: l.ethanol,
    water: l.water,
    fat: l.fat + t.contents.fatG,
  }
}
const most = computed(() => Math.max(1, ...props.steps.map((t) => t.massG + t.contents.solids.massG)))
const bars = computed(() =>
  props.steps.map((t, i) => {
    const layers = layersOf(t)
    let y = HEIGHT
    const parts = LAYERS.flatMap((name) => {
      const h = (layers[name] / most.value) * (HEIGHT - 12)
      y -= h
      return h > 0.4 ? [{ name, y, h }] : []
    })
    return { t, x: i, parts, top: y }
  }),
)
/** Only what can be seen in some vessel is explained, the uppermost first. */
const shownLayers = computed(() =>
  [...LAYERS].reverse().filter((name) => bars.value.some((b) => b.parts.some((p) => p.name === name))),
)
</script>

<template>
  <div class="strip" role="group" :class="{ beside: isBeside }" :aria-label="texts.book.bench.steps">
    <button
      v-for="b in bars"
      :key="b.t.stepId"
      class="vessel"
      :class="{ here: b.t.stepId === selectedId }"
      :aria-label="`${b.t.verb}: ${numberText(b.t.massG * factor)} g`"
      :aria-current="b.t.stepId === selectedId ? 'step' : undefined"
      @click="emit('select', b.t.stepId)"
    >
      <svg :viewBox="`0 0 80 ${HEIGHT + 4}`" preserveAspectRatio="none" aria-hidden="true">
        <rect v-for="p in b.parts" :key="p.name" x="6" :y="p.y" width="68" :height="p.h" :class="p.name" />
        <path :d="`M3 4V${HEIGHT + 2}H77V4`" class="wall" />
        <path :d="`M6 ${b.top}H74`" class="level" />
      </svg>
      <span class="verb">{{ b.t.verb }}</span><span class="caption"
        >{{ numberText(b.t.massG * factor) }} g</span
      >
    </button>
  </div>
  <p v-if="!isBeside" class="caption legend">
    <span v-for="l in shownLayers" :key="l"><i :class="l" />{{ texts.book.species[l] }}</span>
  </p>
</template>

<style scoped>
.strip {
  display: flex;
  gap: 8px;
  overflow-x: auto;
  align-items: flex-end;
}
.vessel {
  flex: 1 1 64px;
  min-width: 58px;
  display: grid;
  gap: 0;
  justify-items: start;
  padding: 0 0 4px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.vessel.here {
  border-bottom-color: var(--ink);
}
.vessel.here .beside svg {
  height: 84px;
}
.verb {
  font-weight: var(--weight-key);
}
svg {
  width: 100%;
  height: 150px;
  display: block;
}
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
  vector-effect: non-scaling-stroke;
}
.level {
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.verb {
  font-size: var(--type-caption);
  font-weight: var(--weight-plain);
  line-height: 1.1;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 100%;
}
.legend {
  display: flex;
  gap: 4px 16px;
  flex-wrap: wrap;
}
.legend i {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 5px;
  vertical-align: -1px;
  border: 1px solid var(--ink);
}
rect.water,
i.water {
  fill: var(--bath);
  fill-opacity: 0.35;
  background: color-mix(in srgb, var(--bath) 35%, transparent);
}
rect.fat,
i.fat {
  fill: var(--butter);
  background: var(--butter);
}
rect.ethanol,
i.ethanol {
  fill: var(--wine);
  background: var(--wine);
}
rect.gelatin,
i.gelatin {
  fill: var(--roux);
  background: var(--roux);
}
rect.protein,
i.protein {
  fill: var(--roux);
  fill-opacity: 0.5;
  background: color-mix(in srgb, var(--roux) 50%, transparent);
}
rect.sugar,
i.sugar {
  fill: var(--ink-soft);
  fill-opacity: 0.35;
  background: color-mix(in srgb, var(--ink-soft) 35%, transparent);
}
rect.starch,
i.starch {
  fill: var(--hair);
  background: var(--hair);
}
rect.rest,
i.rest {
  fill: var(--ink-soft);
  background: var(--ink-soft);
}
rect.solids,
i.solids {
  fill: var(--sorrel);
  fill-opacity: 0.55;
  background: color-mix(in srgb, var(--sorrel) 55%, transparent);
}
</style>
