<script setup lang="ts">
import type { PlanPlace, Ring, Well } from '@liquamen/core'
import { computed, ref, shallowRef } from 'vue'
import { numberText } from '../ui/format'
import { heldIn, placesOf, USUAL_BURNER_MM, type StoveSize } from './stovePlan'
import { kitchenTexts as texts } from './texts.kitchen'

/** The stove seen from above in mm: a ring or well is dragged, or moved by the arrow keys, to where it is. */
const props = defineProps<{
  rings: readonly Ring[]
  wells: readonly Well[]
  stove: StoveSize
  selectedId: string | undefined
}>()
const emit = defineEmits<{ select: [id: string]; moved: [thing: Ring | Well, at: PlanPlace] }>()
const WELL_MM = 150
const STEP_MM = 10
const INNER_TICKS = 24

interface Thing {
  readonly of: Ring | Well
  readonly at: PlanPlace
  readonly sign: string
  readonly radiusMm: number
  readonly isWell: boolean
  readonly ticks: string
  readonly says: string
}
/** Strength is the length of the inner strokes. */
function ticksOf(ring: Ring, radiusMm: number): string {
  const strongest = Math.max(...props.rings.map((r) => r.heater.ratedW))
  const length = radiusMm * (0.06 + 0.42 * (ring.heater.ratedW / strongest) ** 1.5)
  return Array.from({ length: INNER_TICKS }, (_, i) => {
    const a = (2 * Math.PI * i) / INNER_TICKS
    const [c, s] = [Math.cos(a), Math.sin(a)]
    const out = radiusMm - 8
    return `M${c * out} ${s * out}L${c * (out - length)} ${s * (out - length)}`
  }).join('')
}
const carried = shallowRef<{ readonly id: string; readonly at: PlanPlace }>()
const things = computed<Thing[]>(() => {
  const rings = placesOf(props.rings, props.stove, 'rings', props.wells.length > 0)
  const wells = placesOf(props.wells, props.stove, 'wells', props.rings.length > 0)
  const at = (of: Ring | Well, place: PlanPlace) => (carried.value?.id === of.id ? carried.value.at : place)
  return [
    ...[...rings].map(([of, place]): Thing => {
      const radiusMm = (of.burnerMm ?? USUAL_BURNER_MM) * 0.95
      const here = at(of, place)
      return {
        of,
        at: here,
        sign: String(of.number),
        radiusMm,
        isWell: false,
        ticks: ticksOf(of, radiusMm),
        says: texts.stove.ring(of.number, of.strength, numberText(here.xMm), numberText(here.yMm)),
      }
    }),
    ...[...wells].map(([of, place]): Thing => {
      const here = at(of, place)
      return {
        of,
        at: here,
        sign: of.letter,
        radiusMm: WELL_MM / 1.6,
        isWell: true,
        ticks: '',
        says: texts.stove.well(of.letter, numberText(here.xMm), numberText(here.yMm)),
      }
    }),
  ]
})
const trough = computed(() => {
  const wells = things.value.filter((t) => t.isWell)
  if (wells.length === 0) return undefined
  const pad = WELL_MM / 1.6 + 34
  const x = Math.max(8, Math.min(...wells.map((w) => w.at.xMm)) - pad)
  const y = Math.max(8, Math.min(...wells.map((w) => w.at.yMm)) - pad)
  return {
    x,
    y,
    width: Math.min(props.stove.widthMm - 8, Math.max(...wells.map((w) => w.at.xMm)) + pad) - x,
    height: Math.min(props.stove.depthMm - 8, Math.max(...wells.map((w) => w.at.yMm)) + pad) - y,
  }
})
const waterLines = computed(() => {
  const box = trough.value
  if (!box) return ''
  return Array.from({ length: Math.floor(box.height / 46) }, (_, i) => {
    const y = box.y + 30 + i * 46
    return Array.from(
      { length: Math.floor(box.width / 62) },
      (_, k) => `M${box.x + 18 + k * 62} ${y}h36`,
    ).join('')
  }).join('')
})
const edgeTicks = computed(() =>
  [
    ...Array.from(
      { length: Math.floor(props.stove.widthMm / 100) + 1 },
      (_, i) => `M${i * 100} -6v${i % 5 ? -22 : -42}`,
    ),
    ...Array.from(
      { length: Math.floor(props.stove.depthMm / 100) + 1 },
      (_, i) => `M-6 ${i * 100}h${i % 5 ? -22 : -42}`,
    ),
  ].join(''),
)

