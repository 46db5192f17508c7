<script setup lang="ts">
import { batchOfTask, platesLate, taskId, type SmallestChange } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { tapped } from '../port/tapped'
import { useService } from '../service/useService'
import { clockText } from '../ui/format'
import BaseTree from './BaseTree.vue'
import { planCalendar } from './planCalendar'
import GoodsList from './GoodsList.vue'
import { handsStretches, planRows, plateMarks, type Bar } from './planRows'
import MiseList from './MiseList.vue'
import PlanNews from './PlanNews.vue'
import PlanTimeline from './PlanTimeline.vue'
import { planTexts as says } from './texts.plan'
import { useDragged } from './useDragged'
import { usePlanning } from './usePlanning'

const MINUTE_MS = 60_000
const BEFORE_MS = 100 * MINUTE_MS
/** What is past is hardly looked at. */
const PAST_MS = 20 * MINUTE_MS
const AFTER_MS = 20 * MINUTE_MS
const NEAR_MS = 20 * MINUTE_MS
const router = useRouter()
const route = useRoute()
const { service } = useService()
const { catalog, nowMs } = useKitchenViews()
const planning = usePlanning(service, 'plan')
const {
  explosion,
  plan,
  feasible,
  isWorking,
  failed,
  isInForce,
  planAnew,
  improve,
  publish,
  pinned,
  people,
} = planning
const tabs = ['timeline', 'weighOut', 'cuts', 'baseTree'] as const
const tab = computed(() => tabs.find((t) => t === route.query.show) ?? 'timeline')
const pickUps = computed(() => plan.value?.asked.pickUps ?? [])
const cooks = computed(
  () => [...people.value].reverse().find((p) => p.fromMs <= (pickUps.value[0]?.atMs ?? 0))?.count ?? 1,
)
const rows = computed(() =>
  feasible.value && catalog.value
    ? planRows(feasible.value.asked, feasible.value.answer.tasks, catalog.value)
    : [],
)
const hands = computed(() => {
  if (!feasible.value) return []
  const { asked, answer } = feasible.value
  const of = new Map<string, number>(
    asked.batches.flatMap((b) =>
      b.plans[0]!.plan.steps.map((s) => [taskId(b.id, s.stepId), s.hands] as const),
    ),
  )
  return handsStretches(asked.zeroMs, answer.tasks, (id) => of.get(id) ?? 0)
})
const peak = computed(() => Math.max(0, ...hands.value.map((h) => h.hands)))
const { ghosts, cost, move, letGo, forget } = useDragged(planning, rows, peak)
const marks = computed(() => plateMarks(pickUps.value, NEAR_MS))
const sittings = computed(() =>
  (explosion.value?.sauces.length ? (service.value?.sittings ?? []) : []).map((s) => {
    const delays = (service.value?.dishes ?? []).map((d) => d.delayMin)
    const middle = s.startsAtMs + (delays.length ? Math.min(...delays) : 0) * MINUTE_MS
    return { name: s.name, fromMs: middle - s.spreadMin * MINUTE_MS, toMs: middle + s.spreadMin * MINUTE_MS }
  }),
)
/** The evening: from the first pan for its first plates to its last plates; what is made the morning before is left of it. */
const span = computed(() => {
  const wanted = pickUps.value.map((p) => p.atMs)
  const begins = rows.value.flatMap((r) => r.bars.map((b) => b.fromMs))
  const firstMs = Math.min(...wanted, Infinity)
  const lastMs = Math.max(...wanted, ...rows.value.flatMap((r) => r.bars.map((b) => b.toMs)))
  if (!Number.isFinite(firstMs)) return { fromMs: nowMs.value, toMs: nowMs.value + BEFORE_MS }
  const eveningMs = Math.max(firstMs - BEFORE_MS, nowMs.value - PAST_MS)
  const fromMs = isWhole.value ? Math.min(eveningMs, ...begins) : eveningMs
  return { fromMs: fromMs - 5 * MINUTE_MS, toMs: lastMs + AFTER_MS }
})
const isWhole = ref(false)
const hasEarlier = computed(
  () => rows.value.some((r) => r.bars.some((b) => b.toMs < span.value.fromMs)) || isWhole.value,
)

