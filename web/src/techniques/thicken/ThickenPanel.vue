<script setup lang="ts">
import { coatGrade, gradeOf, type BatchView, type CoatContents } from '@liquamen/core'
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
import ThickenerOffers from './ThickenerOffers.vue'
import { useThicken } from './useThicken'

/** How the sauce coats, against five drawn spoons; what would bring it there, in grams; and how it stands when it has swollen. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  contents: CoatContents
  canAct: boolean
}>()
const nowMs = useKitchenNow()
const t = useThicken(toRef(props, 'view'), toRef(props, 'contents'), props.bench)
const { coat, verdict, seen, before, wantedPaS } = t
const isWeighing = ref(false)
const thick = (paS: number) => numberText(paS, paS < 0.1 ? 3 : 2)
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
      <ThickenerOffers v-if="verdict === 'thin'" :t="t" :can-act="canAct" />
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
.dose > :deep(*) {
  margin-bottom: 6px;
}
.clock {
  font-size: var(--type-instrument);
  line-height: 0.9;
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
