<script setup lang="ts">
import { coatBand, coatGrade, gradeOf, HALF_FLOUR, type BatchView, type CoatContents } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useKitchenNow } from '../../port/useKitchen'
import AskedRow from '../../ui/AskedRow.vue'
import EntryRuler from '../../ui/EntryRuler.vue'
import { clockText, numberText, percentText, spanText } from '../../ui/format'
import { texts } from '../../ui/texts'
import CoatAxis from './CoatAxis.vue'
import FiveSpoons from './FiveSpoons.vue'
import { thickenTexts as says } from './texts'
import { coatWord } from './useSpoon'
import { useThicken, type Offered } from './useThicken'

/** How the sauce coats, against five drawn spoons; what would bring it there, in grams; and how it stands when it has swollen. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  contents: CoatContents
  canAct: boolean
}>()
const nowMs = useKitchenNow()
const t = useThicken(toRef(props, 'view'), toRef(props, 'contents'), props.bench)
const { coat, verdict, chosen, offers, seen, before, wantedPaS } = t
const isWeighing = ref(false)
const thick = (paS: number) => numberText(paS, paS < 0.1 ? 3 : 2)
const grams = (g: number) => numberText(g, g < 20 ? 1 : 0)
const band = computed(() => coatBand(wantedPaS.value))
const left = computed(() => {
  const at = coat.value.dose?.fullAtMs
  return at !== undefined && at > nowMs.value ? spanText(at - nowMs.value) : undefined
})
const verdictSays = computed(() => {
  if (verdict.value === 'right') return props.contents.now ? says.rightThen : says.right
  if (verdict.value === 'thick') return t.isStopEarlier.value ? says.stopEarlier : says.thick
  return gradeOf(wantedPaS.value) > 1 ? says.runs : says.runsFilm
})
const seenSays = computed(() =>
  seen.value
    ? says.seen(coatWord(seen.value.grade), texts.book.coats[coatGrade(seen.value.expectedPaS).name] ?? '')
    : '',
)
const amount = (o: Offered, of = o.next) =>
  HALF_FLOUR.includes(o.agent)
    ? says.inFat(grams(of.massG))
    : says.inWater(grams(of.massG), numberText(of.waterG))
async function keepFilm(filmG: number): Promise<void> {
  if (await t.weighed(filmG)) isWeighing.value = false
}
</script>

<template>
  <section class="thicken gap-above" :aria-label="texts.bench.spoonSeen">
    <div class="spoons">
      <FiveSpoons :fill="view.formula.fill" :seen="seen?.grade" :can-tap="canAct" @saw="t.saw" />
      <CoatAxis
        v-model="wantedPaS"
        :now-pa-s="coat.nowPaS"
        :full-pa-s="coat.fullPaS"
        :full-in="contents.now ? says.atEnd : left && says.inSpan(left.number, left.unit)"
        :wanted="band"
      />
      <p class="label verdict" :class="verdict === 'right' ? 'sorrel' : 'roux'">
        <span v-if="verdict !== 'right'" aria-hidden="true">▽ </span>{{ verdictSays }}
      </p>
      <p class="caption">
        {{ says.from(thick(coat.fullPaS), thick(coat.band.low), thick(coat.band.high)) }}
        <template v-if="seen"> · {{ seenSays }}</template
        ><template v-if="before"> · {{ before }}</template>
      </p>
      <AskedRow v-if="t.far.value" :asks="texts.bench.spoonFar">
        <v-btn @click="t.stands()">{{ texts.bench.asSeen }}</v-btn><v-btn
          class="is-first"
          @click="t.lookAgain()"
          >{{ texts.bench.lookAgain }}</v-btn
        >
      </AskedRow>
    </div>
    <div class="dose">
      <template v-if="coat.dose">
        <p class="label">{{ left ? says.wait : says.swollen }}</p>
        <p v-if="left" class="clock">
          {{ left.number }}<span class="unit">{{ left.unit }}</span>
        </p>
        <p class="caption">{{ says.thenSpoon(clockText(coat.dose.rawGoneAtMs, true)) }}</p>
        <p v-if="coat.dose.isDusted" class="roux label">▽ {{ says.dusted }}</p>
      </template>
      <template v-if="verdict === 'thin'">
        <div v-if="offers.length" class="agents" role="group" :aria-label="says.put">
          <button
            v-for="o in offers"
            :key="o.agent"
            class="agent"
            :aria-pressed="chosen?.agent === o.agent"
            @click="t.agent.value = o.agent"
          >
            <span class="name">{{ says.agent[o.agent] }}</span> <strong>{{ grams(o.massG) }} g</strong>
            <small v-if="o.forbidden" class="wine">{{
              says.mustNot(o.forbidden.allergen, o.forbidden.who)
            }}</small>
            <small v-else>{{ says.holds(o.holdsMin) }}</small>
          </button>
        </div>
        <p v-if="offers.every((o) => o.forbidden)" class="roux label">▽ {{ says.unreachable }}</p>
        <template v-if="chosen">
          <p class="caption">
            {{ coat.dose ? says.rest(amount(chosen)) : says.first(grams(chosen.massG), amount(chosen))
            }}<template v-if="chosen.keptG > 0.05"> · {{ says.keepBack(grams(chosen.keptG)) }}</template>
          </p>
          <p class="caption">{{ says.how[chosen.agent] }}</p>
          <v-btn v-if="canAct" class="put" @click="t.put(chosen.next)"
            >{{ says.put }} <small>{{ amount(chosen) }}</small></v-btn
          >
        </template>
        <p v-if="t.boil.value" class="caption">
          {{
            t.boil.value.minutes < 240
              ? says.orBoil(numberText(t.boil.value.grams), numberText(t.boil.value.minutes, 1))
              : says.orBoilG(numberText(t.boil.value.grams))
          }}
        </p>
      </template>
      <div v-if="verdict === 'thick'" class="keys-row">
        <v-btn v-for="d in t.downs.value" :key="d.ingredientId" :disabled="!canAct" @click="t.thin(d)"
          >{{ says.thinKey }} <small>{{ says.thin(numberText(d.massG), d.name) }}</small><small>{{
            says.thinSalt(percentText(d.saltFrac, 2))
          }}</small></v-btn
        >
      </div>
      <v-btn v-if="canAct" :aria-expanded="isWeighing" @click="isWeighing = !isWeighing"
        >{{ says.weighFilm }} <small>g</small></v-btn
      >
    </div>
    <EntryRuler
      v-if="isWeighing"
      class="wide"
      :label="says.filmLabel"
      unit="g"
      :start="1.5"
      :min="0.1"
      :max="30"
      :step="0.1"
      :reach="3"
      @keep="keepFilm"
      @cancel="isWeighing = false"
    />
  </section>
</template>

<style scoped>
.thicken {
  contain: layout style;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 12px 28px;
}
.verdict {
  margin-top: 4px;
}
.dose {
  display: grid;
  gap: 6px;
  justify-items: start;
  align-content: start;
}
.clock {
  font-size: var(--type-instrument);
  line-height: 0.9;
}
.agents {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 4px 16px;
  width: 100%;
}
.agent {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  align-content: start;
  gap: 0 8px;
  min-height: 52px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-key);
  text-align: left;
  padding: 2px 0;
  cursor: pointer;
}
.agent[aria-pressed='true'] .name {
  box-shadow: inset 0 -3px 0 var(--ink);
  font-weight: var(--weight-key);
}
.agent small {
  flex-basis: 100%;
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
.agent small.wine {
  color: var(--wine);
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 1000px) {
  .thicken {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
