<script setup lang="ts">
import type { VesselProfile } from '@liquamen/core'
import { computed } from 'vue'
import { themeName } from '../ui/theme'
import { fillOf } from '../app/tokens'
import {
  circlesPath,
  dotCentres,
  halfWidthPx,
  heightPx,
  liquidPath,
  rulingHeights,
  wallPath,
  type DrawScale,
} from './vesselGeometry'

const props = withDefaults(
  defineProps<{
    /** Inside of the vessel. */
    profile: VesselProfile
    scale: DrawScale
    /** How much is shown: chip 24, small 48, station 96–140, bench full. */
    detail?: 'chip' | 'small' | 'station' | 'bench'
    fill?: string
    levelMm?: number
    /** Where it should stop. */
    targetMm?: number
    /** Level when everything still to come is in. */
    comingMm?: number
    /** Standard deviation of the level; drawn as a band where the level is uncertain. */
    sdMm?: number
    isUncertain?: boolean
    /** A bowl has no handle. */
    hasNoHandle?: boolean
    /** The vessel that will come: outline only. */
    isComing?: boolean
    boil?: 'none' | 'simmer' | 'boil'
    /** Share of full power under it; undefined draws no heat. */
    heatShare?: number
    /** Levels at which a minute will have passed, for the ruling on the bench. */
    minuteLevelsMm?: readonly number[]
    notch?: 'steady' | 'lookSoon' | 'actNow' | 'pastLimit'
  }>(),
  { detail: 'station', fill: '', boil: 'none', notch: 'steady' },
)

const WALL = { chip: 1.9, small: 2.6, station: 4.5, bench: 7.5 } as const
const LEVEL = { chip: 1.3, small: 1.5, station: 2.5, bench: 3 } as const
const NOTCH = { chip: 0, small: 5, station: 10, bench: 15 } as const
/** How far a handle reaches, px; the bench's pan has none, its drawing has no room beside it. */
const HANDLE_PX: Readonly<Record<string, number>> = { chip: 6, small: 10, station: 32 }
const wall = computed(() => WALL[props.detail])
const colours = computed(() => fillOf(props.fill, themeName.value))
const level = computed(() => Math.max(0, Math.min(props.profile.heightMm, props.levelMm ?? 0)))
const target = computed(() =>
  props.targetMm === undefined ? undefined : Math.min(props.profile.heightMm, props.targetMm),
)
const stays = computed(() => Math.min(level.value, target.value ?? level.value))
const y = (mm: number) => -heightPx(mm, props.scale)
const half = (mm: number) => halfWidthPx(props.profile, mm, props.scale)
const ruling = computed(() =>
  props.detail === 'chip'
    ? ''
    : rulingHeights(stays.value, level.value, props.scale, props.minuteLevelsMm)
        .map((mm) => `M${-half(mm) + 1} ${y(mm)}H${half(mm) - 1}`)
        .join(''),
)
const dots = computed(() =>
  props.comingMm !== undefined && props.comingMm > level.value
    ? circlesPath(
        dotCentres(
          props.profile,
          { fromMm: level.value, toMm: props.comingMm },
          props.scale,
          props.detail === 'bench' ? 10 : 9,
        ),
        1.8,
      )
    : '',
)
const menisci = computed(() => {
  const lift = Math.min(5, wall.value * 0.9)
  const h = half(level.value)
  const at = y(level.value)
  return `M${-h} ${at - lift}q0 ${lift} ${lift} ${lift}H${h - lift}q${lift} 0 ${lift} ${-lift}`
})
const bubbles = computed(() => {
  if (props.boil === 'none' || props.detail === 'chip' || level.value <= 0) return ''
  const gap = props.boil === 'boil' ? 13 : 24
  const h = half(level.value) - 12
  const centres = Array.from({ length: Math.max(0, Math.floor((2 * h) / gap)) }, (_, i) => ({
    x: -h + (i + 0.5) * gap,
    y: y(level.value) + 7 + ((i * 7) % 5),
  }))
  return circlesPath(centres, (i) => 2 + ((i * 5) % 3) * 0.8)
})
const steam = computed(() => {
  if (props.boil === 'none' || props.detail === 'chip' || props.detail === 'small') return ''
  const rim = half(props.profile.heightMm)
  const count = props.boil === 'boil' ? 5 : 3
  return Array.from({ length: count }, (_, i) => {
    const h = 11 + ((i * 7) % 3) * 4
    return `M${-rim * 0.6 + (i * 1.2 * rim) / (count - 1)} ${y(props.profile.heightMm) - 6}q4 ${-h / 4} 0 ${-h / 2}t0 ${-h / 2}`
  }).join('')
})
/** Where the flames of its ring stand; none where no heat is drawn. */
const burner = computed(() => {
  if (props.heatShare === undefined || props.detail === 'chip') return []
  const width = half(props.profile.heightMm * 0.1)
  const gap = props.detail === 'bench' ? 9 : 6
  return Array.from({ length: Math.floor((2 * width) / gap) + 1 }, (_, i) => -width + i * gap)
})
const heat = computed(() => {
  if (!props.heatShare) return ''
  const combPx = (props.detail === 'bench' ? 20 : 12) * Math.max(0.25, props.heatShare)
  return burner.value.map((x) => `M${x} ${wall.value + 4}v${combPx}`).join('')
})
const noHeat = computed(() =>
  props.heatShare
    ? ''
    : circlesPath(
        burner.value.map((x) => ({ x, y: wall.value + 6 })),
        0.9,
      ),
)
const handle = computed(() => {
  if (props.hasNoHandle) return ''
  const at = props.profile.heightMm * 0.86
  const x = half(at) + wall.value
  const length = HANDLE_PX[props.detail]
  return length ? `M${x} ${y(at)}l${length} ${-length * 0.09}` : ''
})
</script>

