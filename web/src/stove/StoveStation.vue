<script setup lang="ts">
import { depthAtVolumeMm, GRAINS_FROM_C, HEAT_LEVELS, radiusAtMm, type Ring } from '@liquamen/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { BatchView } from '../kitchen/batchView'
import { useClock } from '../kitchen/clock'
import { deadlinesOf, urgencyOf } from '../kitchen/deadlines'
import { clockText, degreesText, numberText, spanText, tempText } from '../shared/format'
import { texts } from '../shared/texts'
import BowlOverBath from '../vessel/BowlOverBath.vue'
import TemperatureBand from '../vessel/TemperatureBand.vue'
import VesselShape from '../vessel/VesselShape.vue'

const props = defineProps<{
  ring: Ring
  /** What stands on it or is to come; nothing where it is free. */
  view: BatchView | undefined
}>()
const { nowMs } = useClock()
const router = useRouter()

const isPlanned = computed(() => props.view?.state.status === 'planned')
const urgency = computed(() => (props.view ? urgencyOf(props.view, nowMs.value) : 'steady'))
const next = computed(() =>
  props.view ? (deadlinesOf(props.view).find((d) => d.atMs > nowMs.value) ?? deadlinesOf(props.view)[0]) : undefined,
)
const span = computed(() => (next.value ? spanText(next.value.atMs - nowMs.value) : undefined))
const scale = computed(() => {
  const profile = props.view?.pan.profile
  const widest = profile?.shape === 'pan' ? profile.rimRadiusMm : (profile?.sphereRadiusMm ?? 90)
  const pxPerMm = Math.min(1.05, 98 / widest)
  return { pxPerMm, heightFactor: Math.min(1.5, 106 / ((profile?.heightMm ?? 75) * pxPerMm)) }
})
const edge = (mm: number) => (props.view ? radiusAtMm(props.view.pan.profile, mm) * scale.value.pxPerMm : 0)
const isBowl = computed(() => props.view?.formula.emulsion !== undefined)
const bowl = computed(() => props.view?.bowl)
const bowlScale = { pxPerMm: 0.76, heightFactor: 0.9 }
const bowlLevel = computed(() => (bowl.value && props.view ? depthAtVolumeMm(props.view.pan.profile, bowl.value.volumeMl) : 0))
const BATH_SHARE = { off: 0, gentle: 0.35, simmer: 0.6, boil: 1 } as const
const level = computed(() => props.view?.live?.depthMm ?? (props.view?.stepStartedAtMs === undefined ? 0 : levelOutsideReduction.value))
/** Outside a reduction nothing is measured: the level the plan gives at this point. */
const levelOutsideReduction = computed(() => {
  const { state, formula, step } = props.view ?? {}
  if (!state?.plan || !step || !formula) return 0
  const before = formula.steps.slice(0, formula.steps.indexOf(step))
  const done = [...before].reverse().find((s) => s.technique === 'reduce')
  const stage = state.plan.stages.find((s) => s.stepId === done?.id)
  if (stage) return stage.targetDepthMm
  return before.some((s) => s.technique === 'deglaze') ? (state.plan.stages[0]?.startDepthMm ?? 0) : 4
})
const heat = computed(() =>
  props.view?.state.status === 'underWay' && props.view.state.heat && !props.view.state.isPanOff
    ? HEAT_LEVELS[props.view.state.heat].share
    : 0,
)
const orderLine = computed(() => {
  const plan = props.view?.state.plan
  if (!plan) return ''
  const restart = plan.latestStartAtMs > nowMs.value ? texts.stove.restart(clockText(plan.latestStartAtMs)) : texts.stove.noRestart
  return `${texts.stove.order(plan.portions, clockText(plan.pickupAtMs))} · ${isPlanned.value ? props.view?.pan.name : restart}`
})
const pm = computed(() => {
  const clock = props.view?.live?.clock
  return clock?.lowAtMs !== undefined && clock.highAtMs !== undefined
    ? numberText(Math.max(1, (clock.highAtMs - clock.lowAtMs) / 120_000))
    : '?'
})
const detail = computed(() => {
  if (isPlanned.value) return `${texts.stove.light} ${clockText(props.view?.state.plan?.latestStartAtMs ?? 0)}`
  const b = bowl.value
  if (b && props.view?.step?.technique === 'pour')
    return b.butterToComeG > 1 ? texts.emulsion.toCome(numberText(b.butterToComeG)) : texts.emulsion.butterDone
  if (b && props.view?.step?.technique === 'whisk') return texts.emulsion.stages[b.stage] ?? ''
  const clock = props.view?.live?.clock
  if (clock?.targetAtMs !== undefined) return texts.stove.notch(clockText(clock.targetAtMs), pm.value)
  return props.view?.step?.endsWhen ?? ''
})
const isUncertain = computed(() => {
  const live = props.view?.live
  return live ? nowMs.value - (live.estimate.lastReadingAtMs ?? live.startedAtMs) > 4 * 60_000 : false
})
const spoken = computed(() => {
  const { view } = props
  if (!view) return texts.stove.empty(props.ring.number)
  if (view.bowl)
    return `Ring ${props.ring.number}, ${view.formula.name}, ${view.pan.name}, ${tempText(view.bowl.tempC, 0)}, ${texts.emulsion.stages[view.bowl.stage]}, ${next.value?.verb ?? view.step?.verb ?? ''} ${span.value ? `in ${span.value.number} ${span.value.unit}` : ''}`
  const live = view.live
    ? `, ${numberText(view.live.depthMm)} mm, stop at ${numberText(view.live.stage.targetDepthMm)} mm, ${view.live.stage.regime === 'boil' ? 'boiling' : 'simmering'}`
    : ''
  return `Ring ${props.ring.number}, ${view.formula.name}, ${view.pan.name}${live}, ${next.value?.verb ?? view.step?.verb ?? ''} ${span.value ? `in ${span.value.number} ${span.value.unit}` : ''}`
})
const open = () => {
  if (props.view) void router.push(`/bench/${props.view.state.id}`)
  else void router.push('/service')
}
</script>

