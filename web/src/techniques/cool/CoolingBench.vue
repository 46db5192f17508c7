<script setup lang="ts">
import {
  FOOD_CODES,
  houseRules,
  iceForBathG,
  type BatchView,
  type CoolingPlace,
  type CoolLive,
  type CoolPlan,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import BenchFrame from '../../bench/BenchFrame.vue'
import ProbeLine from '../../bench/ProbeLine.vue'
import { useProbe } from '../../bench/useProbe'
import GoodsLines from '../../bench/GoodsLines.vue'
import TempEntry from '../../bench/TempEntry.vue'
import { useBench } from '../../bench/useBench'
import { useBenchKeys } from '../../bench/useBenchKeys'
import { useVesselNow } from '../../bench/useVesselNow'
import VesselNow from '../../bench/VesselNow.vue'
import type { Entry } from '../../port/makeFact'
import { useKitchenNow } from '../../port/useKitchen'
import { clockText, degreesText, numberText } from '../../ui/format'
import AskedRow from '../../ui/AskedRow.vue'
import { useEntry } from '../../ui/useEntry'
import { texts } from '../../ui/texts'
import VesselShape from '../../vessel/VesselShape.vue'
import CoolingCourse from './CoolingCourse.vue'
import { coolTexts } from './texts.cool'

/** Down through the danger range: readings against the chosen code's marks, the place that is in time, and what a missed mark leaves. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const probe = useProbe(toRef(props, 'view'), bench)
const nowMs = useKitchenNow()
const vessel = useVesselNow(toRef(props, 'view'))
const { entry, close, toggle, closeAfter } = useEntry<'temp' | 'reheat'>()
const isAsking = ref(false)
const live = computed<CoolLive | undefined>(() =>
  props.view.live?.kind === 'cool' ? props.view.live : undefined,
)
const plan = computed<CoolPlan | undefined>(() =>
  props.view.planned?.work.kind === 'cool' ? props.view.planned.work : undefined,
)
const code = computed(
  () => FOOD_CODES[props.view.state.frozen ? houseRules(props.view.state.frozen.settings).code : 'usModel'],
)
const last = computed(() => live.value?.readings.at(-1))
const before = computed(() => live.value?.readings.at(-2))
const isRisen = computed(() => last.value && before.value && last.value.tempC > before.value.tempC + 2)
const stages = computed(() =>
  (live.value?.verdict.stages ?? []).map((s, i) => {
    const at = live.value?.forecastMs[i]
    const late = live.value?.lateMs[i]
    const foretold =
      at === undefined
        ? coolTexts.never
        : coolTexts.thoughtLate(clockText(at), late === undefined ? '–' : clockText(late))
    return {
      key: `${s.stage.toC}`,
      to: degreesText(s.stage.toC),
      by:
        s.dueAtMs === undefined
          ? coolTexts.waits(degreesText(s.stage.fromC))
          : coolTexts.by(clockText(s.dueAtMs)),
      status: s.status,
      says: {
        met: coolTexts.met(clockText(s.reachedAtMs ?? 0)),
        missed: coolTexts.missed(clockText(s.dueAtMs ?? 0)),
        running: foretold,
        waiting: foretold,
      }[s.status],
      isLate: s.status === 'running' && (at ?? Infinity) > (s.dueAtMs ?? Infinity),
    }
  }),
)
const options = computed(() =>
  (plan.value?.options ?? []).map((o) => {
    const minutes = o.stageMin.at(-1)
    return {
      ...o,
      name: coolTexts.places[o.place],
      says: minutes == null ? coolTexts.cannot : coolTexts.minutes(numberText(minutes)),
      isHere: live.value?.isPlaced === true && live.value.place === o.place,
    }
  }),
)
const halfMin = computed(() => numberText(Math.LN2 * (live.value?.tauMin ?? 0)))
const isSlow = computed(() => stages.value.some((s) => s.isLate))
const iceKg = computed(() =>
  plan.value && live.value?.place.startsWith('ice')
    ? iceForBathG(plan.value.heatJPerK, (last.value?.tempC ?? 60) - live.value.coldC) / 1000
    : 0,
)
const stand = (place: CoolingPlace) =>
  bench.keep(
    'cooling.placed',
    { stepId: bench.stepId.value, place },
    coolTexts.moved(coolTexts.places[place]),
  )
const keepTemp = (tempC: number) => closeAfter(bench.heatOf(tempC))
const reheatProblem = ref('')
async function keepReheat(tempC: number): Promise<void> {
  const need = code.value.reheat.tempC
  reheatProblem.value = tempC < need ? coolTexts.tooCool(degreesText(need)) : ''
  if (reheatProblem.value) return
  await closeAfter(
    bench.keep(
      'cooling.reheated',
      { stepId: bench.stepId.value, tempC },
      coolTexts.reheated(degreesText(tempC)),
    ),
  )
}
/** What the probe shows at the end stands on the record, where it follows. */
function probed(): Entry[] {
  const { probe: of, state } = props.view
  if (of?.health !== 'good' || of.tempC === undefined) return []
  const { channelId, name, isSimulated } = of
  const payload = {
    stepId: bench.stepId.value,
    how: 'temperature' as const,
    tempC: Math.round(of.tempC * 10) / 10,
    probe: { channelId, name, isSimulated },
  }
  return [{ kind: 'reading.taken', streamId: state.id, payload }]
}
async function end(isSure = false): Promise<void> {
  const isCold = last.value !== undefined && last.value.tempC <= (live.value?.coldC ?? 5)
  if (!isCold && !isSure) {
    isAsking.value = true
    return
  }
  isAsking.value = false
  await bench.finishStep(isSure ? 'all' : 'no', probed())
}
const asks = computed(() =>
  last.value
    ? coolTexts.warm(
        degreesText(last.value.tempC),
        clockText(last.value.atMs),
        degreesText(live.value?.coldC ?? 5),
      )
    : coolTexts.unreadAsk(degreesText(live.value?.coldC ?? 5)),
)
useBenchKeys({ t: () => toggle('temp') })
</script>

<template>
  <BenchFrame :view="view" :bench="bench" :place="String(view.ring.number)">
    <section class="work">
      <div>
        <CoolingCourse v-if="live" :live="live" :now-ms="nowMs" />
        <p :class="live ? 'caption' : 'ends'">{{ view.step?.endsWhen }}</p>
        <p v-if="live" class="caption">
          {{ live.tauFrom === 'readings' ? coolTexts.measured(halfMin) : coolTexts.usual(halfMin) }}
        </p>
        <GoodsLines :view="view" :bench="bench" />
        <ProbeLine v-if="live" :view="view" :probe="probe" />
        <p v-if="isRisen && last && before" class="roux label" role="status">
          ▽ {{ coolTexts.oddRise(degreesText(before.tempC), degreesText(last.tempC)) }}
        </p>
        <p v-if="isSlow && !live?.remedy" class="ember label" role="alert">▼ {{ coolTexts.faster }}</p>
        <div v-if="live?.remedy === 'reheatOnce'" class="wine label" role="alert">
          ■ {{ coolTexts.reheat(degreesText(code.reheat.tempC), degreesText(code.cooling[0].toC)) }}
        </div>
        <p v-else-if="live?.remedy === 'discard'" class="wine label" role="alert">
          ■ {{ coolTexts.discard }}
        </p>
        <p v-if="reheatProblem" class="wine" role="alert">{{ reheatProblem }}</p>
      </div>
      <aside>
        <span class="temp">{{ last ? numberText(last.tempC) : '–' }}<span class="unit">°C</span></span>
        <span class="caption">{{ last ? coolTexts.readAt(clockText(last.atMs)) : coolTexts.unread }}</span>
        <dl class="forms-list stages">
          <div v-for="s in stages" :key="s.key" :class="s.status">
            <dt>
              <span v-if="s.status === 'met'" class="sorrel">✓ </span
              ><span v-else-if="s.status === 'missed'" class="wine">■ </span>{{ s.to }} {{ s.by }}
            </dt>
            <dd :class="{ ember: s.isLate, sorrel: s.status === 'met', wine: s.status === 'missed' }">
              {{ s.says }}
            </dd>
          </div>
        </dl>
        <VesselNow
          v-slot="{ shape }"
          class="vessel"
          :view="view"
          :level-mm="vessel.startMm"
          :end-mm="vessel.endMm"
          :box="[130, 62]"
          :around="[20, 8, 14]"
        >
          <VesselShape v-bind="shape" :level-mm="vessel.startMm" has-no-handle />
        </VesselNow>
        <p v-if="plan" class="caption depth">
          {{ coolTexts.depth(numberText(vessel.startMm), `${numberText(vessel.startMl)} ml`) }}
          <template v-if="plan.isThick">{{ coolTexts.thick }}</template>
          <template v-if="plan.vessels > 1">{{
            coolTexts.split(numberText(plan.deepestMm), numberText(plan.vessels), view.pan.name)
          }}</template>
          <template v-if="iceKg > 0">{{ coolTexts.ice(numberText(iceKg, 1)) }}</template>
        </p>
      </aside>
    </section>
    <div v-if="options.length" class="places" role="group" :aria-label="coolTexts.where">
      <button
        v-for="o in options"
        :key="o.place"
        type="button"
        class="place"
        :class="{ here: o.isHere }"
        :aria-pressed="o.isHere"
        :disabled="view.stepStartedAtMs === undefined"
        @click="stand(o.place)"
      >
        <strong>{{ o.name }}</strong>
        <span :class="o.isInTime ? 'sorrel' : 'wine'"
          >{{ o.says }} · {{ o.isInTime ? coolTexts.inTime : coolTexts.tooSlow }}</span
        >
      </button>
    </div>
    <p class="caption">{{ coolTexts.rule }}</p>
    <template #entry>
      <TempEntry
        v-if="entry"
        :key="entry"
        :label="entry === 'temp' ? texts.bench.tempLabel : coolTexts.reheatLabel"
        :start-c="entry === 'temp' ? (last?.tempC ?? 57) : code.reheat.tempC"
        :reach-k="40"
        @keep="(c) => (entry === 'temp' ? keepTemp(c) : keepReheat(c))"
        @cancel="close"
      />
      <AskedRow v-if="isAsking" :asks="asks">
        <v-btn @click="end(true)">{{ coolTexts.awayAnyway }}</v-btn>
        <v-btn class="is-first" @click="isAsking = false">{{ coolTexts.goOnCooling }}</v-btn>
      </AskedRow>
    </template>
    <template #keys>
      <v-btn v-if="view.stepStartedAtMs !== undefined" @click="toggle('temp')">{{ texts.bench.temp }}</v-btn>
      <v-btn v-if="live?.remedy === 'reheatOnce'" @click="toggle('reheat')">{{ coolTexts.reheatKey }}</v-btn>
      <v-btn
        v-if="view.stepStartedAtMs === undefined"
        class="is-first"
        @click="bench.begin(view.step?.id ?? '')"
        >{{ texts.bench.start }} <small>{{ view.step?.verb }}</small></v-btn
      >
      <v-btn v-else class="is-first" @click="end()">{{ coolTexts.cold }}</v-btn>
    </template>
  </BenchFrame>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 370px;
  gap: 24px;
}
.ends {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  max-width: 30ch;
}
aside {
  display: grid;
  justify-items: end;
  align-content: start;
}
.temp {
  font-size: var(--type-pan);
  font-weight: var(--weight-plain);
  line-height: 0.9;
}
.stages {
  width: 100%;
  margin-top: 8px;
}
.stages dd {
  font-size: var(--type-text);
}
.vessel {
  width: 240px;
  margin-top: 8px;
}
.depth {
  text-align: right;
}
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 10px;
}
.place {
  display: grid;
  justify-items: start;
  min-height: 60px;
  padding: 6px 14px;
  border: 1.75px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.place:disabled {
  border-style: dashed;
  cursor: default;
}
.place:active,
.here {
  background: var(--ink);
  color: var(--bone);
}
.here .sorrel,
.here .wine {
  color: inherit;
}
@media (max-width: 900px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    grid-template-columns: auto minmax(0, 1fr);
    justify-items: start;
    gap: 0 24px;
  }
  .stages {
    grid-column: 2;
    grid-row: 1 / span 2;
  }
  .depth {
    text-align: left;
  }
}
</style>
