<script setup lang="ts">
import {
  AFRESH_HOLDS,
  LOST,
  oddsOf,
  rescueFamily,
  SYMPTOMS_OF,
  type BatchView,
  type RescueOffer,
  type Symptom,
} from '@liquamen/core'
import { computed, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import BarredAsk from '../bench/BarredAsk.vue'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import AskedRow from '../ui/AskedRow.vue'
import { clockText, degreesText, numberText, spanWords } from '../ui/format'
import HoldButton from '../ui/HoldButton.vue'
import OddsRule from './OddsRule.vue'
import SymptomBowl from './SymptomBowl.vue'
import { causeText, rescueTexts as says } from './texts'
import { useAfreshGoods } from './useAfreshGoods'
import { useRescue } from './useRescue'

/** What is wrong with a sauce, why, what mends this much of it and how likely, or a new one, which is always last. */
const props = defineProps<{ view: BatchView; symptom: Symptom | undefined }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const kitchen = useKitchen()
const nowMs = useKitchenNow()
const seen = ref(props.symptom)
watch(toRef(props, 'symptom'), (symptom) => (seen.value = symptom ?? seen.value))
const rescue = useRescue(toRef(props, 'view'), seen)
const { now, underWay, bench } = rescue
const state = computed(() => props.view.state)
const symptoms = computed(() => SYMPTOMS_OF[rescueFamily(state.value)])
const leftMin = computed(() => ((state.value.plan?.pickupAtMs ?? nowMs.value) - nowMs.value) / 60_000)
const left = computed(() => {
  const text = spanWords(Math.abs(leftMin.value) * 60_000)
  return leftMin.value >= 0 ? says.toPlate(text) : says.lateBy(text)
})
const cause = computed(() =>
  now.value ? causeText(now.value.cause, { num: numberText, deg: (c) => degreesText(c) }) : '',
)
/** A batch begun anew comes out nearly always (the table's). */
const AFRESH_ODDS = oddsOf(AFRESH_HOLDS)
const isLost = computed(() => seen.value !== undefined && LOST.includes(seen.value))
const goodName = (id: string) => kitchen.ingredients.get(id)?.name.toLowerCase() ?? id
const grams = (g: number) => numberText(g, g < 10 ? 1 : 0)
const minutes = ({ low, value, high }: RescueOffer['minutes']) =>
  says.minutes(numberText(low || value), numberText(high || value))
const houseSays = (id: RescueOffer['id']) => {
  const of = rescue.tries.value[id]
  return of && says.tried(of.tries, of.wins)
}
const tenth = (share: number) => numberText(share * 10, 1)
const oddsSay = ({ low, value, high }: RescueOffer['odds']) =>
  `${says.works}: ${tenth(value)} (${tenth(low)}–${tenth(high)})`
const goods = useAfreshGoods(state)
/** Lost at the remedy's end, a new one would still be on time. */
const canFollow = (offer: RescueOffer) =>
  now.value !== undefined && offer.doneAtMs <= now.value.afresh.latestAtMs
async function afresh(): Promise<void> {
  if (!(await rescue.discard())) return
  emit('close')
  await router.push(`/service?restart=${state.value.id}`)
}
</script>

<template>
  <aside class="rescue" :aria-label="`${says.title} ${view.formula.name}`">
    <header class="top">
      <h2>
        {{ says.title }} <span class="sauce">{{ view.formula.name }}</span>
      </h2>
      <p class="label" :class="{ roux: leftMin < 0 }">{{ left }}</p>
      <button class="text-key" :aria-label="says.close" @click="emit('close')">✕</button>
    </header>
    <p v-if="state.status !== 'underWay'" class="label">{{ says.notLit }}</p>
    <template v-else>
      <p v-if="bench.problem.value" class="wine label" role="alert">✕ {{ bench.problem.value }}</p>
      <BarredAsk :bench="bench" />
      <AskedRow v-if="underWay" :asks="says.underWay(says.remedies[underWay.remedy].name)">
        <v-btn @click="rescue.end(false)">{{ says.notHeld }}</v-btn><v-btn
          class="is-first"
          @click="rescue.end(true)"
          >{{ says.held }}</v-btn
        >
      </AskedRow>
      <div class="bowls" role="group" :aria-label="says.whatIsSeen">
        <button v-for="s in symptoms" :key="s" class="bowl" :aria-pressed="s === seen" @click="seen = s">
          <SymptomBowl :symptom="s" :fill="view.formula.fill" />
          <span>{{ says.symptoms[s] }}</span>
        </button>
      </div>
      <template v-if="now">
        <p class="cause" role="status">
          <strong>{{ says.cause }}</strong> {{ cause }}
          <span v-if="now.offers.length" class="ten">{{ says.works }}</span>
        </p>
        <p v-if="now.isPastClock" class="wine label" role="alert">✕ {{ says.pastClock }}</p>
        <p v-else-if="!now.offers.length && isLost" class="wine label">✕ {{ says.lost }}</p>
        <p v-else-if="!now.offers.length" class="label roux">▽ {{ says.notBySum }}</p>
        <p v-else-if="now.offers.every((o) => o.choice.isHopeless)" class="roux label">
          ▽ {{ says.hopeless }}
        </p>
        <p v-else-if="now.offers.every((o) => o.choice.better === 'afresh')" class="roux label">
          ▽ {{ says.afreshFirst }}
        </p>
        <ol class="offers">
          <li v-for="o in now.offers" :key="o.id" class="offer">
            <div class="amounts">
              <p v-for="a in o.adds" :key="a.ingredientId" class="amount">
                <span class="grams">{{ grams(a.massG) }}</span>
                <span class="soft">{{
                  says.good(goodName(a.ingredientId), a.tempC === undefined ? '' : degreesText(a.tempC))
                }}</span>
              </p>
              <p v-if="!o.adds.length" class="amount">
                <span class="name">{{ says.remedies[o.id].name }}</span>
              </p>
              <div class="odds">
                <OddsRule :odds="o.odds" :says="oddsSay(o.odds)" />
              </div>
            </div>
            <p class="how">{{ says.remedies[o.id].how }}</p>
            <p class="when">
              <strong class="min">{{ minutes(o.minutes) }}</strong>
              <span :class="{ roux: !o.isInTime }">{{ says.done(clockText(o.doneAtMs)) }}</span>
              <span v-if="leftMin > 0" class="soft">{{
                canFollow(o) ? says.ifLost(clockText(o.doneAtMs)) : says.noSecond
              }}</span>
              <span v-if="houseSays(o.id)" class="caption">{{ houseSays(o.id) }}</span>
            </p>
          </li>
          <li class="offer">
            <div class="amounts">
              <p class="amount">
                <span class="grams">{{ numberText(now.afresh.minutes.value) }}</span>
                <span class="soft">min</span> <span class="name">{{ says.startAgain }}</span>
              </p>
              <div class="odds"><OddsRule :odds="AFRESH_ODDS" :says="oddsSay(AFRESH_ODDS)" /></div>
            </div>
            <p class="how">
              {{ says.needs(goods.list.value, goods.isAsked.value) }}
              <span v-if="goods.short.value" class="wine">✕ {{ goods.short.value }}</span>
              <span :class="{ roux: !now.afresh.isInTime }">{{
                now.afresh.isInTime ? says.until(clockText(now.afresh.latestAtMs)) : says.tooLate
              }}</span>
            </p>
          </li>
        </ol>
        <p v-if="view.hold" class="caption">{{ says.clockRuns }}</p>
        <div class="keys-row ends">
          <HoldButton @held="afresh">{{ says.startAgain }}</HoldButton>
          <v-btn
            v-for="(o, i) in [...now.offers].reverse()"
            :key="o.id"
            :class="{ 'is-first': i === now.offers.length - 1 }"
            :disabled="underWay !== undefined"
            @click="rescue.begin(o)"
            >{{ says.remedies[o.id].name }}</v-btn
          >
        </div>
      </template>
    </template>
  </aside>
</template>

<style scoped>
.rescue {
  position: fixed;
  right: 0;
  top: 57px;
  bottom: 102px;
  width: min(520px, var(--screen-w));
  overflow-y: auto;
  background: var(--sunk);
  border: 1.25px solid var(--ink);
  border-right: 0;
  padding: 4px 32px 12px 24px;
  z-index: 6;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.top {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.top h2 {
  flex: 1;
  font-size: 28px;
  line-height: 1.1;
}
.text-key {
  min-width: 48px;
  min-height: 48px;
}
.bowls {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 0 4px;
}
.bowl {
  min-height: 70px;
  border: 3px solid transparent;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  font-size: var(--type-caption);
  white-space: nowrap;
  padding: 0;
  cursor: pointer;
}
.bowl[aria-pressed='true'] {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: var(--weight-key);
}
.cause {
  border-top: 1px solid var(--ink);
  padding-top: 4px;
  font-size: var(--type-caption);
}
.offers {
  display: flex;
  flex-direction: column;
}
.offer {
  border-top: 1px solid var(--hair);
  padding: 4px 0;
}
.amounts {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 16px;
}
.grams {
  font-size: 36px;
  font-weight: var(--weight-plain);
  line-height: 1;
}
.name {
  font-size: 22px;
  font-weight: var(--weight-key);
}
.odds {
  margin-left: auto;
}
.ten {
  float: right;
  color: var(--ink-soft);
}
.how {
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
.when {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 12px;
  font-size: var(--type-caption);
}
.min {
  font-size: 20px;
}
.ends {
  justify-content: flex-end;
  margin-top: auto;
  position: sticky;
  bottom: -12px;
  background: var(--sunk);
  padding: 6px 0 12px;
}
@media (max-width: 900px) {
  .rescue {
    width: var(--screen-w);
    border-left: 0;
    padding: 12px 32px;
  }
}
</style>
