<script setup lang="ts">
import { capacityMl, radiusAtMm, volumeAtDepthMl, type Pan } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import VesselShape from '../vessel/VesselShape.vue'
import { kitchenTexts as texts } from './texts.kitchen'

/** The kitchen's vessels as profiles on one line, at one scale, each with two depths and what they hold. */
const props = defineProps<{ pans: readonly Pan[]; selectedId: string | undefined }>()
const emit = defineEmits<{ select: [id: string] }>()
const PX_PER_MM = 0.58
const SCALE = { pxPerMm: PX_PER_MM, heightFactor: 1 }
const MARKS = [0.3, 0.7] as const
const APART_PX = 22 // nearer than this two figures run into each other

const shown = computed(() =>
  props.pans.map((pan) => {
    const { heightMm } = pan.profile
    const rim = radiusAtMm(pan.profile, heightMm) * PX_PER_MM
    return {
      pan,
      rim,
      height: heightMm * PX_PER_MM,
      marks: MARKS.slice(heightMm * (MARKS[1] - MARKS[0]) * PX_PER_MM < APART_PX ? 1 : 0).map((share) => {
        const mm = Math.round((heightMm * share) / 5) * 5
        const ml = volumeAtDepthMl(pan.profile, mm)
        return {
          mm,
          y: -mm * PX_PER_MM,
          half: radiusAtMm(pan.profile, mm) * PX_PER_MM,
          says: ml >= 5000 ? `${numberText(ml / 1000, 1)} l` : `${numberText(Math.round(ml / 10) * 10)} ml`,
        }
      }),
      says: texts.pans.drawn(pan.name, numberText(Math.round(capacityMl(pan.profile) / 10) * 10)),
    }
  }),
)
</script>

<template>
  <div class="pans">
    <button
      v-for="p in shown"
      :key="p.pan.id"
      type="button"
      class="pan"
      :class="{ selected: p.pan.id === selectedId }"
      :aria-label="p.says"
      :aria-pressed="p.pan.id === selectedId"
      @click="emit('select', p.pan.id)"
    >
      <svg
        :viewBox="`${-p.rim - 40} ${-p.height - 8} ${2 * p.rim + 108} ${p.height + 18}`"
        :style="{ width: `${2 * p.rim + 108}px`, height: `${p.height + 18}px` }"
        aria-hidden="true"
      >
        <VesselShape :profile="p.pan.profile" :scale="SCALE" detail="small" has-no-handle />
        <g v-for="m in p.marks" :key="m.mm">
          <path :d="`M${-m.half} ${m.y}H${m.half}`" class="mark" />
          <path :d="`M${-m.half - 5} ${m.y}l-9 -5v10z`" class="notch" />
          <text :x="-m.half - 17" :y="m.y + 5" class="mm">{{ m.mm }}</text>
          <text :x="m.half + 7" :y="m.y + 5" class="ml">{{ m.says }}</text>
        </g>
      </svg>
      <span class="name">{{ p.pan.name }}</span>
    </button>
  </div>
</template>

<style scoped>
.pans {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 10px 6px;
}
.pan {
  display: grid;
  justify-items: center;
  gap: 4px;
  min-width: 96px;
  padding: 8px 4px 4px;
  border: 0;
  border-bottom: 1.5px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.pan:hover .name {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.pan:active,
.selected {
  background: var(--sunk);
}
.name {
  font-size: var(--type-text);
  font-weight: var(--weight-key);
}
svg {
  overflow: visible;
}
.mark {
  stroke: var(--ink-soft);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.notch {
  fill: var(--ink);
}
.mm,
.ml {
  font-size: 16px;
  fill: var(--ink-soft);
}
.mm {
  text-anchor: end;
}
.ml {
  fill: var(--ink);
  font-weight: var(--weight-plain);
}
</style>