/** With what a batch begins: what binds that binds all of it. */
const firstTaskOf = (batchId: string) =>
  (feasible.value?.answer.tasks ?? [])
    .filter((t) => batchOfTask(t.id) === batchId)
    .sort((a, b) => a.startS - b.startS)[0]
const askedBar = ref<Bar>()
const barNow = computed(() =>
  rows.value.flatMap((r) => r.bars).find((b) => b.taskId === askedBar.value?.taskId),
)
const ask = (bar: Bar) => (askedBar.value = askedBar.value?.taskId === bar.taskId ? undefined : bar)
/** Why it stands where it stands, and what is in its way. */
const why = computed(() => {
  const bar = barNow.value
  const first = bar && firstTaskOf(bar.batchId)
  const binding = first && feasible.value?.answer.binding[first.id]
  if (!bar || !binding) return undefined
  const row = rows.value.find((r) => r.bars.includes(bar))
  const before = row?.bars.filter((b) => b !== bar && b.toMs <= bar.fromMs).sort((a, b) => b.toMs - a.toMs)[0]
  const taken =
    binding === 'ring' && before && row ? says.ringTaken(row.number, before.name, clockText(before.toMs)) : ''
  return `${says.binding[binding]} ${taken}`.trim()
})
const late = computed(() => feasible.value && platesLate(feasible.value.asked, feasible.value.answer.tasks))
function onDrag(bar: Bar, byMs: number): void {
  askedBar.value = bar
  move(bar, byMs)
}
const changeWords = (c: SmallestChange): string => {
  if (c.kind === 'later') return says.change.later(c.minutes)
  if (c.kind === 'more') return says.change.more[c.what](c.count)
  return says.change.without(c.tasks.map(taskWords).join(', '))
}
const taskWords = (id: string) =>
  plan.value?.asked.batches.find((b) => b.id === batchOfTask(id))?.formula.name ?? id
const conflict = computed(() => {
  const answer = plan.value?.answer
  if (answer?.status !== 'infeasible') return undefined
  const { tasks, smallestChange } = answer.conflict
  return { sauces: [...new Set(tasks.map(taskWords))].join(', '), change: changeWords(smallestChange) }
})
const toOrder = computed(() => (explosion.value?.sauces ?? []).filter((s) => s.making === 'toOrder'))
const stateWords = computed(() => {
  if (isWorking.value) return says.working
  if (!feasible.value) return ''
  return isInForce.value ? says.inForce : says.notInForce
})
const isPublishing = ref(false)
async function put(): Promise<void> {
  isPublishing.value = true
  const replans = service.value?.plan ? 'brief' : 'first'
  const cause = pinned.value ? 'dragged' : replans
  const isKept = await tapped(() => publish(cause))
  isPublishing.value = false
  forget()
  if (!isKept) planAnew()
}
const platesAll = computed(() =>
  Math.round((explosion.value?.sauces ?? []).reduce((sum, s) => sum + s.need.plates, 0)),
)
const calendar = () =>
  service.value && feasible.value && catalog.value
    ? planCalendar(service.value, feasible.value.asked, feasible.value.answer.tasks, catalog.value)
    : undefined
const show = (t: (typeof tabs)[number]) => void router.replace({ query: t === 'timeline' ? {} : { show: t } })
</script>

