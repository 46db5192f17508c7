<script setup lang="ts">
import { forecast, HEAT_LEVELS, readCurve, type BatchView, type ReduceLive } from '@liquamen/core'
import { computed, ref } from 'vue'
import { themeName } from '../../ui/theme'
import { fillOf } from '../../app/tokens'
import { useKitchenNow } from '../../port/useKitchen'
import { clockText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import VesselShape from '../../vessel/VesselShape.vue'

const props = defineProps<{ view: BatchView }>()
const emit = defineEmits<{ /** The drawn level was dragged to a depth, mm. */ dragged: [depthMm: number] }>()
const nowMs = useKitchenNow()

const WIDTH = 900
const TOP = 22
const HEIGHT = 384
const HOB_Y = 352
const CX = 415
const live = computed(() => props.view.live as ReduceLive)
const profile = computed(() => props.view.pan.profile)
const rimMm = computed(() =>
  profile.value.shape === 'pan' ? profile.value.rimRadiusMm : profile.value.sphereRadiusMm,
)
const scale = computed(() => {
  const pxPerMm = 200 / rimMm.value
  return { pxPerMm, heightFactor: Math.min(2.2, 298 / (profile.value.heightMm * pxPerMm)) }
})
const y = (mm: number) => HOB_Y - 8 - mm * scale.value.pxPerMm * scale.value.heightFactor
const rulerX = computed(() => CX - 200 - 22)
const rightX = computed(() => CX + 200 + 12)
const dragMm = ref<number>()
const depth = computed(() => dragMm.value ?? live.value.depthMm)
const target = computed(() => live.value.stage.targetDepthMm)
const depthOf = (massG: number) => readCurve(live.value.stage.curve, 'massG', massG).depthMm
/** The liquid's other forms stand over its figure; clear of the steam above the rim, where there is room above that. */
const formsY = computed(() => {
  const overFigure = Math.min(y(depth.value) - 118, 210)
  const rim = y(profile.value.heightMm)
  const aboveSteam = Math.min(overFigure, rim - 34)
  return overFigure > rim + 24 || aboveSteam < TOP + 16 ? overFigure : aboveSteam
})
const minutesLeft = computed(() => {
  const { p90Min, p50Min } = forecast(live.value.estimate.belief, live.value.stage.targetMassG)
  return Math.min(60, Math.max(4, p90Min ?? (p50Min ?? 20) * 1.6))
})
const pxPerMin = computed(() => (WIDTH - rightX.value - 46) / (minutesLeft.value + 1))
const rightOf = (atMs: number) => rightX.value + ((atMs - nowMs.value) / 60_000) * pxPerMin.value
const leftOf = (atMs: number) => rulerX.value - 8 - ((nowMs.value - atMs) / 60_000) * pxPerMin.value
const readings = computed(() =>
  live.value.estimate.readings
    .flatMap(({ fact, verdict }) =>
      'massG' in fact.payload && verdict !== 'ignored'
        ? [
            {
              id: fact.id,
              x: leftOf(fact.atMs),
              y: y(depthOf(fact.payload.massG)),
              how: fact.payload.how,
              isOut: verdict === 'outlier',
            },
          ]
        : [],
    )
    .filter((r) => r.x > 4),
)
const past = computed(() =>
  [
    { x: leftOf(live.value.startedAtMs), y: y(live.value.stage.startDepthMm) },
    ...readings.value.filter((r) => !r.isOut),
    { x: rulerX.value, y: y(live.value.depthMm) },
  ]
    .map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
    .join('L'),
)
const foretold = computed(() => {
  const { clock } = live.value
  return {
    low: clock.lowAtMs ? rightOf(clock.lowAtMs) : undefined,
    mid: clock.targetAtMs ? rightOf(clock.targetAtMs) : undefined,
    high: clock.highAtMs ? Math.min(WIDTH - 8, rightOf(clock.highAtMs)) : WIDTH - 8,
  }
})
/** Below the notch where there is room over the hob line, else above the level. */
const labelAt = computed(() =>
  HOB_Y - y(target.value) > 70
    ? {
        x: Math.min(WIDTH - 100, Math.max(rightX.value + 95, foretold.value.mid ?? 0)),
        y: y(target.value) + 32,
        anchor: 'middle',
      }
    : { x: WIDTH - 4, y: y(depth.value) - 36, anchor: 'end' },
)
const minuteLevels = computed(() => {
  const { belief } = live.value.estimate
  return Array.from({ length: 90 }, (_, i) =>
    depthOf(Math.max(0, live.value.estimate.massG - belief.rateGPerMin * (i + 1))),
  )
})
const rulerMarks = computed(() =>
  Array.from({ length: Math.floor(profile.value.heightMm / 1) + 1 }, (_, mm) => mm).filter(
    (mm) => mm <= profile.value.heightMm && y(mm) > 60,
  ),
)
const timeTicks = computed(() => {
  const sparse = pxPerMin.value > 14 ? 2 : 5
  const step = pxPerMin.value > 34 ? 1 : sparse
  const first = Math.ceil(nowMs.value / 60_000)
  const right = Array.from({ length: Math.ceil(minutesLeft.value) + 1 }, (_, i) => first + i).map((m) => ({
    m,
    x: rightOf(m * 60_000),
  }))
  const left = Array.from({ length: 30 }, (_, i) => first - 1 - i).map((m) => ({ m, x: leftOf(m * 60_000) }))
  return [
    ...right.filter((t) => t.x < WIDTH - 10),
    ...left.filter((t) => t.x > 8 && t.x < rulerX.value - 10),
  ].map((t) => ({
    ...t,
    label: t.m % (step * 5) === 0 ? clockText(t.m * 60_000) : '',
  }))
})
const colours = computed(() => fillOf(props.view.formula.fill, themeName.value))
const targetTextFits = computed(() => target.value * scale.value.pxPerMm * scale.value.heightFactor > 44)
const isUncertain = computed(
  () => nowMs.value - (live.value.estimate.lastReadingAtMs ?? live.value.startedAtMs) > 4 * 60_000,
)
const spoken = computed(() =>
  texts.bench.drawn(
    props.view.formula.name,
    props.view.pan.name,
    numberText(live.value.depthMm),
    numberText(target.value),
  ),
)

const svg = ref<SVGSVGElement>()
function mmAt(event: PointerEvent): number {
  const box = svg.value!.getBoundingClientRect()
  const at = TOP + ((event.clientY - box.top) / box.height) * HEIGHT
  return Math.max(
    1,
    Math.min(profile.value.heightMm, (HOB_Y - 8 - at) / (scale.value.pxPerMm * scale.value.heightFactor)),
  )
}
function drag(event: PointerEvent): void {
  if (event.type === 'pointerdown') (event.currentTarget as Element).setPointerCapture(event.pointerId)
  else if (dragMm.value === undefined) return
  dragMm.value = Math.round(mmAt(event))
}
function drop(): void {
  if (dragMm.value !== undefined && Math.abs(dragMm.value - live.value.depthMm) > 0.8)
    emit('dragged', dragMm.value)
  dragMm.value = undefined
}
</script>

<template>
  <svg ref="svg" class="bench" :viewBox="`0 ${TOP} ${WIDTH} ${HEIGHT}`" role="img" :aria-label="spoken">
    <g :transform="`translate(${CX} ${HOB_Y - 8})`">
      <VesselShape
        detail="bench"
        :profile="profile"
        :scale="scale"
        :fill="view.formula.fill"
        :level-mm="depth"
        :target-mm="target"
        :sd-mm="live.sdMm"
        :is-uncertain="isUncertain"
        :boil="view.state.isPanOff || live.estimate.belief.deadMin > 0 ? 'none' : live.stage.regime"
        :heat-share="view.state.isPanOff ? 0 : HEAT_LEVELS[view.state.heat ?? 'high'].share"
        :minute-levels-mm="minuteLevels"
      />
    </g>
    <path :d="`M0 ${HOB_Y}H${WIDTH}`" class="hob" />
    <g class="ruler">
      <path :d="`M${rulerX} ${y(0)}V${y(rulerMarks.at(-1) ?? 0)}`" />
      <g v-for="mm in rulerMarks" :key="mm">
        <path :d="`M${rulerX} ${y(mm)}h${mm % 10 === 0 ? 14 : mm % 5 === 0 ? 10 : 5}`" />
        <text v-if="mm % 10 === 0 && mm > 0" :x="rulerX - 8" :y="y(mm) + 6" text-anchor="end">{{ mm }}</text>
      </g>
      <text :x="rulerX + 8" :y="y(rulerMarks.at(-1) ?? 0) - 12" text-anchor="end">
        {{ texts.bench.heights }}{{ numberText(scale.heightFactor, 1) }}
      </text>
    </g>
    <path :d="`M${past}`" class="past" />
    <path :d="`M${rulerX} ${y(depth)}H${rightX}`" class="across" />
    <circle :cx="rulerX" :cy="y(depth)" r="4.5" class="dot" />
    <template v-for="r in readings" :key="r.id">
      <path
        v-if="r.how === 'depth' || r.how === 'level'"
        :d="`M${r.x - 8} ${r.y - 6}h16l-8 12z`"
        class="reading"
        :class="{ out: r.isOut }"
      />
      <rect
        v-else
        :x="r.x - 6"
        :y="r.y - 6"
        width="12"
        height="12"
        class="reading"
        :class="{ out: r.isOut }"
      />
    </template>
    <template v-if="foretold.mid !== undefined && !view.state.isPanOff">
      <path
        :d="`M${rightX} ${y(depth)}L${foretold.low ?? rightX} ${y(target)}L${foretold.high} ${y(target)}Z`"
        class="band"
      />
      <path
        :d="`M${rightX} ${y(depth)}L${Math.min(foretold.mid, WIDTH - 8)} ${y(target)}`"
        class="foretold"
      />
      <path :d="`M${rightX} ${y(target)}H${WIDTH}`" class="target" />
      <path :d="`M${Math.max(rightX, foretold.low ?? rightX)} ${y(target)}H${foretold.high}`" class="span" />
      <text :x="labelAt.x" :y="labelAt.y" :text-anchor="labelAt.anchor" class="when">
        {{ clockText(live.clock.targetAtMs ?? 0) }}
      </text>
      <text
        v-if="live.clock.lowAtMs && live.clock.highAtMs"
        :x="labelAt.x"
        :y="labelAt.y + 23"
        :text-anchor="labelAt.anchor"
      >
        {{ texts.bench.between(clockText(live.clock.lowAtMs), clockText(live.clock.highAtMs)) }}
      </text>
    </template>
    <path :d="`M${rulerX + 16} ${y(target)}H${CX - 200}`" class="target dotted" />
    <g v-for="t in timeTicks" :key="t.m">
      <path :d="`M${t.x} ${HOB_Y}v${t.label ? 10 : 5}`" class="tick" />
      <text v-if="t.label" :x="t.x" :y="HOB_Y + 30" text-anchor="middle">{{ t.label }}</text>
    </g>
    <g class="numbers">
      <text :x="CX" :y="formsY" text-anchor="middle" class="forms">
        {{
          texts.bench.inPan(
            numberText(live.volumeMl),
            numberText(live.estimate.massG),
            numberText(live.estimate.massG + live.stage.tareG + live.stage.inPan.massG),
          )
        }}
      </text>
      <text :x="CX" :y="y(depth) - 14" text-anchor="middle" class="level">
        <tspan v-if="isUncertain">~</tspan>
        {{ numberText(depth) }}
        <tspan class="mm" dx="8">mm</tspan>
      </text>
      <text
        v-if="targetTextFits"
        :x="CX"
        :y="(y(target) + y(0)) / 2 + 12"
        text-anchor="middle"
        class="stop"
        :style="{ fill: colours.text }"
      >
        {{ texts.bench.stopAt }} {{ numberText(target) }}
        <tspan class="mm2">mm</tspan>
      </text>
      <text v-else :x="CX" :y="HOB_Y + 50" text-anchor="middle" class="stop below">
        {{ texts.bench.stopAt }} {{ numberText(target) }} mm
      </text>
    </g>
    <rect
      class="grip"
      :x="CX - 190"
      :y="y(depth) - 26"
      width="380"
      height="52"
      @pointerdown="drag"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
    />
  </svg>
</template>

<style scoped>
.bench {
  width: 100%;
  max-height: max(
    220px,
    var(--screen-h) - 440px - var(--news, 0px)
  ); /* its words stand above the keys, whatever is cautioned of or rings above it */
  display: block;
  touch-action: pan-x;
}
@media (max-width: 900px) {
  .bench {
    max-height: none;
  }
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  fill: var(--ink-soft);
  font-size: var(--type-caption);
  font-stretch: 75%;
}
.ruler path,
.tick {
  stroke: var(--tick);
  stroke-width: 1.1;
  fill: none;
}
.past {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.across {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.dot {
  fill: var(--ink);
}
.reading {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 1.8;
}
.reading.out {
  stroke-dasharray: 3 3;
}
.band {
  fill: var(--ink);
  fill-opacity: 0.12;
}
.foretold {
  stroke: var(--ink);
  stroke-width: 1.8;
}
.target {
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 8 5;
}
.dotted {
  stroke-dasharray: 2 4;
}
.span {
  stroke: var(--ink);
  stroke-width: 6;
}
.when {
  fill: var(--ink);
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.numbers {
  pointer-events: none;
}
.forms {
  font-size: var(--type-text);
}
.level {
  font-size: var(--type-pan);
  font-weight: var(--weight-plain);
  fill: var(--ink);
  letter-spacing: -1px;
}
.level .mm {
  font-size: var(--type-key);
  font-weight: var(--weight-soft);
  fill: var(--ink-soft);
}
.stop {
  font-size: var(--type-title);
  font-weight: var(--weight-key);
}
.stop.below {
  fill: var(--ink);
  font-size: var(--type-key);
}
.mm2 {
  font-size: var(--type-label);
  font-weight: var(--weight-soft);
}
.grip {
  fill: transparent;
  cursor: ns-resize;
  touch-action: none;
}
</style>
