<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { clockText, numberText } from '../ui/format'
import { holdTexts } from '../techniques/hold/texts'
import { cadenceTexts as says } from './texts'
import { useCadence } from './useCadence'

/** How many batches of a sauce an evening takes: a curve to pick from, and what is picked on a line of time. */
const router = useRouter()
const { draft, sauces, stands, found, picked, chosen, vessels, problem, takeAsOrders } = useCadence()
const items = computed(() => sauces.value.map((f) => ({ value: f.id, title: f.name })))
const sureness = (['booked', 'guessed'] as const).map((value) => ({ value, title: says.sure[value] }))
const MS_PER_MIN = 60_000
const clock = (min: number) => clockText(min * MS_PER_MIN)
const [WIDE, HIGH] = [640, 120]
const most = computed(() => Math.max(1, ...found.value.options.map((o) => o.wasted)))
const X = (i: number) => ((i + 0.5) * WIDE) / Math.max(1, found.value.options.length) // over its key
const Y = (wasted: number) => HIGH - 14 - (HIGH - 50) * (wasted / most.value)
const curve = computed(() =>
  found.value.options.map((o, i) => `${i ? 'L' : 'M'}${X(i)} ${Y(o.wasted)}`).join(''),
)
const span = computed(() => {
  const all = chosen.value?.batches ?? []
  return { from: all[0]?.fromMin ?? 0, to: all.at(-1)?.toMin ?? 1 }
})
const share = (min: number) => `${(100 * (min - span.value.from)) / (span.value.to - span.value.from)}%`
const oldest = computed(() => {
  const [first] = chosen.value?.batches ?? []
  return first ? first.toMin - first.fromMin : 0
})
async function take(): Promise<void> {
  if (await takeAsOrders()) await router.push('/service')
}
</script>

<template>
  <section class="cadence">
    <div class="titles">
      <h1>{{ says.title }}</h1>
      <RouterLink to="/service" class="soft">{{ says.back }}</RouterLink>
    </div>
    <div class="grid">
      <form class="asked" :aria-label="says.title" @submit.prevent="take">
        <v-select v-model="draft.formulaId" class="all" :items="items" :label="says.sauce" />
        <p v-if="stands" class="caption all">
          {{ says.stands(numberText(stands.margin.min), holdTexts.binds[stands.margin.binds]) }}
        </p>
        <template v-for="(s, i) in draft.sittings" :key="i">
          <v-text-field v-model="s.covers" :label="says.covers(i + 1)" inputmode="numeric" />
          <v-text-field v-model="s.at" :label="says.at(i + 1)" inputmode="numeric" />
        </template>
        <v-text-field v-model="draft.from" :label="says.from" inputmode="numeric" />
        <v-text-field v-model="draft.to" :label="says.to" inputmode="numeric" />
        <v-text-field v-model="draft.share" :label="says.share" inputmode="numeric" />
        <v-text-field v-model="draft.delay" :label="says.delay" inputmode="numeric" />
        <v-text-field v-model="draft.mostAge" :label="says.mostAge" inputmode="numeric" />
        <v-text-field v-model="draft.making" :label="says.making" inputmode="numeric" />
        <v-select v-model="draft.sureness" :items="sureness" :label="says.sureness" />
        <v-text-field v-model="draft.under" :label="says.under" inputmode="numeric" />
      </form>
      <div class="answer">
        <p v-if="found.why" class="label wine" role="alert">✕ {{ found.why }}</p>
        <template v-else>
          <h2 class="label">{{ says.curve }}</h2>
          <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" class="curve" aria-hidden="true">
            <path :d="`M0 ${HIGH - 4}H${WIDE}`" class="axis" />
            <path :d="curve" class="line" />
            <circle
              v-for="(o, i) in found.options"
              :key="i"
              :cx="X(i)"
              :cy="Y(o.wasted)"
              :r="i === picked ? 9 : 5"
              class="dot"
            />
            <text
              v-for="(o, i) in found.options"
              :key="`t${i}`"
              :x="X(i)"
              :y="Y(o.wasted) - 14"
              class="figure"
            >
              {{ numberText(o.wasted, 1) }}
            </text>
          </svg>
          <div class="keys-row picks" role="group" :aria-label="says.curve">
            <v-btn
              v-for="(o, i) in found.options"
              :key="i"
              :class="{ 'is-first': i === picked }"
              :aria-pressed="i === picked"
              @click="picked = i"
              >{{ says.batches(numberText(o.batches.length)) }}</v-btn
            >
          </div>
          <template v-if="chosen">
            <p class="sum">
              <strong>{{ says.made(numberText(chosen.made)) }}</strong> ·
              {{ says.wasted(numberText(chosen.wasted, 1)) }} ·
              {{ says.shortProb(numberText(chosen.shortProb * 10, 1)) }} ·
              {{ says.oldest(numberText(oldest)) }}
            </p>
            <ol class="stretches">
              <li
                v-for="b in chosen.batches"
                :key="b.fromMin"
                :style="{ left: share(b.fromMin), width: `calc(${share(b.toMin)} - ${share(b.fromMin)})` }"
              >
                <strong class="n">{{ numberText(b.portions) }}</strong>
              </li>
            </ol>
            <table>
              <tbody>
                <tr v-for="b in chosen.batches" :key="b.fromMin">
                  <td>{{ says.start(clock(b.startMin)) }}</td>
                  <td>{{ says.ready(clock(b.fromMin), clock(b.toMin)) }}</td>
                  <td>{{ says.portions(numberText(b.portions), numberText(b.mean, 1)) }}</td>
                </tr>
              </tbody>
            </table>
            <p v-if="vessels > 1" class="label roux" role="status">
              ▽ {{ says.tooBig(numberText(vessels)) }}
            </p>
            <p class="caption">{{ says.noCarry }}</p>
            <p v-if="problem" class="wine label" role="alert">✕ {{ problem }}</p>
            <div class="keys-row">
              <v-btn class="is-first" @click="take">{{
                says.take(says.batches(numberText(chosen.batches.filter((b) => b.portions > 0).length)))
              }}</v-btn>
            </div>
          </template>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.titles {
  display: flex;
  align-items: baseline;
  gap: 24px;
}
.titles a {
  color: inherit;
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.grid {
  display: grid;
  grid-template-columns: 460px minmax(0, 1fr);
  gap: 40px;
}
.asked {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 20px;
  align-content: start;
}
.all {
  grid-column: 1 / -1;
}
.curve {
  width: 100%;
  display: block;
}
.axis {
  stroke: var(--tick);
}
.line {
  stroke: var(--ink);
  stroke-width: 2;
  fill: none;
}
.dot {
  fill: var(--bone);
  stroke: var(--ink);
  stroke-width: 2.5;
}
.figure {
  text-anchor: middle;
  font-size: 18px;
  fill: var(--ink);
}
.picks {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  padding-top: 6px;
}
.sum {
  padding: 8px 0;
}
.stretches {
  position: relative;
  height: 44px;
  border-bottom: 1.25px solid var(--ink);
}
.stretches li {
  position: absolute;
  top: 4px;
  bottom: 0;
  border-left: 2px solid var(--ink);
  background: var(--sunk);
  padding-left: 8px;
}
.n {
  font-size: 26px;
}
td {
  padding: 2px 24px 2px 0;
}
@media (max-width: 900px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }
}
</style>