<template>
  <button class="station" :aria-label="spoken" @click="open">
    <h2 class="name">
      <span class="number">{{ ring.number }}</span>
      <span v-if="view" class="sauce" :class="{ soft: isPlanned }">{{ view.formula.name }}</span>
    </h2>
    <p class="caption order">{{ view ? orderLine : ring.strength }}</p>
    <svg class="drawing" viewBox="-150 -126 300 148" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
      <template v-if="view && isBowl">
        <g transform="translate(-42 0)">
          <BowlOverBath
            :profile="view.pan.profile"
            :scale="bowlScale"
            :fill="view.formula.fill"
            :level-mm="bowlLevel"
            :is-on-bath="isPlanned || !bowl || bowl.isOnBath"
            :is-coming="isPlanned"
            :heat-share="bowl ? BATH_SHARE[bowl.bath] : 0"
            :is-foamy="bowl !== undefined && bowl.butterInG < 1 && bowl.stage !== 'raw'"
            :probe="view.probe ? (view.probe.health === 'silent' ? 'silent' : 'good') : undefined"
          />
        </g>
        <g v-if="bowl" transform="translate(82 -6)">
          <TemperatureBand
            is-small
            :low-c="40"
            :high-c="76"
            :wanted-c="[62, bowl.liftC]"
            :danger-from-c="GRAINS_FROM_C"
            :now-c="bowl.tempC"
            :is-uncertain="bowl.from === 'simulated'"
            :height-px="112"
          />
          <text x="10" :y="-112 * ((Math.max(40, Math.min(76, bowl.tempC)) - 40) / 36) + 8" class="mm">
            <template v-if="bowl.from === 'simulated'">~</template>
            {{ degreesText(bowl.tempC) }}
          </text>
        </g>
      </template>
      <VesselShape
        v-else-if="view"
        :profile="view.pan.profile"
        :scale="scale"
        :fill="view.formula.fill"
        :level-mm="level"
        :target-mm="view.live?.stage.targetDepthMm"
        :is-coming="isPlanned"
        :is-uncertain="isUncertain"
        :sd-mm="view.live?.sdMm"
        :heat-share="heat"
        :boil="view.live && !view.state.isPanOff && view.live.estimate.belief.deadMin <= 0 ? view.live.stage.regime : 'none'"
        :notch="urgency"
      />
      <g v-if="!view" class="off"><circle v-for="i in 9" :key="i" :cx="-60 + i * 12" cy="8" r="0.9" /></g>
      <template v-if="view?.live">
        <text :x="edge(view.live.depthMm) + 14" :y="-Math.max(18, view.live.depthMm * scale.pxPerMm * scale.heightFactor) + 6" class="mm">
          {{ numberText(view.live.depthMm) }}
          <tspan class="u" dx="2">mm</tspan>
        </text>
        <text
          :x="-edge(view.live.stage.targetDepthMm) - 26"
          :y="-view.live.stage.targetDepthMm * scale.pxPerMm * scale.heightFactor + 8"
          text-anchor="end"
          class="mm target"
        >
          {{ numberText(view.live.stage.targetDepthMm) }}
        </text>
      </template>
      <path d="M-700 2.5H700" class="hob" />
    </svg>
    <div v-if="urgency === 'actNow'" class="figures block block-act">
      <span class="act"><span aria-hidden="true">▼</span> {{ bowl ? texts.emulsion.lift : texts.bench.act }}</span
      ><span class="number2"
        ><template v-if="bowl">{{ degreesText(bowl.tempC, 1) }}</template
        ><template v-else>{{ span?.number }}</template
        ><span class="detail">{{ bowl ? texts.emulsion.thenButter : texts.bench.actDetail }}</span></span
      >
    </div>
    <div v-else-if="view && next && span" class="figures" :class="{ roux: urgency === 'lookSoon' }">
      <span class="big"
        >{{ span.number }}<span v-if="span.unit" class="min">{{ span.unit }}</span></span
      >
      <span
        ><span class="verb"><span v-if="urgency === 'lookSoon'" aria-hidden="true">▽ </span>{{ next.verb }}</span
        ><span class="detail">{{ detail }}</span></span
      >
    </div>
    <div v-else class="figures free">{{ view ? detail : texts.stove.free }}</div>
  </button>