<template>
  <div v-if="!service || service.dishes.length === 0" class="stack">
    <p class="label">{{ says.empty }}</p>
    <v-btn class="is-first" to="/service">{{ says.toService }}</v-btn>
  </div>
  <template v-else>
    <div class="heading-row top">
      <h1 v-if="explosion">
        {{ says.title(explosion.sauces.length, plan?.asked.batches.length ?? 0) }}
        <span class="caption plates">{{ says.plates(platesAll) }}</span>
      </h1>
      <h1 v-else>{{ says.computing }}</h1>
      <nav class="keys-row">
        <button
          v-for="t in tabs"
          :key="t"
          class="text-key"
          :class="{ here: tab === t }"
          :aria-current="tab === t ? 'true' : undefined"
          @click="show(t)"
        >
          {{ says[t] }}
        </button>
        <button
          v-if="hasEarlier && tab === 'timeline'"
          class="text-key"
          :aria-pressed="isWhole"
          @click="isWhole = !isWhole"
        >
          {{ isWhole ? says.evening : says.whole }}
        </button>
        <button v-if="feasible" class="text-key" @click="calendar()">{{ says.calendar }}</button>
      </nav>
      <div class="keys-row">
        <p class="label state">
          <span v-if="late" :class="{ wine: late.plates > 0 }">{{
            late.plates > 0
              ? says.late(Math.ceil(late.plates), Math.ceil(late.mostMs / MINUTE_MS))
              : says.onTime
          }}</span><span class="caption">{{ stateWords }}</span>
        </p>
        <button v-if="isInForce && late && late.plates > 0" class="text-key" @click="improve">
          {{ says.improve }}
        </button>
        <v-btn
          v-if="feasible && !isInForce"
          class="is-first"
          :disabled="isPublishing"
          :title="says.putHint"
          @click="put"
          >{{ says.putInForce }}</v-btn
        >
      </div>
    </div>
    <div v-if="failed" class="stack">
      <p class="wine label">✕ {{ says.failed }}</p>
      <v-btn @click="planAnew()">{{ says.again }}</v-btn>
    </div>
    <div v-if="tab === 'timeline'">
      <PlanNews v-if="isInForce && !cost && !why" is-lasting />
      <p v-if="cost" class="label line" role="status">
        {{ cost }} <button class="text-key" @click="letGo">{{ says.letGo }}</button>
      </p>
      <p v-else-if="why && barNow" class="label line" role="status">
        <strong class="why">{{ says.why }}</strong> <em class="sauce">{{ barNow.name }}</em> {{ why }}
      </p>
      <p v-else-if="conflict" class="label wine line" role="alert">
        ✕ {{ says.conflict }} {{ conflict.sauces }}. {{ conflict.change }}
      </p>
      <p v-else-if="late?.sauces.length" class="label line roux">
        ▽ {{ says.lateAre(late.sauces.join(', ')) }}
      </p>
      <PlanTimeline
        v-if="feasible"
        :rows="rows"
        :hands="hands"
        :cooks="cooks"
        :marks="marks"
        :sittings="sittings"
        :from-ms="span.fromMs"
        :to-ms="span.toMs"
        :now-ms="nowMs"
        :asked-id="barNow?.batchId"
        :ghosts="ghosts"
        @ask="ask"
        @drag="onDrag"
      />
      <ul v-if="toOrder.length" class="to-order">
        <li v-for="s in toOrder" :key="s.need.key" class="reading">
          {{ says.toOrder(s.need.formula.name, s.portions, Math.round(s.makingMin)) }}
        </li>
      </ul>
    </div>
    <template v-else-if="explosion && catalog">
      <GoodsList v-if="tab === 'weighOut'" :explosion="explosion" :catalog="catalog" />
      <MiseList v-else-if="tab === 'cuts'" :explosion="explosion" :catalog="catalog" />
      <BaseTree v-else :explosion="explosion" :catalog="catalog" />
    </template>
  </template>
</template>

<style scoped>
.top {
  padding-bottom: 4px;
}
h1 {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  line-height: 1.05;
}
.here {
  text-decoration-thickness: 3px;
}
.text-key:not(.here) {
  font-weight: var(--weight-plain);
}
.line {
  padding: 4px 0;
}
.plates {
  display: block;
}
.top .keys-row {
  gap: 8px 14px;
}
.state {
  text-align: right;
  line-height: 1.15;
}
.state .caption {
  display: block;
}
.why {
  text-decoration: underline;
  text-underline-offset: 5px;
}
.line .sauce {
  font-size: 24px;
}
.to-order {
  padding-top: 10px;
}
</style>
