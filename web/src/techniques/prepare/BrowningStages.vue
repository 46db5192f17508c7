<script setup lang="ts">
import {
  BROWNING_ITEMS,
  coastingS,
  wantedAtFlameMs,
  type BatchView,
  type BrowningLive,
  type BrowningStage,
  type Cue,
  type StageLive,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import TurnFlame from '../../bench/TurnFlame.vue'
import type { Bench } from '../../bench/useBench'
import { useKitchen, useKitchenNow } from '../../port/useKitchen'
import AskedRow from '../../ui/AskedRow.vue'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { vInView } from '../../ui/inView'
import { prepareTexts as says } from './texts'

/** Stages drawn in their order: the one that is seen is tapped, and the next are foretold from it. A pool is the sign of failure. */
const props = defineProps<{ view: BatchView; bench: Bench; browning: BrowningLive }>()
const kitchen = useKitchen()
const nowMs = useKitchenNow()
/** How dark each is drawn. */
const SHADE: Readonly<Record<BrowningStage, number>> = {
  sweated: 0.06,
  wilted: 0.12,
  white: 0.05,
  blond: 0.22,
  golden: 0.34,
  rust: 0.45,
  brown: 0.62,
  dark: 0.8,
  burnt: 1,
}
const PIECES = [
  [22, 26],
  [38, 22],
  [53, 27],
  [29, 38],
  [46, 40],
  [60, 40],
  [37, 52],
  [52, 54],
] as const
const isAskingPan = ref(false)
/** Less than this from wanted to burnt: told to the second. */
const SECONDS_COUNT_S = 120
/** When a stage was seen, or between when it is thought to come. */
function whenOf(s: StageLive): string {
  if (s.seenAtMs) return says.seenAt(clockText(s.seenAtMs))
  if (s.isPassed || props.browning.isPool) return ''
  if (!Number.isFinite(s.atMs)) return says.notHere
  const isSoon = props.browning.windowS < SECONDS_COUNT_S
  return says.around(clockText(Math.max(nowMs.value, s.lowAtMs), isSoon), clockText(s.highAtMs, isSoon))
}
const stages = computed(() =>
  props.browning.stages.map((s) => ({
    ...s,
    isWanted: s.stage === props.browning.wanted,
    says: whenOf(s),
  })),
)
/** What is too dry for one gives no pool: garlic, roux, paste. */
const givesPool = computed(() => 'crowd' in BROWNING_ITEMS[props.browning.item])
const windowSays = computed(() => {
  const s = props.browning.windowS
  if (!Number.isFinite(s)) return ''
  return s < SECONDS_COUNT_S ? says.window(numberText(s)) : says.windowMin(numberText(s / 60))
})
const isWantedSeen = computed(() => stages.value.find((s) => s.isWanted)?.seenAtMs !== undefined)
const coasts = computed(() =>
  isWantedSeen.value && props.browning.windowS < 240
    ? says.coasts(numberText(coastingS(props.browning.item, props.browning.panC)))
    : '',
)
const zone = computed(() => {
  if (dropSeen.value === 'oilSmokes') return says.zones.smokes
  const c = props.browning.panC
  if (c < 120) return says.zones.steams
  if (c < 140) return says.zones.dries
  return c <= 200 ? says.zones.browns : says.zones.sears
})
const cuesHere = computed(() =>
  props.view.state.stageFacts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === props.view.step?.id
      ? [{ id: f.id, cue: f.payload.cue }]
      : [],
  ),
)
const dropSeen = computed(() => cuesHere.value.findLast((c) => c.cue in says.drops)?.cue)
const poolFact = computed(() => cuesHere.value.findLast((c) => c.cue === 'pool'))
const answered = ref<string>()
const isContrary = computed(
  () => props.browning.contradiction && poolFact.value && answered.value !== poolFact.value.id,
)
const see = (cue: Cue, word: string) => props.bench.cue(cue, word)
const takeBack = () =>
  props.bench.attempt(() =>
    kitchen.takeBack(poolFact.value ? [poolFact.value.id] : [], props.view.state.id, texts.bench.undone),
  )
</script>