</template>

<style scoped>
.station {
  display: flex;
  flex-direction: column;
  text-align: left;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  min-width: 0;
}
.station:hover .sauce {
  text-decoration: underline;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 4px;
}
.name {
  font-size: 28px;
  line-height: 34px;
  height: 34px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.number {
  font-weight: 700;
  margin-right: 4px;
}
.order {
  padding-left: 26px;
  height: 22px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.drawing {
  width: 100%;
  height: 184px;
  display: block;
  overflow: visible;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
.off circle {
  fill: var(--tick);
}
.mm {
  fill: var(--ink);
  font-size: 26px;
  font-weight: 620;
}
.mm.target {
  font-size: 22px;
}
.u {
  font-size: 17px;
  font-weight: 460;
  fill: var(--ink-soft);
}
.figures {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 72px;
  padding-right: 12px;
}
.big {
  font-size: 66px;
  font-weight: 540;
  line-height: 1;
  white-space: nowrap;
}
.min {
  font-size: 26px;
  font-weight: 460;
  margin-left: 4px;
}
.verb {
  display: block;
  font-size: 31px;
  font-weight: 640;
  line-height: 1;
}
.detail {
  display: block;
  font-size: 18px;
  font-weight: 460;
  color: var(--ink-soft);
  line-height: 1.15;
}
.block {
  margin-right: 14px;
  padding: 2px 10px;
  justify-content: space-between;
  height: 72px;
}
.block .detail {
  color: inherit;
}
.act {
  font-size: 36px;
  font-weight: 680;
  white-space: nowrap;
}
.number2 {
  font-size: 26px;
  font-weight: 600;
  text-align: right;
  line-height: 1;
}
.number2 .detail {
  font-size: 17px;
}
.free {
  font-size: 28px;
  color: var(--ink-soft);
  padding-left: 26px;
}
@media (max-width: 900px) {
  .big {
    font-size: 50px;
  }
  .verb {
    font-size: 25px;
  }
  .name {
    font-size: 24px;
  }
  .act {
    font-size: 32px;
  }
  .drawing {
    height: 136px;
  }
  .detail {
    font-size: 17px;
  }
  .figures {
    gap: 6px;
    flex-wrap: wrap;
  }
  .block {
    flex-wrap: nowrap;
  }
  .number2 .detail {
    display: none;
  }
}
</style>
