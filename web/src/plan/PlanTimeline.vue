<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { clockText, numberText } from '../ui/format'
import { fillOf } from '../app/tokens'
import { themeName } from '../ui/theme'
import { useWidth } from '../ui/useSize'
import type { Bar, HandsStretch, PlanRow } from './planRows'
import { planTexts as says } from './texts.plan'

/** The evening by ring, well and hands: a batch is a bar whose upper edge is its level, hands a line as thick as their share. */
const props = defineProps<{
  rows: readonly PlanRow[]
  hands: readonly HandsStretch[]
  cooks: number
  marks: readonly { readonly atMs: number; readonly plates: number }[]
  sittings: readonly { readonly fromMs: number; readonly toMs: number; readonly name: string }[]
  fromMs: number
  toMs: number
  nowMs: number
  /** The batch that is asked. */
  askedId: string | undefined
  /** Where a dragged batch stood. */
  ghosts: readonly { readonly rowId: string; readonly fromMs: number; readonly toMs: number }[]
}>()
const emit = defineEmits<{
  ask: [bar: Bar]
  /** Dragged so many ms from where it stood. */
  drag: [bar: Bar, byMs: number]
}>()
const [LEFT, TOP, HANDS, HAND_PX] = [104, 60, 60, 14]
/** Rows of a wide page, where little is left of its height, and of an upright one. */
const WIDE = { ring: 47, well: 35, ringBar: 35, wellBar: 25 } as const
const UPRIGHT = { ring: 72, well: 54, ringBar: 50, wellBar: 36 } as const
const UPRIGHT_UNDER_PX = 860
const LETTER_PX = 9.6
const NAME_PX = 15
const LEAST_LETTERS = 3
const MINUTE_MS = 60_000
const DRAGS_PX = 8
const root = ref<HTMLElement>()
const seen = useWidth(root)
const width = computed(() => Math.max(600, seen.value || 1216))
const size = computed(() => (width.value < UPRIGHT_UNDER_PX ? UPRIGHT : WIDE))
const x = (ms: number) =>
  LEFT + ((ms - props.fromMs) / Math.max(1, props.toMs - props.fromMs)) * (width.value - LEFT)
const msPerPx = computed(() => (props.toMs - props.fromMs) / (width.value - LEFT))
/** Clock times along the axis, as many as there is room for. */
const ticks = computed(() => {
  const spanMin = (props.toMs - props.fromMs) / MINUTE_MS
  const every = [10, 15, 30, 60, 120, 240].find((min) => (min / spanMin) * (width.value - LEFT) > 78) ?? 480
  const first = Math.ceil(props.fromMs / (every * MINUTE_MS)) * every * MINUTE_MS
  const list: number[] = []
  for (let ms = first; ms < props.toMs; ms += every * MINUTE_MS) list.push(ms)
  return list
})
const placed = computed(() => {
  let y = TOP
  return props.rows.map((row) => {
    const height = size.value[row.kind]
    y += height
    return { row, line: y, room: height, tall: row.kind === 'ring' ? size.value.ringBar : size.value.wellBar }
  })
})
const handsY = computed(() => (placed.value.at(-1)?.line ?? TOP) + HANDS / 2 + 12)
const height = computed(() => handsY.value + HANDS / 2 + 4)
const clip = (ms: number) => Math.min(props.toMs, Math.max(props.fromMs, ms))
const isSeen = (bar: Bar) => bar.toMs > props.fromMs && bar.fromMs < props.toMs
/** What a bar is on the paper: its shape, and its name right of it, inside it, or as much of it as there is room for. */
const drawn = computed(() =>
  placed.value.map(({ row, line, room: rowRoom, tall }) => {
    const bars = [...row.bars].filter(isSeen).sort((a, b) => a.fromMs - b.fromMs)
    return {
      row,
      line,
      room: rowRoom,
      bars: bars.map((bar, i) => {
        const points = bar.edge.map(
          (p) => `${x(clip(p.atMs)).toFixed(1)},${(line - Math.max(0.06, p.share) * tall).toFixed(1)}`,
        )
        const [fromX, toX] = [x(clip(bar.fromMs)), Math.max(x(clip(bar.fromMs)) + 2, x(clip(bar.toMs)))]
        const nextX = bars[i + 1] ? x(bars[i + 1]!.fromMs) : width.value
        const beforeX = bars[i - 1] ? x(clip(bars[i - 1]!.toMs)) : 0
        // half the gap to its neighbours is its own, so that every bar can be met
        const gripX = Math.max(fromX - 24, Math.min(fromX, (beforeX + fromX) / 2))
        const gripToX = Math.min(toX + 24, Math.max(toX, (nextX + toX) / 2))
        const wide = bar.name.length * LETTER_PX
        // a name inside stands where the level is over it
        const high = bar.edge.find((p) => p.share * tall > NAME_PX && p.atMs >= props.fromMs)
        const highX = high ? x(clip(high.atMs)) : Infinity
        const isInside = toX - highX > wide + 14
        const room = nextX - toX - 10
        const letters = Math.floor(room / LETTER_PX) - 1
        return {
          bar,
          fromX,
          toX,
          shape: `${fromX.toFixed(1)},${line} ${points.join(' ')} ${toX.toFixed(1)},${line}`,
          edge: points.join(' '),
          gripX,
          gripWide: Math.max(8, gripToX - gripX),
          slackX: Math.min(x(clip(bar.slackToMs)), nextX - 4),
          isInside,
          nameX: isInside ? highX + 8 : toX + 6,
          name: nameIn(bar, isInside || room >= wide ? Infinity : letters, bars[i + 1]),
          top: line - tall,
          tall,
        }
      }),
    }
  }),
)
/** As much of a name as there is room for; what goes on further on bears it there. */
function nameIn(bar: Bar, letters: number, next: Bar | undefined): string {
  if (bar.name.length <= letters) return bar.name
  return next?.batchId === bar.batchId || letters < LEAST_LETTERS ? '' : `${bar.name.slice(0, letters)}…`
}
const over = computed(() => {
  const strongest = [...props.hands].sort((a, b) => b.hands - a.hands)[0]
  return strongest && strongest.hands > props.cooks + 0.005 ? strongest : undefined
})

