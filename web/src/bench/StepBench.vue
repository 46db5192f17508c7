<script setup lang="ts">
import { HEAT_LEVELS, type BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { clockText, numberText, spanText } from '../ui/format'
import { texts } from '../ui/texts'
import VesselShape from '../vessel/VesselShape.vue'
import BenchFrame from './BenchFrame.vue'
import GoodsLines from './GoodsLines.vue'
import TakeOut from './TakeOut.vue'
import TempEntry from './TempEntry.vue'
import type { Bench } from './useBench'
import { useVesselNow } from './useVesselNow'
import VesselNow from './VesselNow.vue'

/** The bench of a step whose vessel is looked at and whose minutes run: what goes in, where the level is and will be, how far it is, what ends it. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  /** The room has its own last key. */ hasOwnEnd?: boolean
  /** What the clock counts down to, where it is not the step's own verb. */ clockLabel?: string | undefined
  /** Seconds count. */ hasSeconds?: boolean
  /** A thermometer belongs to this step: where its ruler opens and half the span that it shows. */
  temperature?: { readonly startC: number; readonly reachK: number; readonly label?: string } | undefined
}>()
const nowMs = useKitchenNow()
const vessel = useVesselNow(toRef(props, 'view'))
const isTyping = ref(false)
async function keepTemp(tempC: number): Promise<void> {
  if (await props.bench.heatOf(tempC)) isTyping.value = false
}
const step = computed(() => props.view.step)
const isPlanned = computed(() => props.view.state.status === 'planned')
const timed = computed(() => (props.view.live?.kind === 'timed' ? props.view.live : undefined))
const left = computed(() => (timed.value ? spanText(timed.value.endsAtMs - nowMs.value) : undefined))
const isOver = computed(() => timed.value !== undefined && timed.value.endsAtMs <= nowMs.value)
const lookFor = computed(() => timed.value?.lookFor ?? 'look')
const isLookDue = computed(() => timed.value?.lookAtMs !== undefined && timed.value.lookAtMs <= nowMs.value)
/** How far it is: the level goes from where it stood to where it will end as the minutes run. */
const share = computed(() =>
  timed.value
    ? Math.max(
        0,
        Math.min(
          1,
          (nowMs.value - timed.value.startedAtMs) / (timed.value.endsAtMs - timed.value.startedAtMs),
        ),
      )
    : 0,
)
const levelMm = computed(
  () => vessel.value.startMm + (vessel.value.endMm - vessel.value.startMm) * share.value,
)
const heat = computed(() =>
  isPlanned.value || !step.value?.heat || props.view.planned?.stand === 'aside'
    ? 0
    : HEAT_LEVELS[step.value.heat].share,
)
const band = (m: { low: number; high: number }) =>
  `${numberText(m.low, m.low < 10 && m.low % 1 ? 1 : 0)}–${numberText(m.high, m.high < 10 && m.high % 1 ? 1 : 0)}`
</script>

<template>
  <BenchFrame :view="view" :bench="bench" :place="String(view.ring.number)">
    <section class="work">
      <div>
        <p class="ends">{{ step?.endsWhen }}</p>
        <p v-if="view.planned && view.planned.minutes.value > 0 && !clockLabel" class="caption">
          {{ band(view.planned.minutes) }} {{ texts.plan.minutes }}
        </p>
        <GoodsLines :view="view" :bench="bench" />
        <TakeOut :view="view" :bench="bench" />
        <slot :vessel="vessel" />
      </div>
      <aside>
        <template v-if="left && !isPlanned && timed">
          <span class="label"
            ><span v-if="isOver || isLookDue" aria-hidden="true">▽ </span
            >{{
              isLookDue && !isOver ? texts.bench.visitNow(texts.verbs[lookFor]) : (clockLabel ?? step?.verb)
            }}</span
          >
          <span class="clock" :class="{ roux: isOver || isLookDue }"
            >{{ left.number }}<span class="unit">{{ left.unit }}</span></span
          ><span class="caption">{{ clockText(timed.endsAtMs, hasSeconds) }}</span>
        </template>
        <VesselNow
          v-slot="{ shape }"
          class="pan"
          :view="view"
          :level-mm="levelMm"
          :end-mm="vessel.endMm"
          :box="[124, 138]"
          :around="[56, 22, 24]"
        >
          <VesselShape
            v-bind="shape"
            :level-mm="isPlanned ? 0 : levelMm"
            :coming-mm="!isPlanned && vessel.endMm > levelMm + 0.5 ? vessel.endMm : undefined"
            :target-mm="
              !isPlanned && vessel.endMm < levelMm - 0.5 && vessel.endMm > 0 ? vessel.endMm : undefined
            "
            :is-coming="isPlanned"
            :heat-share="heat"
            :has-no-handle="view.pan.kind === 'tray'"
          />
          <path d="M-180 2.5H180" class="hob" />
        </VesselNow>
        <p class="caption figures">
          {{ view.pan.name }} · {{ numberText(vessel.startMl) }} ml<template
            v-if="Math.abs(vessel.endMl - vessel.startMl) >= 1"
          >
            → {{ numberText(vessel.endMl) }} ml</template
          >
        </p>
      </aside>
    </section>
    <slot name="wide" :vessel="vessel" />
    <template #entry>
      <TempEntry
        v-if="isTyping && temperature"
        :label="temperature.label ?? texts.bench.tempLabel"
        :start-c="temperature.startC"
        :reach-k="temperature.reachK"
        @keep="keepTemp"
        @cancel="isTyping = false"
      />
      <slot name="entry" />
    </template>
    <template #keys>
      <v-btn v-if="temperature && view.stepStartedAtMs !== undefined" @click="isTyping = !isTyping">{{
        texts.bench.temp
      }}</v-btn>
      <slot name="keys" />
      <v-btn v-if="isLookDue" @click="bench.answer('lookSoon')">{{ texts.bench.visited[lookFor] }}</v-btn>
      <template v-if="isPlanned"
        ><v-btn v-if="!bench.ringTaken.value" class="is-first" @click="bench.start()"
          >{{ texts.bench.startBatch }} {{ view.ring.number }}</v-btn
        ></template
      >
      <v-btn
        v-else-if="view.stepStartedAtMs === undefined"
        class="is-first"
        @click="bench.begin(step?.id ?? '')"
        >{{ texts.bench.start }} <small>{{ step?.verb }}</small></v-btn
      >
      <v-btn v-else-if="!hasOwnEnd" class="is-first" @click="bench.finishStep()">{{
        texts.bench.stepDone
      }}</v-btn>
      <slot v-else name="end" />
    </template>
  </BenchFrame>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 24px;
  min-height: 280px;
}
.ends {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  max-width: 28ch;
  line-height: 1.15;
  margin-bottom: 6px;
}
aside {
  display: grid;
  justify-items: end;
  align-content: start;
}
.pan {
  width: 330px;
  max-width: 100%;
  margin-top: 14px;
}
.figures {
  text-align: right;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
.clock {
  font-size: var(--type-pan);
  font-weight: var(--weight-plain);
  line-height: 0.9;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    grid-row: 1;
    grid-template-columns: 1fr auto;
    justify-items: start;
  }
  .clock {
    font-size: var(--type-instrument);
  }
  .pan {
    grid-column: 2;
    grid-row: 1 / span 4;
    width: 260px;
  }
}
</style>
