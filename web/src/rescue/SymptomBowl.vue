<script setup lang="ts">
import type { Symptom } from '@liquamen/core'
import { computed } from 'vue'
import { fillOf } from '../app/tokens'
import { themeName } from '../ui/theme'

/** A bowl of the sauce as it looks when this is wrong with it. */
const props = defineProps<{ symptom: Symptom; fill: string }>()
const WALL = 'M10 6 C16 34 34 44 56 44 C78 44 96 34 102 6'
/** What is in the bowl below a level. */
const below = (y: number) =>
  `M${10 + (y - 6) * 0.55} ${y} C22 40 38 44 56 44 C74 44 90 40 ${102 - (y - 6) * 0.55} ${y} Z`
const level = computed(() => (props.symptom === 'thin' ? 34 : 22))
const colour = computed(() => fillOf(props.fill, themeName.value).fill)
/** Fixed places: the same picture every time. */
const BEADS = [24, 32, 40, 48, 56, 64, 72, 80, 88]
const DROPS = [
  [38, 34, 2],
  [48, 38, 3],
  [58, 33, 2],
  [68, 37, 3],
  [76, 32, 2],
] as const
const GRAINS = [
  [30, 27],
  [38, 30],
  [46, 27],
  [54, 31],
  [62, 27],
  [70, 30],
  [78, 27],
  [42, 35],
  [50, 37],
  [58, 35],
  [66, 37],
  [74, 34],
] as const
const CURDS = [
  [30, 26],
  [42, 31],
  [52, 26],
  [62, 33],
  [72, 27],
  [50, 37],
] as const
const isSplit = computed(() => props.symptom === 'split' || props.symptom === 'coldSplit')
</script>

<template>
  <svg viewBox="0 0 112 50" class="symptom" aria-hidden="true">
    <path v-if="!isSplit" :d="below(level)" :fill="colour" />
    <template v-else>
      <path :d="below(22)" class="pale" />
      <path d="M19 22 H93 L88 31 H24 Z" :fill="colour" />
      <path d="M24 31 H88" class="dash" />
      <circle v-for="[x, y, r] in DROPS" :key="x" :cx="x" :cy="y" :r="r" class="drop" :fill="colour" />
    </template>
    <template v-if="symptom === 'beads'">
      <circle v-for="x in BEADS" :key="x" :cx="x" cy="24" r="2.6" class="drop" :fill="colour" />
    </template>
    <path
      v-if="symptom === 'thick'"
      d="M19 22 C36 22 44 10 56 10 C68 10 76 22 93 22"
      class="mound"
      :fill="colour"
    />
    <path v-if="symptom === 'thin'" d="M56 6v2M56 13v2M56 20v2M56 27v2" class="fall" />
    <text v-if="symptom === 'coldSplit'" x="56" y="16" class="word">&lt; 40°</text>
    <template v-if="symptom === 'fineGrain'">
      <circle v-for="[x, y] in GRAINS" :key="`${x} ${y}`" :cx="x" :cy="y" r="1.1" class="grain" />
    </template>
    <template v-if="symptom === 'curds' || symptom === 'lumps'">
      <rect
        v-for="[x, y] in CURDS"
        :key="`${x} ${y}`"
        :x="x"
        :y="y"
        width="7"
        height="6"
        :rx="symptom === 'lumps' ? 3 : 0"
        class="curd"
        :fill="colour"
        :transform="`rotate(${(x * 7) % 40} ${x} ${y})`"
      />
    </template>
    <path
      v-if="symptom === 'skin'"
      d="M15 20 C24 13 32 24 42 18 C52 12 60 24 70 18 C80 12 88 22 97 18"
      class="skin"
    />
    <path v-if="symptom === 'burnt'" d="M28 36 C38 43 74 43 84 36 L80 41 C70 46 42 46 32 41 Z" class="char" />
    <text v-if="symptom === 'salty'" x="56" y="17" class="word">salt +</text>
    <text v-if="symptom === 'sharp'" x="56" y="17" class="word">acid +</text>
    <path :d="WALL" class="wall" />
  </svg>
</template>

<style scoped>
.symptom {
  display: block;
  width: 100%;
  height: 50px;
}
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-linecap: round;
}
.pale {
  fill: var(--bone);
}
.drop {
  stroke: var(--ink);
  stroke-width: 0.9;
}
.dash {
  stroke: var(--ink);
  stroke-width: 0.9;
  stroke-dasharray: 3 2;
}
.mound,
.curd {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.grain {
  fill: var(--ink);
}
.fall {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.skin {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.6;
}
.char {
  fill: var(--ink);
}
.word {
  font-size: 12px;
  font-weight: var(--weight-key);
  text-anchor: middle;
  fill: var(--ink);
}
</style>