interface Grip {
  readonly bar: Bar
  readonly fromX: number
  byMs: number
  moved: boolean
}
const grip = ref<Grip>()
function grasp(bar: Bar, event: PointerEvent): void {
  grip.value = { bar, fromX: event.clientX, byMs: 0, moved: false }
}
const minutes = (ms: number) => Math.round(ms / MINUTE_MS) * MINUTE_MS
useEventListener(window, 'pointermove', (event: PointerEvent) => {
  const held = grip.value
  if (!held) return
  const px = (event.clientX - held.fromX) / (root.value?.currentCSSZoom ?? 1)
  if (!held.moved && Math.abs(px) < DRAGS_PX) return
  held.moved = true
  const byMs = minutes(px * msPerPx.value)
  if (byMs === held.byMs) return
  held.byMs = byMs
  emit('drag', held.bar, byMs)
})
useEventListener(window, 'pointerup', () => {
  const held = grip.value
  grip.value = undefined
  if (!held) return
  if (!held.moved) emit('ask', held.bar)
})
useEventListener(window, 'pointercancel', () => (grip.value = undefined))
/** A name inside stands on its sauce, whatever line runs there: struck through it would read as off. */
function onSauce(of: Bar['fill']): { readonly fill: string; readonly stroke: string } {
  const { fill, text } = fillOf(of, themeName.value)
  return { fill: text, stroke: fill }
}
const saysBar = (bar: Bar, row: PlanRow) =>
  `${bar.name}, ${row.number} ${row.words}, ${clockText(bar.fromMs)}–${clockText(bar.toMs)}`
</script>

