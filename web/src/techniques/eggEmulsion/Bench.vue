<script setup lang="ts">
import { tempOnDevice } from '../../ui/useDeviceUnits'
import {
  BATHS,
  FREE_OIL,
  POUR_WARNS_C,
  type BathHeat,
  type BatchView,
  type LiveEmulsion,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { clockText, numberText } from '../../ui/format'
import AskedRow from '../../ui/AskedRow.vue'
import { CUE_WORDS } from '../../ui/cueWords'
import { texts } from '../../ui/texts'
import BenchFrame from '../../bench/BenchFrame.vue'
import CautionLines from '../../bench/CautionLines.vue'
import EmulsionDrawing from './BowlDrawing.vue'
import EntryRuler from '../../ui/EntryRuler.vue'
import { useEntry } from '../../ui/useEntry'
import type { RulerEntry } from '../../ui/rulerEntry'
import TempEntry from '../../bench/TempEntry.vue'
import LoadScale from './LoadScale.vue'
import ProbeLine from '../../bench/ProbeLine.vue'
import { useBenchKeys } from '../../bench/useBenchKeys'
import { useBench } from '../../bench/useBench'
import StepBench from '../../bench/StepBench.vue'
import BathCheck from './BathCheck.vue'
import { bathTexts } from './bathTexts'
import ButterGate from './ButterGate.vue'
import BlendBench from './BlendBench.vue'
import { useRescueDrawer } from '../../rescue/useRescueDrawer'
import PourPace from './PourPace.vue'
import { useBathTurn } from './useBathTurn'
import { useEggEmulsion } from './useEggEmulsion'
import { useProbe } from '../../bench/useProbe'

const props = defineProps<{ view: BatchView }>()
const view = toRef(props, 'view')
const bench = useBench(view)
const work = useEggEmulsion(view, bench)
const probe = useProbe(view, bench)
const { entry, close, closeAfter } = useEntry<'temp' | 'butter' | 'yolks' | 'bath' | 'check'>()
const isExplained = ref(false)
const live = computed(() => (props.view.live?.kind === 'eggEmulsion' ? props.view.live : undefined))
const bowl = computed(() => live.value?.bowl as LiveEmulsion)
const isPour = computed(() => props.view.step?.technique === 'pour')
const isBlend = computed(() => props.view.step?.technique === 'blend')
const { span, says: bathSays, isLiftDue, isBathDue, isBathWrong } = useBathTurn(view, bowl)
/** What is said of a bath that stays under the butter. */
const bathUnder = computed(() =>
  work.staysOn.value
    ? `${bathSays.value} ${span.value ? `${span.value.number} ${span.value.unit}` : ''}`
    : '',
)
const goal = computed(() => bowl.value.butterInG + bowl.value.butterToComeG)
const tempFrom = computed(() => {
  if (bowl.value.from === 'probe') return props.view.probe?.name ?? ''
  if (bowl.value.from !== 'spot') return texts.emulsion.noProbe
  return `${texts.emulsion.spot} ${clockText(bowl.value.readAtMs ?? 0)}`
})
/** What is typed or slid, by the entry that is open. */
const ruler = computed(() => {
  const rulers: Partial<Record<string, RulerEntry>> = {
    butter: {
      ruler: {
        label: texts.emulsion.butterLabel,
        unit: 'g',
        start: Math.round(bowl.value.butterInG),
        min: 0,
        max: 5000,
        step: 1,
        reach: 80,
      },
      keep: work.butterIs,
    },
    yolks: {
      ruler: {
        label: texts.emulsion.yolksLabel,
        unit: '',
        start: Math.round(work.yolkG.value / work.pieceG.value),
        min: 1,
        max: 40,
        step: 1,
        reach: 5,
      },
      keep: work.yolksAre,
    },
  }
  return entry.value && rulers[entry.value]
})
/** What a cook sees go wrong leads to its cause and its remedy; what is past saving as it stands, at once. */
const SYMPTOM_OF = { oily: 'beads', split: 'split', grainy: 'fineGrain' } as const
const rescue = useRescueDrawer()
const sign = computed(() => (['split', 'grainy', 'oily'] as const).find((cue) => work.seen.value.has(cue)))
async function signSeen(cue: 'split' | 'grainy'): Promise<void> {
  if (await work.cue(cue)) rescue.show(props.view.state.id, SYMPTOM_OF[cue])
}
const ACT_WORDS = {
  ...CUE_WORDS,
  lift: texts.emulsion.lift,
  stop: texts.emulsion.stop,
  pour: texts.emulsion.pour,
  done: texts.bench.stepDone,
} as const
const nextWord = computed(() => ACT_WORDS[work.nextAct.value])

useBenchKeys({
  ' ': work.next,
  z: bench.takeBack,
  t: () => {
    if (props.view.probe && props.view.probe.health !== 'silent') probe.spot()
    else entry.value = 'temp'
  },
})
</script>

<template>
  <BlendBench v-if="isBlend" :view="view" />
  <StepBench v-else-if="!live" :view="view" :bench="bench" />
  <BenchFrame v-else :view="view" :bench="bench" :place="String(view.ring.number)" has-own-cautions>
    <div class="grid">
      <div class="left">
        <button class="whole" :aria-label="`${texts.emulsion.next}: ${nextWord}`" @click="work.next()">
          <EmulsionDrawing :view="view" />
        </button>
        <p v-if="isBathDue" class="label" :class="isBathWrong ? 'wine' : 'roux'">
          {{ isBathWrong ? '✕' : '▽' }}
          <button class="text-key" @click="entry = 'check'">
            {{ isBathWrong ? bathTexts.ifTouches : bathTexts.title }}
          </button>
        </p>
        <ButterGate v-if="isPour && bowl.butterInG === 0 && !bowl.isPouring" :view="view" :bench="bench" />
        <CautionLines :view="view" />
      </div>
      <aside class="side">
        <div class="reads">
          <div class="top">
            <p class="glance temp" :class="{ ember: isLiftDue }">
              <span v-if="bowl.from === 'simulated'">~</span>{{ numberText(tempOnDevice(bowl.tempC), 1)
              }}<span class="deg">°</span>
            </p>
            <p class="caption from">
              <span>{{ bowl.from === 'probe' ? '' : tempFrom }}</span><button
                class="text-key"
                :aria-expanded="isExplained"
                :aria-label="texts.app.explain"
                @click="isExplained = !isExplained"
              >
                ?
              </button>
            </p>
          </div>
          <ProbeLine :view="view" :probe="probe" />
          <ul v-if="isExplained" class="explained">
            <li
              v-for="line in texts.emulsion.explain(
                numberText(bowl.phaseFrac, 2),
                numberText(bowl.endPhaseFrac, 2),
                tempFrom,
              )"
              :key="line"
            >
              {{ line }}
            </li>
          </ul>
        </div>
        <div class="does">
          <div v-if="isLiftDue" class="act block-act">
            <span class="act-verb"><span aria-hidden="true">▼</span> {{ texts.emulsion.lift }}</span
            ><span>{{ isPour ? texts.emulsion.whiskOn : texts.emulsion.thenButter }}</span>
          </div>
          <template v-else-if="!isPour"
            ><p class="label">{{ bathSays }}</p>
            <p v-if="span" class="instrument">
              {{ span.number }}<span class="unit">{{ span.unit }}</span>
            </p></template
          >
          <PourPace v-else :bowl="bowl" :plan="work.pour.value" :bath="bathUnder" />
          <p v-if="!isPour" class="credit">
            <span
              :class="view.credit === 'from5to8' || view.credit === 'over8' ? 'sorrel' : 'soft'"
              :title="texts.emulsion.creditHint"
              >{{ texts.emulsion.credit[view.credit] }}</span
            >
          </p>
        </div>
      </aside>
    </div>
    <p v-if="bowl.isBroken || work.seen.value.has('split')" class="wine label" role="alert">
      ✕ {{ texts.emulsion.broken }}
    </p>
    <p
      v-else-if="work.seen.value.has('grainy') || (!isPour && bowl.stage === 'grainy')"
      class="wine label"
      role="alert"
    >
      ✕ {{ texts.emulsion.graceful }}
    </p>
    <p
      v-else-if="
        isPour &&
        bowl.butterToComeG > 1 &&
        (bowl.tempC > POUR_WARNS_C.tooHot || bowl.tempC < POUR_WARNS_C.tooCool)
      "
      class="roux label"
    >
      ▽
      {{
        bowl.tempC > POUR_WARNS_C.tooHot
          ? texts.emulsion.tooHot(numberText(tempOnDevice(bowl.tempC)))
          : texts.emulsion.tooCoolToPour(numberText(tempOnDevice(bowl.tempC)))
      }}
    </p>
    <p v-else-if="bowl.freeOil > FREE_OIL.warn" class="roux label" role="alert">
      ▽ {{ texts.emulsion.keepWhisking }}
    </p>
    <p v-if="sign" class="label">
      <button class="text-key" @click="rescue.show(view.state.id, SYMPTOM_OF[sign])">
        {{ CUE_WORDS[sign] }} {{ texts.emulsion.causeAndRemedy }}
      </button>
    </p>
    <AskedRow
      v-if="work.asksRibbon.value"
      :asks="texts.emulsion.notRibbon(texts.emulsion.stages[bowl.stage] ?? '')"
    >
      <v-btn @click="work.lift(true)">{{ texts.emulsion.ribbonSeen }}</v-btn><v-btn
        @click="work.liftOnly()"
        >{{ texts.emulsion.offForNow }}</v-btn
      ><v-btn @click="work.asksRibbon.value = false">{{ texts.emulsion.keepOn }}</v-btn>
    </AskedRow>
    <LoadScale
      :now="bowl.phaseFrac"
      :end="bowl.endPhaseFrac"
      :butter-goal-g="goal"
      :room-g="bowl.roomG"
      :water-first-g="bowl.waterFirstG"
      :butter-per-water="bowl.butterPerWater"
    />
    <template #entry>
      <p v-if="probe.isSpotting.value" class="label spotting" role="status">{{ texts.emulsion.spotting }}</p>
      <TempEntry
        v-if="entry === 'temp'"
        :label="texts.emulsion.typed"
        :start-c="bowl.tempC"
        :reach-k="15"
        @keep="(v) => closeAfter(probe.typed(v))"
        @cancel="close"
      />
      <EntryRuler
        v-else-if="ruler"
        :key="entry"
        v-bind="ruler.ruler"
        @keep="(v) => ruler && closeAfter(ruler.keep(v))"
        @cancel="close"
      />
      <BathCheck
        v-else-if="entry === 'check'"
        :view="view"
        :bench="bench"
        :bath="bowl.bath"
        @bath="work.setBath"
        @done="close"
      />
      <div v-else-if="entry === 'bath'" class="choice-row">
        <v-btn
          v-for="(_, b) in BATHS"
          :key="b"
          :aria-pressed="bowl.bath === b"
          @click="closeAfter(work.setBath(b as BathHeat))"
          >{{ texts.emulsion.bath[b] }}</v-btn><v-btn @click="close">{{ texts.app.cancel }}</v-btn>
      </div>
    </template>
    <template #keys>
      <v-btn v-if="!isPour" @click="signSeen('grainy')"
        >{{ texts.emulsion.cues.grainy }} <small>{{ texts.emulsion.cueKey }}</small></v-btn
      >
      <template v-else
        ><v-btn @click="work.oily()"
          >{{ texts.emulsion.cues.oily }} <small>{{ texts.emulsion.cueKey }}</small></v-btn
        ><v-btn v-if="work.seen.value.has('oily') || bowl.freeOil > FREE_OIL.warn" @click="signSeen('split')"
          >{{ texts.emulsion.cues.split }} <small>{{ texts.emulsion.cueKey }}</small></v-btn
        ></template
      >
      <v-btn @click="entry = 'yolks'"
        >{{ texts.emulsion.yolks }}
        <small>{{ numberText(work.yolkG.value / work.pieceG.value, 0) }}</small></v-btn
      >
      <v-btn @click="work.addWater()"
        >{{ texts.emulsion.water }} <small>{{ work.waterDoseG }} g</small></v-btn
      >
      <v-btn v-if="!isPour || bowl.isOnBath" @click="entry = 'bath'"
        >{{ texts.emulsion.bathKey }} <small>{{ texts.emulsion.bath[bowl.bath] }}</small></v-btn
      >
      <v-btn v-if="isPour" @click="entry = 'butter'">{{ texts.emulsion.butter }} <small>g</small></v-btn>
      <v-btn
        v-if="view.probe && view.probe.health !== 'silent'"
        :disabled="probe.isSpotting.value"
        @click="probe.spot()"
        >{{ texts.emulsion.spot }} <small>{{ texts.emulsion.spotHint }}</small></v-btn
      >
      <v-btn v-else @click="entry = 'temp'">{{ texts.bench.temp }}</v-btn>
      <v-btn v-if="!bowl.isOnBath" @click="work.back()">{{ texts.emulsion.back }}</v-btn><v-btn
        v-else-if="work.nextAct.value !== 'lift'"
        @click="work.lift()"
        >{{ texts.emulsion.lift }}</v-btn
      >
      <v-btn class="is-first" @click="work.next()">{{ nextWord }}</v-btn>
    </template>
  </BenchFrame>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 392px;
  gap: 24px;
}
.whole {
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  height: min(400px, calc(var(--screen-h) - 586px - var(--news, 0px)));
  min-height: 150px;
}
.left {
  display: grid;
  align-content: start;
  gap: 4px;
}
.side,
.does {
  display: flex;
  flex-direction: column;
  gap: 2px;
  min-width: 0;
}
.temp {
  font-size: var(--type-instrument);
  white-space: nowrap;
}
.deg {
  font-size: 0.62em;
  vertical-align: 0.22em;
}
.top {
  position: relative;
}
.from {
  position: absolute;
  right: 0;
  top: 0;
  display: flex;
  gap: 10px;
  align-items: center;
}
.act {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 8px 14px;
}
.credit {
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
  padding-top: 2px;
}
.spotting {
  padding: 8px 0;
  border-top: 1.25px solid var(--ink);
}
@media (max-width: 900px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  .whole {
    height: 350px;
  }
  .side {
    display: grid;
    grid-template-columns: 1fr 1fr;
    column-gap: 24px;
  }
}
</style>
