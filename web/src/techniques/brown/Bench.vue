<script setup lang="ts">
import {
  leastJuiceG,
  nuttyAtFlameMs,
  quench,
  QUENCH_MOST_C,
  type BatchView,
  type BrownMark,
  type Cue,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import TurnFlame from '../../bench/TurnFlame.vue'
import { useBench } from '../../bench/useBench'
import { useKitchen, useKitchenNow } from '../../port/useKitchen'
import AskedRow from '../../ui/AskedRow.vue'
import { clockText, degreesText, numberText, percentText } from '../../ui/format'
import { CUE_WORDS } from '../../ui/cueWords'
import { texts } from '../../ui/texts'
import TemperatureBand from '../../vessel/TemperatureBand.vue'
import BrownStrip from './BrownStrip.vue'
import { brownTexts as says } from './texts'

/** Butter browned by ear: it sings while its water goes, is quiet when it is dry, and from there seconds count. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const kitchen = useKitchen()
const nowMs = useKitchenNow()
const BROWNS_C = [130, 150] as const
const BURNS_C = 160
const work = computed(() => (props.view.planned?.work.kind === 'brown' ? props.view.planned.work : undefined))
const brown = computed(() => (props.view.live?.kind === 'timed' ? props.view.live.brown : undefined))
const stage = (mark: BrownMark) => brown.value?.stages.find((s) => s.mark === mark)
const nutty = computed(() => stage('noisette'))
const isStopped = computed(() => brown.value?.stoppedAtMs !== undefined)
/** The sound that comes next: the one key that is waited for. */
const next = computed((): Cue | undefined => {
  if (!brown.value || isStopped.value) return undefined
  if (stage('burnt')?.seenAtMs) return undefined
  if (nutty.value?.seenAtMs) return 'burnt'
  if (stage('silent')?.seenAtMs) return 'nutty'
  return stage('boiling')?.seenAtMs ? 'quiet' : 'sings'
})
/** Sounds may be missed: the one after next is there, too. */
const AFTER: Partial<Record<Cue, Cue>> = { sings: 'quiet', quiet: 'nutty' }
const after = computed(() => next.value && AFTER[next.value])
const clockLabel = computed(() => {
  if (isStopped.value) return says.stopped
  return nutty.value?.seenAtMs ? says.isNutty : says.fineIn
})
const between = computed(() => {
  const s = nutty.value
  if (!s || s.seenAtMs || isStopped.value) return ''
  if (!Number.isFinite(s.highAtMs)) return Number.isFinite(s.atMs) ? '' : says.never
  return says.between(clockText(Math.max(nowMs.value, s.lowAtMs), true), clockText(s.highAtMs, true))
})
const basis = computed(() => (brown.value?.heard ? says.byTaps(brown.value.heard) : says.byPlan))
/** What is wet of what goes in next. */
const juice = computed(() => {
  const { formula, step, state } = props.view
  const nextId = formula.steps[formula.steps.findIndex((s) => s.id === step?.id) + 1]?.id
  const wet = (state.plan?.weighOut ?? []).filter((l) => l.stepId === nextId && l.isLiquid)
  return wet.reduce((sum, l) => sum + l.shownG, 0)
})
const hot = computed(() => {
  if (!brown.value || !work.value?.browns || brown.value.waterG > 0) return undefined
  const { massG, tempC: nowC, offAt } = brown.value
  const tempC = isStopped.value ? nowC : Math.max(nowC, offAt?.tempC ?? nowC) // as hot as it will be when it is hazelnut
  const butter = { massG, tempC, panJPerK: work.value.browns.panJPerK }
  return { ...quench(butter, juice.value), leastG: leastJuiceG(butter), isTooHot: tempC > QUENCH_MOST_C }
})
const see = (cue: Cue) => bench.cue(cue, CUE_WORDS[cue])
const answered = ref<string>()
const nuttyFact = computed(() =>
  props.view.state.stageFacts.findLast(
    (f) => f.kind === 'cue.seen' && f.payload.cue === 'nutty' && f.payload.stepId === props.view.step?.id,
  ),
)
const takeBack = () =>
  bench.attempt(() =>
    kitchen.takeBack(nuttyFact.value ? [nuttyFact.value.id] : [], props.view.state.id, says.wrongTap),
  )
</script>

<template>
  <StepBench
    :view="view"
    :bench="bench"
    :clock-label="brown && clockLabel"
    has-seconds
    :temperature="{ startC: brown?.waterG === 0 ? Math.round(brown.tempC) : 110, reachK: 40 }"
    has-own-end
  >
    <BrownStrip v-if="brown && view.stepStartedAtMs" :brown="brown" :started-at-ms="view.stepStartedAtMs" />
    <div v-if="work" class="own">
      <svg v-if="brown" class="ladder" viewBox="-40 -166 170 178" aria-hidden="true">
        <TemperatureBand
          :low-c="90"
          :high-c="175"
          :wanted-c="BROWNS_C"
          :danger-from-c="BURNS_C"
          :now-c="brown.tempC"
          :is-uncertain="brown.heard === 0"
          :zones="[
            { atC: 166, says: says.zones.burnt, kind: 'danger' },
            { atC: 140, says: says.zones.hazelnut, kind: 'wanted' },
            { atC: 104, says: says.zones.sings, kind: 'plain' },
          ]"
          :height-px="150"
        />
      </svg>
      <div class="facts">
        <p v-if="!brown || isStopped" class="label">
          {{ says.browns(numberText(work.butterG), numberText(work.yieldG)) }}
        </p>
        <template v-if="!isStopped && juice > 0">
          <p v-if="hot?.isTooHot" class="wine label" role="alert">
            ✕ {{ says.tooHot(degreesText(QUENCH_MOST_C)) }}
          </p>
          <p v-else class="label roux">
            △ <template v-if="hot">{{ says.spatter(numberText(juice), numberText(hot.steamL)) }}</template>
            <span class="caption"> {{ says.arm(degreesText(QUENCH_MOST_C)) }}</span>
          </p>
          <p v-if="hot && !hot.isTooHot && hot.leastG > juice" class="label roux">
            ▽ {{ says.least(numberText(hot.leastG)) }}
          </p>
        </template>
        <template v-if="brown && !isStopped">
          <p v-if="between" class="label">
            {{ between }} <span class="caption">{{ basis }}</span>
          </p>
          <p v-if="Number.isFinite(brown.windowS)" class="label">
            {{ says.burntLater(numberText(brown.windowS)) }} <span class="caption">{{ says.nose }}</span>
          </p>
          <p class="caption">
            {{ brown.waterG > 0 ? says.water(numberText(brown.waterG)) : says.dry }} ·
            {{ says.flame(numberText(brown.powerW), percentText(brown.sdLnPower)) }}
          </p>
          <p v-if="brown.offAt && !nutty?.seenAtMs && brown.offAt.atMs > nowMs" class="caption">
            {{ says.offAtClock(clockText(brown.offAt.atMs, true)) }} ({{ degreesText(brown.offAt.tempC) }})
          </p>
          <p v-if="brown.waterG === 0" class="caption">{{ says.solids }}</p>
        </template>
        <p v-if="isStopped" class="label sorrel">{{ says.stoppedSays }}</p>
        <p v-if="brown?.waterG !== 0 || isStopped" class="caption">{{ says.dryLast }}</p>
      </div>
    </div>
    <template #entry>
      <AskedRow v-if="brown?.isContrary && answered !== nuttyFact?.id" :asks="says.contrary">
        <v-btn @click="answered = nuttyFact?.id">{{ says.isQuiet }}</v-btn><v-btn
          class="is-first"
          @click="takeBack"
          >{{ says.wrongTap }}</v-btn
        >
      </AskedRow>
    </template>
    <template #keys>
      <TurnFlame
        v-if="brown && !isStopped"
        :view="view"
        :bench="bench"
        :level="brown.level"
        :comes-at-ms="nuttyAtFlameMs"
        :never="says.notHere"
      />
      <v-btn v-if="after" @click="see(after)">{{ CUE_WORDS[after] }}</v-btn>
      <v-btn v-if="next" :class="{ 'is-first': next !== 'burnt' && !nutty?.seenAtMs }" @click="see(next)">{{
        CUE_WORDS[next]
      }}</v-btn>
      <v-btn v-if="brown && !isStopped" :class="{ 'is-first': hot?.isTooHot }" @click="see('coldBowl')">{{
        CUE_WORDS.coldBowl
      }}</v-btn>
    </template>
    <template #end>
      <v-btn
        :class="{ 'is-first': isStopped || (nutty?.seenAtMs && !hot?.isTooHot) || !brown }"
        @click="bench.finishStep()"
        >{{ texts.bench.stepDone }}
        <small v-if="!isStopped && juice > 0">{{ says.thenJuice(numberText(juice)) }}</small></v-btn
      >
    </template>
  </StepBench>
</template>

<style scoped>
.own {
  display: flex;
  gap: 18px;
  align-items: start;
  margin-top: 6px;
}
.ladder {
  flex: none;
  width: 170px;
}
.facts {
  display: grid;
  gap: 3px;
}
</style>