<template>
  <div ref="root" class="timeline">
    <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="group">
      <text :x="0" :y="TOP - 10" class="caption soft">{{ says.platesOut }}</text>
      <g class="axis">
        <line :x1="LEFT" :x2="width" :y1="TOP - 28" :y2="TOP - 28" class="axis-line" />
        <g v-for="ms in ticks" :key="ms">
          <line :x1="x(ms)" :x2="x(ms)" :y1="TOP - 34" :y2="TOP - 28" class="tick" />
          <text :x="x(ms)" :y="TOP - 40" text-anchor="middle" class="caption soft">{{ clockText(ms) }}</text>
        </g>
        <line
          v-for="s in sittings"
          :key="s.name"
          :x1="x(clip(s.fromMs))"
          :x2="x(clip(s.toMs))"
          :y1="TOP - 28"
          :y2="TOP - 28"
          class="sitting"
        />
        <g v-for="m in marks.filter((one) => one.atMs >= fromMs && one.atMs <= toMs)" :key="m.atMs">
          <line :x1="x(m.atMs)" :x2="x(m.atMs)" :y1="TOP - 22" :y2="handsY - HANDS / 2" class="pick-up" />
          <path :d="`M${x(m.atMs) - 5} ${TOP - 28}h10l-5 8z`" class="mark" />
          <text :x="x(m.atMs) + 4" :y="TOP - 6" class="plates">{{ numberText(m.plates) }}</text>
        </g>
      </g>
      <g v-for="r in drawn" :key="r.row.id">
        <text :x="0" :y="r.line - 6" class="number">{{ r.row.number }}</text>
        <text :x="26" :y="r.line - 6" class="caption soft">{{ r.row.words }}</text>
        <line :x1="LEFT" :x2="width" :y1="r.line + 0.5" :y2="r.line + 0.5" class="hair" />
        <rect
          v-for="g in ghosts.filter((o) => o.rowId === r.row.id)"
          :key="g.fromMs"
          :x="x(clip(g.fromMs))"
          :y="r.line - size.ringBar"
          :width="Math.max(2, x(clip(g.toMs)) - x(clip(g.fromMs)))"
          :height="size.ringBar"
          class="ghost"
        />
        <g
          v-for="b in r.bars"
          :key="`${b.bar.taskId}`"
          class="bar"
          tabindex="0"
          role="button"
          :aria-label="saysBar(b.bar, r.row)"
          :aria-pressed="b.bar.batchId === askedId"
          @pointerdown.prevent="grasp(b.bar, $event)"
          @keydown.enter.prevent="emit('ask', b.bar)"
          @keydown.left.prevent="emit('drag', b.bar, -MINUTE_MS)"
          @keydown.right.prevent="emit('drag', b.bar, MINUTE_MS)"
        >
          <title>{{ saysBar(b.bar, r.row) }}</title>
          <rect :x="b.gripX" :y="r.line - r.room + 2" :width="b.gripWide" :height="r.room - 2" class="grip" />
          <line
            v-if="b.slackX > b.toX"
            :x1="b.toX"
            :x2="b.slackX"
            :y1="r.line - 2"
            :y2="r.line - 2"
            class="slack"
          />
          <polygon :points="b.shape" :style="{ fill: fillOf(b.bar.fill, themeName).fill }" class="liquid" />
          <polyline :points="`${b.fromX},${r.line} ${b.edge} ${b.toX},${r.line}`" class="edge" />
          <rect
            v-if="b.bar.batchId === askedId"
            :x="b.fromX - 5"
            :y="b.top - 5"
            :width="b.toX - b.fromX + 10"
            :height="b.tall + 10"
            class="asked"
          />
          <text :x="b.nameX" :y="r.line - 8" class="sauce" :style="b.isInside ? onSauce(b.bar.fill) : {}">
            {{ b.name }}
          </text>
        </g>
      </g>
      <g class="hands">
        <text :x="0" :y="handsY + 7" class="label">{{ says.hands }}</text>
        <text :x="62" :y="handsY + 7" class="caption soft">{{ says.of(cooks) }}</text>
        <line
          v-for="side in [-1, 1]"
          :key="side"
          :x1="LEFT"
          :x2="width"
          :y1="handsY + (side * cooks * HAND_PX) / 2"
          :y2="handsY + (side * cooks * HAND_PX) / 2"
          class="capacity"
        />
        <rect
          v-for="h in hands.filter((s) => s.toMs > fromMs && s.fromMs < toMs)"
          :key="h.fromMs"
          :x="x(clip(h.fromMs))"
          :width="Math.max(0.5, x(clip(h.toMs)) - x(clip(h.fromMs)))"
          :y="handsY - (Math.min(h.hands, cooks) * HAND_PX) / 2"
          :height="Math.max(1, Math.min(h.hands, cooks) * HAND_PX)"
          class="share"
        />
        <g v-if="over" class="over">
          <path :d="`M${x(over.fromMs) - 6} ${handsY - 26}h12l-6 10z`" />
          <text :x="x(over.fromMs) + 12" :y="handsY - 18" class="label">
            {{ says.strong(numberText(over.hands, 1), clockText(over.fromMs)) }}
          </text>
        </g>
      </g>
      <g v-if="nowMs >= fromMs && nowMs <= toMs" class="now">
        <line :x1="x(nowMs)" :x2="x(nowMs)" :y1="TOP - 28" :y2="height" />
        <path :d="`M${x(nowMs) - 7} ${TOP - 34}h14l-7 11z`" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.timeline {
  width: 100%;
  touch-action: pan-y;
}
svg {
  display: block;
  overflow: visible;
  user-select: none;
}
text {
  fill: var(--ink);
  font-stretch: 75%;
}
.soft {
  fill: var(--ink-soft);
}
.caption {
  font-size: 18px;
}
.label {
  font-size: 22px;
  font-weight: var(--weight-key);
}
.number {
  font-size: 28px;
  font-weight: var(--weight-key);
}
.plates {
  font-size: 18px;
  font-weight: var(--weight-key);
}
.axis-line {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tick {
  stroke: var(--tick);
  stroke-width: 1.2;
}
.sitting {
  stroke: var(--ink);
  stroke-width: 4;
}
.pick-up {
  stroke: var(--hair);
  stroke-dasharray: 1 4;
}
.mark,
.now path {
  fill: var(--ink);
}
.hair {
  stroke: var(--hair);
}
.bar {
  cursor: grab;
}
.bar:focus-visible {
  outline: 3px solid var(--ink);
  outline-offset: 4px;
}
.grip {
  fill: transparent;
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}
.slack {
  stroke: var(--ink-soft);
  stroke-width: 2;
  stroke-dasharray: 2 4;
}
.asked {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
.ghost {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 5 5;
}
.sauce {
  font-size: 20px;
  paint-order: stroke;
  stroke: var(--bone);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.capacity {
  stroke: var(--ink-soft);
  stroke-dasharray: 2 4;
}
.share {
  fill: var(--ink);
}
.over path {
  fill: none;
  stroke: var(--roux);
  stroke-width: 2;
}
.over text {
  fill: var(--roux);
}
.now line {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