<template>
  <g :class="{ 'is-coming': isComing }">
    <template v-if="!isComing">
      <path v-if="stays > 0" :d="liquidPath(profile, 0, stays, scale)" :fill="colours.fill" />
      <template v-if="level > stays">
        <path :d="liquidPath(profile, stays, level, scale)" :fill="colours.fill" fill-opacity="0.34" />
        <path v-if="ruling" :d="ruling" :stroke="colours.fill" :stroke-width="detail === 'bench' ? 1.5 : 1" />
      </template>
      <path v-if="dots" :d="dots" class="to-come" />
      <path
        v-if="comingMm !== undefined && comingMm > level"
        :d="`M${-half(comingMm)} ${y(comingMm)}H${half(comingMm)}`"
        class="dashed"
      />
      <path
        v-if="isUncertain && sdMm && level > 0"
        :d="
          liquidPath(
            profile,
            Math.max(0, level - 1.28 * sdMm),
            Math.min(profile.heightMm, level + 1.28 * sdMm),
            scale,
          )
        "
        class="band"
      />
      <g v-if="bubbles || steam" :class="{ drifting: detail === 'bench' }">
        <path :d="bubbles" class="bubble" />
        <path :d="steam" class="wisp" />
      </g>
      <path
        v-if="level > 0"
        :d="menisci"
        class="level"
        :class="{ uncertain: isUncertain }"
        :stroke-width="LEVEL[detail]"
      />
      <path
        v-if="target !== undefined && detail !== 'chip' && target <= profile.heightMm"
        :d="`M${-half(target)} ${y(target)}H${half(target)}`"
        class="target"
      />
    </template>
    <path :d="wallPath(profile, wall, scale)" class="wall" :stroke-width="isComing ? 1.5 : wall" />
    <path v-if="handle" :d="handle" class="wall" :stroke-width="isComing ? 1.5 : wall * 0.85" />
    <path
      v-if="target !== undefined && NOTCH[detail] && !isComing"
      class="notch"
      :class="notch"
      :d="`M${-half(target) - wall - 3} ${y(target)}l${-NOTCH[detail] * 1.24} ${-NOTCH[detail] * 0.62}v${NOTCH[detail] * 1.24}z`"
    />
    <path v-if="heat" :d="heat" class="heat" />
    <path v-if="noHeat" :d="noHeat" class="no-heat" />
  </g>
</template>

<style scoped>
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-linejoin: round;
}
.is-coming .wall {
  stroke: var(--ink-soft);
  stroke-dasharray: 5 5;
}
.level {
  fill: none;
  stroke: var(--ink);
}
.uncertain {
  stroke-dasharray: 6 4;
}
.band {
  fill: var(--ink);
  fill-opacity: 0.12;
}
.target,
.dashed {
  stroke: var(--ink);
  stroke-width: 1.25;
  stroke-dasharray: 4 3;
  fill: none;
}
.to-come {
  fill: var(--butter);
  stroke: var(--ink);
  stroke-width: 0.6;
}
.bubble {
  fill: none;
  stroke: var(--bone);
  stroke-width: 1.1;
}
.wisp {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.1;
}
.heat {
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
.no-heat {
  fill: var(--ink-soft);
}
.notch {
  fill: var(--ink);
  stroke: none;
}
.notch.lookSoon {
  fill: var(--bone);
  stroke: var(--roux);
  stroke-width: 1.8;
}
.notch.actNow {
  fill: var(--ember);
}
</style>
