<script setup lang="ts">
import type { BrownLive, BrownMark } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchenNow } from '../../port/useKitchen'
import { clockText } from '../../ui/format'
import { brownTexts as says } from './texts'

/** Butter from cold to burnt: how loud it sings, what was heard of it, and the seconds in which it is hazelnut. What comes after it goes quiet is drawn wider. */
const props = defineProps<{ brown: BrownLive; startedAtMs: number }>()
const nowMs = useKitchenNow()
const WIDTH = 842
const LOUD_SHARE = 0.62
const BAND_Y = 64
const BAND_H = 24
const COLOURS: Readonly<Record<BrownMark | 'past', string>> = {
  melted: '#f2e2ae',
  boiling: '#e6bd45',
  silent: '#e0b030',
  blond: '#d69f2b',
  noisette: '#b87a1e',
  dark: '#965812',
  burnt: '#5c350e',
  past: '#1f1b16',
}
const sOf = (atMs: number) => (atMs - props.startedAtMs) / 1000
const at = computed(
  () => Object.fromEntries(props.brown.stages.map((s) => [s.mark, sOf(s.atMs)])) as Record<BrownMark, number>,
)
const nowS = computed(() => sOf(props.brown.stoppedAtMs ?? nowMs.value))
const quietS = computed(() => (Number.isFinite(at.value.silent) ? at.value.silent : nowS.value + 600))
/** The right end: a little past burnt, or what is known where it never burns. */
const endS = computed(() => {
  const last = [at.value.burnt, at.value.noisette, nowS.value].find((s) => Number.isFinite(s)) ?? 0
  return Math.max(quietS.value + 30, nowS.value + 5, quietS.value + (last - quietS.value) * 1.18)
})
function x(s: number): number {
  const loud = WIDTH * LOUD_SHARE
  if (s <= quietS.value) return Math.max(0, (loud * s) / quietS.value)
  const after = (s - quietS.value) / (endS.value - quietS.value)
  return Math.min(WIDTH, loud + (WIDTH - loud) * after)
}
const segments = computed(() => {
  let from = 0
  const rows = props.brown.stages.flatMap(({ mark }) => {
    const to = Math.min(at.value[mark], endS.value)
    if (from >= endS.value || to <= from) return []
    const row = {
      key: mark as string,
      x: x(from),
      w: x(to) - x(from),
      fill: COLOURS[mark],
      says: says.until[mark] as string,
    }
    from = to
    return [row]
  })
  if (from < endS.value)
    rows.push({ key: 'past', x: x(from), w: WIDTH - x(from), fill: COLOURS.past, says: says.past })
  return rows
})
const loudest = computed(() => Math.max(0.01, ...props.brown.sound.map((p) => p.gPerS)))
const sound = computed(() =>
  props.brown.sound
    .filter((p) => p.gPerS > 0)
    .map((p) => `M${x(p.s).toFixed(1)} ${BAND_Y - 1}v${(-22 * p.gPerS) / loudest.value}`)
    .join(''),
)
const heard = computed(() =>
  props.brown.stages.flatMap((s) => {
    const what = says.heardAs[s.mark]
    if (s.seenAtMs === undefined || what === undefined) return []
    return [{ key: s.mark, x: x(sOf(s.seenAtMs)), says: says.heard(what, clockText(s.seenAtMs, true)) }]
  }),
)
const nutty = computed(() => props.brown.stages.find((s) => s.mark === 'noisette'))
const isSure = computed(() => nutty.value && Number.isFinite(nutty.value.highAtMs))
</script>

<template>
  <svg class="strip" :viewBox="`0 0 ${WIDTH} 118`" role="img" :aria-label="says.strip">
    <path :d="sound" class="sound" />
    <rect
      v-for="s in segments"
      :key="s.key"
      :x="s.x"
      :y="BAND_Y"
      :width="s.w"
      :height="BAND_H"
      :fill="s.fill"
      class="segment"
    />
    <rect
      v-if="nutty && isSure"
      :x="x(sOf(nutty.lowAtMs))"
      :width="Math.max(4, x(sOf(nutty.highAtMs)) - x(sOf(nutty.lowAtMs)))"
      :y="BAND_Y - 9"
      height="8"
      class="wanted"
    />
    <template v-for="s in segments" :key="`t${s.key}`">
      <text
        v-if="s.w > 58"
        :x="s.x + s.w / 2"
        :y="BAND_Y + 46"
        text-anchor="middle"
        :class="{ wine: s.key === 'past', sorrel: s.key === 'dark' }"
      >
        {{ s.says }}
      </text>
    </template>
    <g v-for="(h, i) in heard" :key="h.key">
      <path :d="`M${h.x} ${BAND_Y + BAND_H}V${12 + 18 * (i % 2)}`" class="tap" />
      <circle :cx="h.x" :cy="12 + 18 * (i % 2)" r="5" class="dot" />
      <text :x="h.x - 9" :y="17 + 18 * (i % 2)" text-anchor="end">{{ h.says }}</text>
    </g>
    <path :d="`M${x(nowS)} ${BAND_Y}l-8 -15h16z`" class="dot" />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
}
.segment {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.sound,
.tap {
  stroke: var(--ink);
  stroke-width: 1.6;
  fill: none;
}
.dot {
  fill: var(--ink);
}
.wanted {
  fill: var(--sorrel);
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-caption);
}
text.sorrel {
  fill: var(--sorrel);
  font-weight: var(--weight-key);
}
text.wine {
  fill: var(--wine);
  font-weight: var(--weight-key);
}
</style>
