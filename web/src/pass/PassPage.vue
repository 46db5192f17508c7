<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import { earliestMs, type Call, type TableOrder } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { lastDone } from '../port/lastDone'
import { useKitchenViews } from '../port/useKitchenViews'
import { speak } from '../alarms/speak'
import PlanNews from '../plan/PlanNews.vue'
import StoveWells from '../stove/StoveWells.vue'
import { clockText, spanWords } from '../ui/format'
import CallLine from './CallLine.vue'
import TableForm from './TableForm.vue'
import { passTexts as says } from './texts.pass'
import { usePass } from './usePass'

const { catalog } = useKitchenViews()
const pass = usePass()
const { kitchen, service, open, allDay, nowMs, sourceOf, fire, takeBack, hold, release, gone, move, order } =
  pass
const router = useRouter()
const isTaking = ref(false)
const IN_MIN = 20
const chip = computed(() => catalog.value?.pans[0]?.profile)
const formulaOf = (call: Call) => catalog.value?.formulas.find((f) => f.id === call.sauce.formulaId)
const detailsOf = (call: Call): GuestDetails[] =>
  [...new Set(call.plates.flatMap((p) => p.detailsId ?? []))].flatMap((id) => kitchen.details.get(id) ?? [])
/** The first that is neither held nor fired: what hands go to next. */
const first = computed(() => open.value.find((c) => ['waits', 'due', 'late'].includes(c.status)))
const dishes = computed(() =>
  (service.value?.dishes ?? []).filter((d) => d.offReason === undefined).map((d) => d.dish),
)
const nameOf = (key: string) => catalog.value?.formulas.find((f) => f.id === key.split(' ')[0])?.name ?? key
/** A sauce that is made for one call: its order is planned as any is. */
async function make(call: Call): Promise<void> {
  const orderId = await pass.make(call)
  if (orderId) await router.push({ path: '/service', query: { plan: orderId } })
}
/** The table cancelled last, while it may be taken back. */
const { offered: cancelled, ...lastCancelled } = lastDone<{
  readonly factId: string
  readonly label: string
}>()
async function cancel({ tableId, label }: Call): Promise<void> {
  const factId = await lastCancelled.during(() => pass.cancel(tableId))
  if (factId) lastCancelled.offer({ factId, label })
}
function undoCancel(): void {
  const done = lastCancelled.take()
  if (done) void pass.undoCancel(done.factId)
}
/** When all of a call's table can go, where that is later than it asked. */
const earliestOf = ({ tableId }: Call) =>
  earliestMs(
    open.value.filter((c) => c.tableId === tableId),
    nowMs.value,
  )
const LATER_MIN = 5
const restarts = computed(
  () => new Map(allDay.value.flatMap((d) => [[d.sauceKey, pass.restartFor(d.sauceKey)] as const])),
)
const isTooLate = (key: string) => (restarts.value.get(key)?.latestMs ?? Infinity) < nowMs.value
function restartSays(key: string): string {
  const restart = restarts.value.get(key)
  if (!restart) return ''
  return isTooLate(key) ? says.noRestart(restart.label) : says.restartBy(clockText(restart.latestMs))
}
/** A call in words, for hands that are busy. */
function say(call: Call): void {
  const day = allDay.value.find((d) => d.sauceKey === call.sauceKey)
  const span = spanWords(Math.abs(call.fireAtMs - nowMs.value))
  const wait = call.fireAtMs < nowMs.value ? says.spokenLate(span) : says.spokenWait(span)
  const toGo = day?.toGo ?? 0
  speak(
    says.spoken({
      table: call.label,
      sauce: formulaOf(call)?.name ?? '',
      count: call.count,
      wait,
      toGo,
      allDay: toGo + (day?.fired ?? 0) + (day?.gone ?? 0),
      restart: restartSays(call.sauceKey),
    }),
  )
}
async function take(table: TableOrder, details: GuestDetails | undefined): Promise<void> {
  // allergies first, then the table that names them
  if (details) await kitchen.keepDetails(details)
  if (await order(table)) isTaking.value = false
}
</script>

<template>
  <div v-if="!service" class="stack">
    <p class="label">{{ says.noService }}</p>
    <v-btn class="is-first" to="/service">{{ says.toService }}</v-btn>
  </div>
  <template v-else>
    <TableForm
      v-if="isTaking"
      :dishes="dishes"
      :now-ms="nowMs"
      :in-min="IN_MIN"
      @take="take"
      @cancel="isTaking = false"
    />
    <div v-else class="heading-row top">
      <ul class="all-day" :aria-label="says.allDay">
        <li v-for="d in allDay" :key="d.sauceKey">
          <span class="count">{{ d.toGo }}</span> <em class="sauce">{{ nameOf(d.sauceKey) }}</em>
          <span class="caption">{{ says.allDayOf(d.fired, d.gone) }}</span>
          <span v-if="restarts.get(d.sauceKey)" class="caption" :class="{ wine: isTooLate(d.sauceKey) }">{{
            restartSays(d.sauceKey)
          }}</span>
        </li>
      </ul>
      <div class="keys-row">
        <button v-if="first" class="text-key" @click="say(first)">{{ says.say }}</button>
        <v-btn @click="isTaking = true">{{ says.newTable }}</v-btn>
      </div>
    </div>
    <PlanNews />
    <p v-if="pass.hands.value" class="roux label hands">
      ▽
      {{
        says.handsAsked(clockText(pass.hands.value.fromMs), pass.hands.value.asked, pass.hands.value.people)
      }}
      <button
        v-if="pass.hands.value.move"
        class="text-key"
        @click="move(pass.hands.value.move.tableId, LATER_MIN)"
      >
        {{ says.easeBy(pass.hands.value.move.label) }}
      </button>
    </p>
    <button v-if="cancelled" class="text-key" @click="undoCancel">
      {{ says.undoCancel(cancelled.label) }}
    </button>
    <p v-if="open.length === 0" class="label">{{ says.empty }}</p>
    <ul>
      <CallLine
        v-for="call in open"
        :key="call.callId"
        :call="call"
        :source="sourceOf(call)"
        :sauce-name="formulaOf(call)?.name ?? call.sauce.formulaId"
        :fill="formulaOf(call)?.fill ?? ''"
        :chip="chip"
        :details="detailsOf(call)"
        :now-ms="nowMs"
        :is-first="call.callId === first?.callId"
        :is-away="kitchen.awaySinceMs !== undefined"
        @fire="fire(call)"
        @hold="hold(call)"
        @release="release(call)"
        @gone="gone(call)"
        @undo="takeBack(call)"
        :ways="pass.waysOf(call)"
        :others="pass.othersOf(call)"
        :making="pass.makingOf(call)"
        :ready="pass.readyFor(call)"
        :earliest="earliestOf(call)"
        @move="(byMin) => move(call.tableId, byMin)"
        @to-earliest="pass.toEarliest(call.tableId)"
        @cancel="cancel(call)"
        @make="make(call)"
        @decide="(how) => pass.decide(call, how)"
      />
    </ul>
    <StoveWells v-if="catalog?.wells.length" class="wells" />
  </template>
</template>

<style scoped>
.top {
  padding-bottom: 6px;
  border-bottom: 1.25px solid var(--ink);
}
.all-day {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 24px;
}
.all-day .count {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.all-day .sauce {
  font-size: 24px;
}
.wells {
  grid-template-columns: repeat(4, minmax(0, 1fr));
  padding-top: 10px;
}
</style>
