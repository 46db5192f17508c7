<script setup lang="ts">
import {
  changeHeatBelief,
  forecast,
  HEAT_LEVELS,
  LOOKS,
  urgencyOf,
  type BatchView,
  type HeatLevel,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { useKitchenNow } from '../../port/useKitchen'
import { clockText, degreesText, numberText, percentText, spanText } from '../../ui/format'
import { texts } from '../../ui/texts'
import BenchDrawing from './PanInTime.vue'
import NotchStick from './NotchStick.vue'
import PanQuestions from './PanQuestions.vue'
import ScaleLine from '../../bench/ScaleLine.vue'
import { useScale } from '../../bench/useScale'
import BenchFrame from '../../bench/BenchFrame.vue'
import CautionLines from '../../bench/CautionLines.vue'
import GoodsLines from '../../bench/GoodsLines.vue'
import CleanTool from '../../bench/CleanTool.vue'
import { cleanTexts } from '../../bench/cleanTexts'
import EntryRuler from '../../ui/EntryRuler.vue'
import { useEntry } from '../../ui/useEntry'
import type { RulerEntry } from '../../ui/rulerEntry'
import TempEntry from '../../bench/TempEntry.vue'
import StepBench from '../../bench/StepBench.vue'
import ThickenPanel from '../thicken/ThickenPanel.vue'
import TargetForms from './TargetForms.vue'
import { useBenchKeys } from '../../bench/useBenchKeys'
import { useBench } from '../../bench/useBench'
import ReductionChain from './ReductionChain.vue'
import { notchTexts, reduceTexts } from './texts'
import { useFinish } from './useFinish'
import { useReduction } from './useReduction'

const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const pan = useReduction(toRef(props, 'view'), bench)
const scale = useScale(toRef(props, 'view'), bench)
const { coating, cream, roomSays } = useFinish(toRef(props, 'view'), bench)
const nowMs = useKitchenNow()
const FAR_MS = 12 * 3600_000 // a bare simmer that takes half a day has no clock time worth saying
/** When the pan is down at a heat word. */
function flameEnd(level: HeatLevel): string {
  const at = pan.flames.value.find((f) => f.level === level)?.endsAtMs
  return at === undefined || at > nowMs.value + FAR_MS ? '' : clockText(at)
}
/** What a boil at that flame beats into a stock, where it does. */
function clouds(level: HeatLevel): string {
  const g = pan.beatsInGPerL(level)
  return g === undefined || g < 0.05 ? '' : reduceTexts.beatsIn(numberText(g, 1))
}
type Entry = 'dip' | 'weigh' | 'temp' | 'look' | 'add' | 'heat' | 'level' | 'notch'
const { entry, close, toggle, closeAfter } = useEntry<Entry>()
const draggedMm = ref(0)
const addId = ref('water')

const state = computed(() => props.view.state)
const live = computed(() => pan.reduce.value)
const plan = computed(() => state.value.plan)
/** What is typed or slid, by the entry that is open. */
const ruler = computed(() => {
  if (!live.value) return undefined
  const ofLevel = { unit: 'mm', min: 0, max: 400, step: 1, reach: 15 }
  const rulers: Partial<Record<Entry, RulerEntry>> = {
    dip: {
      ruler: {
        ...ofLevel,
        label: texts.bench.depthLabel,
        start: live.value.depthMm,
        hint: state.value.isPanOff ? '' : texts.bench.panOffHint,
      },
      keep: pan.dip,
    },
    level: {
      ruler: { ...ofLevel, label: texts.bench.levelLabel, start: draggedMm.value },
      keep: pan.see,
    },
    weigh: {
      ruler: {
        label: texts.bench.grossLabel,
        unit: 'g',
        start: grossG.value,
        min: 1,
        max: 60_000,
        step: 1,
        reach: 200,
      },
      keep: pan.weigh,
    },
  }
  return entry.value && rulers[entry.value]
})
const urgency = computed(() => urgencyOf(props.view, nowMs.value))
const lookSpan = computed(() => {
  const at = live.value?.clock.lookAtMs
  return at === undefined ? undefined : spanText(at - nowMs.value)
})
const targetSpan = computed(() => {
  const at = live.value?.clock.targetAtMs
  return at === undefined ? undefined : spanText(at - nowMs.value)
})
/** Under ten minutes a moment is told to the second. */
const isSoon = computed(() => (live.value?.clock.targetAtMs ?? Infinity) - nowMs.value < 600_000)
const pm = computed(() => {
  const c = live.value?.clock
  return c?.lowAtMs !== undefined && c.highAtMs !== undefined
    ? numberText(Math.max(1, (c.highAtMs - c.lowAtMs) / 120_000))
    : ''
})
const saltText = computed(() => {
  if (!live.value) return ''
  const { stage, estimate } = live.value
  if (stage.start.salt < 0.5) return texts.bench.saltEnd(percentText(plan.value?.salt.ownSaltFrac ?? 0))
  return texts.bench.saltThen(
    percentText(stage.start.salt / Math.max(1, estimate.massG)),
    percentText(stage.start.salt / stage.targetMassG),
  )
})
const halfHeatAt = computed(() => {
  if (!live.value) return ''
  const min = forecast(
    changeHeatBelief(live.value.estimate.belief, pan.halfHeatRatio.value),
    live.value.stage.targetMassG,
  ).p50Min
  return min === undefined ? texts.bench.noUpper : texts.bench.makesIt(clockText(nowMs.value + min * 60_000))
})
const grossG = computed(() =>
  live.value ? live.value.estimate.massG + live.value.stage.tareG + live.value.stage.inPan.massG : 0,
)
const addable = computed(() =>
  [...(state.value.frozen?.ingredients ?? [])]
    .filter((i) => i.isLiquid)
    .map((i) => ({ value: i.id, title: i.name })),
)
function onDragged(mm: number): void {
  draggedMm.value = mm
  entry.value = 'level'
}

const opens = (which: Entry) => () => {
  if (!live.value) return false
  entry.value = which
  return true
}
useBenchKeys({
  z: bench.takeBack,
  d: opens('dip'),
  w: opens('weigh'),
  t: opens('temp'),
  l: opens('look'),
})
</script>

<template>
  <StepBench v-if="!live" :view="view" :bench="bench" />
  <BenchFrame v-else :view="view" :bench="bench" :place="String(view.ring.number)" has-own-cautions>
    <div class="grid">
      <div class="drawing">
        <CautionLines class="beware" :view="view" />
        <BenchDrawing :view="view" @dragged="onDragged" />
        <dl class="facts">
          <div>
            <dt>{{ texts.bench.boilsAt }}</dt>
            <dd>{{ degreesText(live.stage.boilC, 1) }} {{ texts.bench.here }}</dd>
          </div>
          <div>
            <dt>{{ texts.bench.salt }}</dt>
            <dd>{{ saltText }}</dd>
          </div>
          <div>
            <dt>{{ texts.bench.halfHeat }}</dt>
            <dd>{{ halfHeatAt }}</dd>
          </div>
        </dl>
      </div>
      <aside class="side">
        <div v-if="urgency === 'actNow'" class="act block-act">
          <span class="act-verb"><span aria-hidden="true">▼</span> {{ texts.bench.act }}</span
          ><span>{{ texts.bench.notchPassed }} {{ clockText(live.clock.targetAtMs ?? 0) }}</span>
        </div>
        <template v-else-if="lookSpan"
          ><p class="label">
            {{ urgency === 'lookSoon' ? texts.bench.visitNow(texts.verbs.look) : texts.bench.lookIn }}
          </p>
          <p class="glance" :class="{ roux: urgency === 'lookSoon' }">
            {{ lookSpan.number }}<span class="unit">{{ lookSpan.unit }}</span>
          </p></template
        >
        <p v-if="state.isPanOff" class="label">{{ texts.bench.on }}</p>
        <p v-else-if="targetSpan && urgency !== 'actNow'" class="notch">
          <span class="label">{{ texts.bench.atNotch }}</span>
          <strong>{{ clockText(live.clock.targetAtMs ?? 0, isSoon) }}</strong>
          <span class="soft">± {{ pm }}</span>
        </p>
        <p v-if="live.clock.isHardlyEvaporating" class="roux label">▽ {{ texts.bench.hardly }}</p>
        <p v-if="live.clock.staysBeside" class="roux caption">{{ texts.bench.stayBeside }}</p>
        <TargetForms :stage="live.stage" />
      </aside>
    </div>
    <p v-if="cream" class="caption" :class="{ roux: cream.isHot }">{{ cream.says }}</p>
    <p v-if="roomSays" class="caption">{{ roomSays }}</p>
    <ReductionChain :chain="pan.chain.value" :step-id="view.step?.id ?? ''" />
    <div class="aids">
      <ScaleLine :view="view" :scale="scale" />
      <button class="text-key" :aria-expanded="entry === 'notch'" @click="toggle('notch')">
        {{ notchTexts.key }}
      </button>
    </div>
    <GoodsLines :view="view" :bench="bench" />
    <ThickenPanel v-if="coating" :view="view" :bench="bench" :contents="coating" can-act />

    <PanQuestions :pan="pan" :live="live" :flame-end="flameEnd" />

    <template v-if="live && entry" #entry>
      <CleanTool v-if="entry === 'dip'" tool="stick" :name="cleanTexts.stick" />
      <EntryRuler
        v-if="ruler"
        :key="entry"
        v-bind="ruler.ruler"
        @keep="(v) => ruler && closeAfter(ruler.keep(v))"
        @cancel="close"
      />
      <TempEntry
        v-else-if="entry === 'temp'"
        :label="texts.bench.tempLabel"
        :start-c="live.estimate.belief.deadMin > 0 ? 70 : live.stage.boilC"
        :reach-k="40"
        @keep="(v) => closeAfter(bench.heatOf(v))"
        @cancel="close"
      />
      <NotchStick v-else-if="entry === 'notch'" :stage="live.stage" :depth-mm="live.depthMm" @close="close" />
      <div v-else-if="entry === 'look'" class="choice-row">
        <span class="label">{{ texts.bench.sees }}</span><v-btn
          v-for="l in LOOKS"
          :key="l"
          @click="closeAfter(pan.look(l))"
          >{{ texts.bench.looks[l] }}</v-btn
        ><span class="caption">{{ texts.bench.drag }}</span
        ><v-btn @click="close">{{ texts.app.cancel }}</v-btn>
      </div>
      <div v-else-if="entry === 'heat'" class="choice-row">
        <v-btn
          v-for="(_, l) in HEAT_LEVELS"
          :key="l"
          :aria-pressed="state.heat === l"
          @click="closeAfter(pan.turn(l as HeatLevel))"
          >{{ texts.bench.levels[l] }}
          <small>{{ flameEnd(l as HeatLevel) }} {{ clouds(l as HeatLevel) }}</small></v-btn
        ><v-btn @click="close">{{ texts.app.cancel }}</v-btn>
      </div>
      <div v-else-if="entry === 'add'">
        <v-select v-model="addId" :items="addable" :label="texts.bench.addLabel" /><EntryRuler
          :label="texts.bench.addLabel"
          unit="g"
          :start="50"
          :min="-5000"
          :max="5000"
          :step="5"
          :reach="300"
          :hint="`− ${texts.bench.ladle}`"
          @keep="(v) => closeAfter(pan.add(addId, v))"
          @cancel="close"
        />
      </div>
    </template>
    <template #keys>
      <template v-if="live">
        <v-btn @click="bench.finishStep()">{{ texts.bench.stepDone }}</v-btn>
        <v-btn @click="toggle('add')">{{ texts.bench.add }} <small>g</small></v-btn>
        <v-btn @click="toggle('heat')"
          >{{ texts.bench.heat }} <small>{{ texts.bench.levels[state.heat ?? 'high'] }}</small></v-btn
        >
        <v-btn v-if="state.isPanOff" @click="pan.putBack()">{{ texts.bench.back }}</v-btn><v-btn
          v-else
          @click="pan.lift()"
          >{{ texts.bench.lift }}</v-btn
        >
        <v-btn @click="toggle('look')">{{ texts.bench.look }}</v-btn>
        <v-btn @click="toggle('temp')">{{ texts.bench.temp }}</v-btn>
        <v-btn @click="toggle('weigh')">{{ texts.bench.weigh }} <small>g</small></v-btn>
        <v-btn class="is-first" @click="toggle('dip')">{{ texts.bench.dip }} <small>mm</small></v-btn>
      </template>
    </template>
  </BenchFrame>
</template>

<style scoped>
.aids {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
}
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 308px;
  gap: 24px;
}
.drawing {
  position: relative;
}
.facts {
  position: absolute;
  right: 0;
  top: 0;
}
.beware {
  max-width: 64%; /* the facts stand to its right */
}
.facts > div {
  display: flex;
  gap: 12px;
}
.facts dt {
  width: 5.2em;
  color: var(--ink-soft);
  font-size: var(--type-text);
}
.facts dd {
  font-size: var(--type-text);
  font-weight: var(--weight-key);
}
.glance {
  font-size: var(--type-pan);
}
.notch {
  font-size: var(--type-label);
  padding: 2px 0;
  white-space: nowrap;
}
.notch strong {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
}
.act {
  display: grid;
  gap: 4px;
  padding: 12px 14px;
  margin-bottom: 10px;
}
@media (max-width: 900px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  .side {
    display: grid;
    grid-template-columns: auto 1fr;
    column-gap: 24px;
    align-items: start;
  }
  .side > .forms {
    grid-column: 2;
    grid-row: 1 / span 6;
  }
  .facts {
    position: static;
    display: flex;
    gap: 20px;
    flex-wrap: wrap;
  }
  .facts dt {
    width: auto;
  }
  .beware {
    max-width: none;
  }
  .glance {
    font-size: var(--type-pan);
  }
}
</style>