<template>
  <section class="browning gap-above" :aria-label="says.tapStage">
    <p class="caption tap">
      {{ says.tapStage }} · {{ says.panAt(degreesText(browning.panC), says.items[browning.item]) }}
    </p>
    <div class="row">
      <button
        v-for="s in stages"
        :key="s.stage"
        class="stage"
        :class="{ wanted: s.isWanted, passed: s.isPassed }"
        :aria-pressed="s.seenAtMs !== undefined"
        :aria-label="says.tap(says.stages[s.stage])"
        @click="see(s.stage, says.stages[s.stage])"
      >
        <svg viewBox="0 0 84 72" aria-hidden="true">
          <ellipse cx="41" cy="38" rx="36" ry="27" class="face" />
          <ellipse
            v-for="[x, y] in PIECES"
            :key="`${x} ${y}`"
            :cx="x"
            :cy="y"
            rx="7"
            ry="4.6"
            class="piece"
            :style="{ '--shade': SHADE[s.stage] }"
          />
        </svg>
        <span
          ><strong>{{ says.stages[s.stage] }}</strong
          >{{ ' ' }}<span v-if="s.isWanted" class="sorrel">{{ says.wanted }}</span></span
        >
        <span class="when figures">{{ s.says }}</span>
        <small>{{ says.signs[s.stage] }}</small>
      </button>
    </div>
    <p v-if="browning.isPool" class="label roux">▽ {{ says.poolStands }}</p>
    <p v-if="browning.lots > 0" class="label">
      {{ browning.lots === 1 ? says.firstLotIn : says.secondLotIn }}
    </p>
    <p v-if="coasts" class="label roux">▽ {{ coasts }}</p>
    <p v-else-if="windowSays" class="caption">{{ windowSays }}</p>
    <AskedRow v-if="isContrary" :asks="says.contrary">
      <v-btn @click="answered = poolFact?.id">{{ says.poolIsThere }}</v-btn><v-btn
        class="is-first"
        @click="takeBack"
        >{{ says.wrongTap }}</v-btn
      >
    </AskedRow>
    <div class="keys-row">
      <template v-if="browning.isPool">
        <v-btn @click="see('halved', says.halved)">{{ says.halved }}</v-btn><v-btn
          @click="see('poolGone', says.poolGone)"
          >{{ says.poolGone }}</v-btn
        >
      </template>
      <v-btn
        v-else-if="browning.lots === 1 && isWantedSeen"
        class="is-first"
        @click="see('secondLot', says.secondLot)"
        >{{ says.secondLot }}</v-btn
      >
      <template v-else>
        <v-btn @click="see('halfWay', says.halfWay)">{{ says.halfWay }}</v-btn>
        <v-btn v-if="givesPool" @click="see('pool', says.pool)">{{ says.pool }}</v-btn>
      </template>
      <button class="text-key" :aria-expanded="isAskingPan" @click="isAskingPan = !isAskingPan">
        {{ says.pan }}
      </button>
      <TurnFlame
        :view="view"
        :bench="bench"
        :level="browning.level"
        :comes-at-ms="wantedAtFlameMs"
        :never="says.notHere"
      />
    </div>
    <div v-if="isAskingPan" v-in-view class="pan">
      <p class="label" :class="{ wine: dropSeen === 'oilSmokes' }">{{ zone }}</p>
      <div class="keys-row">
        <v-btn
          v-for="(word, d) in says.drops"
          :key="d"
          :aria-pressed="dropSeen === d"
          @click="see(d as Cue, word)"
          >{{ word }}</v-btn
        >
      </div>
      <p class="caption">{{ says.dropVoid }}</p>
    </div>
  </section>
</template>

<style scoped>
.browning {
  display: grid;
  gap: 6px;
}
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(112px, 1fr));
  gap: 6px 10px;
}
.stage {
  display: grid;
  justify-items: start;
  align-content: start;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-text);
  text-align: left;
  padding: 0 4px 6px;
  cursor: pointer;
}
.stage svg {
  width: 100%;
  max-width: 104px;
}
.stage small,
.when {
  color: var(--ink-soft);
  font-size: var(--type-caption);
}
.stage.wanted {
  box-shadow: inset 0 4px 0 var(--sorrel);
}
.stage[aria-pressed='true'] {
  background: var(--sunk);
  box-shadow: inset 0 -4px 0 var(--ink);
}
.stage.passed:not([aria-pressed='true']) {
  opacity: 0.75;
}
.face {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.6;
}
.piece {
  fill: color-mix(in oklab, var(--food-dark) calc(var(--shade) * 100%), var(--food-pale));
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}
.browning {
  --food-pale: #f2e6c4;
  --food-dark: #2a160a;
}
.pan {
  display: grid;
  gap: 4px;
}
</style>