const svg = ref<SVGSVGElement>()
function toMm(event: PointerEvent): PlanPlace {
  const matrix = svg.value?.getScreenCTM()?.inverse()
  const p = matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix) : { x: 0, y: 0 }
  return { xMm: p.x, yMm: p.y }
}
let grip: { readonly thing: Thing; readonly dx: number; readonly dy: number } | undefined
function press(thing: Thing, event: PointerEvent): void {
  const p = toMm(event)
  grip = { thing, dx: thing.at.xMm - p.xMm, dy: thing.at.yMm - p.yMm }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  emit('select', thing.of.id)
}
function drag(event: PointerEvent): void {
  if (!grip) return
  const p = toMm(event)
  const at = heldIn({ xMm: p.xMm + grip.dx, yMm: p.yMm + grip.dy }, props.stove)
  if (at.xMm === grip.thing.at.xMm && at.yMm === grip.thing.at.yMm) return
  carried.value = { id: grip.thing.of.id, at }
}
function letGo(): void {
  const [held, to] = [grip, carried.value]
  grip = undefined
  if (held && to) emit('moved', held.thing.of, to.at)
  carried.value = undefined
}
const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP_MM, 0],
  ArrowRight: [STEP_MM, 0],
  ArrowUp: [0, -STEP_MM],
  ArrowDown: [0, STEP_MM],
}
/** Arrow keys carry it; it is set down when the keys are left, or by Enter. */
function key(thing: Thing, event: KeyboardEvent): void {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    emit('select', thing.of.id)
    setDown(thing)
    return
  }
  const move = MOVES[event.key]
  if (!move) return
  event.preventDefault()
  const far = event.shiftKey ? 5 : 1
  carried.value = {
    id: thing.of.id,
    at: heldIn({ xMm: thing.at.xMm + far * move[0], yMm: thing.at.yMm + far * move[1] }, props.stove),
  }
}
function setDown(thing: Thing): void {
  const to = carried.value
  if (!grip && to?.id === thing.of.id) {
    carried.value = undefined
    emit('moved', thing.of, to.at)
  }
}
const shown = computed(() => things.value.find((t) => t.of.id === (carried.value?.id ?? props.selectedId)))
</script>

<template>
  <svg
    ref="svg"
    class="plan"
    :viewBox="`-60 -60 ${stove.widthMm + 74} ${stove.depthMm + 74}`"
    role="group"
    :aria-label="texts.stove.title"
  >
    <path :d="edgeTicks" class="ticks" />
    <rect :width="stove.widthMm" :height="stove.depthMm" class="hob" />
    <rect v-if="trough" v-bind="trough" class="trough" />
    <path v-if="waterLines" :d="waterLines" class="water" />
    <g
      v-for="t in things"
      :key="t.of.id"
      class="thing"
      :class="{ selected: t.of.id === selectedId }"
      :transform="`translate(${t.at.xMm} ${t.at.yMm})`"
      role="button"
      tabindex="0"
      :aria-label="t.says"
      :aria-pressed="t.of.id === selectedId"
      @pointerdown="press(t, $event)"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key(t, $event)"
      @blur="setDown(t)"
    >
      <circle :r="t.radiusMm" class="ring" />
      <path v-if="t.ticks" :d="t.ticks" class="strength" />
      <text y="30" class="sign">{{ t.sign }}</text>
    </g>
    <g v-if="shown" class="dimension" aria-hidden="true">
      <path
        :d="`M0 ${shown.at.yMm + shown.radiusMm + 26}H${shown.at.xMm}M${shown.at.xMm} ${shown.at.yMm + shown.radiusMm + 6}v40`"
      />
      <text :x="shown.at.xMm / 2" :y="shown.at.yMm + shown.radiusMm + 88">
        {{ numberText(shown.at.xMm) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.plan {
  width: 100%;
  max-height: 340px;
  touch-action: none;
}
.hob {
  fill: none;
  stroke: var(--ink);
  stroke-width: 14;
}
.ticks {
  stroke: var(--tick);
  stroke-width: 4;
}
.trough {
  fill: none;
  stroke: var(--ink);
  stroke-width: 11;
}
.water {
  stroke: var(--bath);
  stroke-width: 4;
}
.ring {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 8;
}
.strength {
  stroke: var(--ink-soft);
  stroke-width: 5;
}
.sign {
  font-size: 90px;
  font-weight: var(--weight-key);
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--bone);
  stroke-width: 14;
}
.thing {
  cursor: grab;
}
.thing:focus-visible {
  outline: none;
}
.thing:focus-visible .ring,
.selected .ring {
  fill: var(--sunk);
  stroke-width: 15;
}
.selected .sign {
  stroke: var(--sunk);
}
.dimension path {
  stroke: var(--ink);
  stroke-width: 4;
  fill: none;
}
.dimension text {
  font-size: 64px;
  font-weight: var(--weight-plain);
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--bone);
  stroke-width: 18;
}
</style>
