<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import type { Call, GuestSauce, PlatesDecided, Source, VesselProfile } from '@liquamen/core'
import { computed, ref } from 'vue'
import { clockText, numberText, spanText, spanWords } from '../ui/format'
import { texts } from '../ui/texts'
import { useWidth } from '../ui/useSize'
import VesselChip from '../vessel/VesselChip.vue'
import GuestDecision from './GuestDecision.vue'
import { passTexts as says } from './texts.pass'

/** A call: how long until it is fired, what, how much and from where, its companions on a rule of their own, and one key. */
const props = defineProps<{
  call: Call
  source: Source | undefined
  sauceName: string
  fill: string
  chip: VesselProfile | undefined
  details: readonly GuestDetails[]
  nowMs: number
  isFirst: boolean
  /** Without a server nobody can say that no other tablet fires it. */
  isAway: boolean
  /** What would serve its guest, where they must not have its sauce. */
  ways: readonly GuestSauce[]
  /** The batch that is made for it by itself. */
  making: string | undefined
  /** When all of its table can go, where that is later than asked. */
  earliest: number | undefined
}>()
const emit = defineEmits<{
  fire: []
  hold: []
  release: []
  gone: []
  undo: []
  move: [byMin: number]
  toEarliest: []
  cancel: []
  make: []
  decide: [how: Pick<PlatesDecided, 'decision' | 'formulaId' | 'choices'>]
}>()
const SECOND_MS = 1000
const waitMs = computed(() => props.call.fireAtMs - props.nowMs)
const span = computed(() => spanWords(Math.abs(waitMs.value)))
const isLate = computed(() => props.call.status === 'late')
const isAct = computed(() => props.isFirst && (props.call.status === 'due' || isLate.value))
const dishes = computed(() => [...new Set(props.call.plates.map((p) => p.dish.name))].join(', '))
const eachMl = computed(() => numberText(Math.round(props.call.ml / props.call.count)))
const from = computed(() => {
  if (props.call.isWithout) return ''
  if (!props.source && props.making) return says.making
  if (!props.source) return says.fromNowhere
  return props.source.well ? says.fromWell(props.source.well) : says.fromRing(props.source.ring ?? 0)
})
/** Nothing of its sauce stands ready and nobody makes any. */
const isToMake = computed(
  () => !props.source && !props.making && !props.call.isWithout && !props.call.bar && isAhead.value,
)
const isAhead = computed(() => ['waits', 'due', 'late', 'held'].includes(props.call.status))
/** What the floor must hear of these plates, and what stays off them. */
const told = computed(() => [
  ...props.call.plates.flatMap((p) =>
    p.offReason === undefined ? [] : [says.off(p.dish.name, p.offReason)],
  ),
  ...props.call.plates.flatMap((p) =>
    p.leftOff.map((c) =>
      says.leftOff(says.companions[c.kind](p.count * (c.kind === 'poachedEgg' ? c.eggs : 1))),
    ),
  ),
  ...(props.call.status === 'cancelled' ? [says.cancelledTold] : []),
])
/** What must not be on these plates, and what their guests want otherwise. */
const asks = computed(() => [
  ...props.details.flatMap((d) => d.allergies.map((a) => texts.allergens[a])),
  ...(props.details.some((d) => d.noLightlyCookedEgg) ? [says.noLightEgg] : []),
  ...props.call.plates.flatMap(({ wish, count }) => [
    ...(wish?.egg ? [`${count} × ${says.wishes[wish.egg]}`] : []),
    ...(wish?.lessSalt ? [`${count} × ${says.lessSalt}`] : []),
    ...(wish?.meatCoreC ? [`${count} × ${numberText(wish.meatCoreC)} °C`] : []),
  ]),
])
const root = ref<HTMLElement>()
const seen = useWidth(root)
/** From the first act to the plate, in the page's own pixels: words keep their size. */
const rulePx = computed(() => Math.max(160, (seen.value || 400) - 12))
/** From the first act to the plate. */
const spanMs = computed(() => Math.max(1, props.call.landsAtMs - props.call.fireAtMs))
const x = (ms: number) =>
  Math.min(rulePx.value, Math.max(0, ((ms - props.call.fireAtMs) / spanMs.value) * rulePx.value))
const nextActs = computed(() =>
  props.call.companions
    .flatMap((c) =>
      c.times.acts.map((a) => ({
        ...a,
        kind: c.kind,
        pieces: c.pieces,
        atMs: props.call.landsAtMs + a.atS * SECOND_MS,
      })),
    )
    .sort((a, b) => a.atMs - b.atMs),
)
/** The next thing that a companion asks for. */
const next = computed(() => nextActs.value.find((a) => a.atMs >= props.nowMs - 5 * SECOND_MS))
const rule = computed(() =>
  props.call.companions.map((c) => ({
    key: `${c.dishId} ${c.kind}`,
    fromX: x(props.call.landsAtMs + c.times.startS * SECOND_MS),
    marks: c.times.acts.map((a) => x(props.call.landsAtMs + a.atS * SECOND_MS)),
    says: says.companions[c.kind](c.pieces),
  })),
)
</script>

<template>
  <li class="call" :class="call.status">
    <div class="when" :class="{ act: isAct }">
      <template v-if="isAct">
        <span class="verb">▼ {{ says.fire }}</span
        ><span class="caption on">{{ isLate ? says.lateBy(span) : says.lateIn(span) }}</span>
      </template>
      <template v-else-if="call.status === 'fired'"
        ><span class="word">✓ {{ says.fired }}</span></template
      >
      <template v-else-if="call.status === 'held' || call.status === 'blocked' || call.status === 'cancelled'"
        ><span class="word" :class="{ wine: call.status !== 'held' }">{{
          says.status[call.status]
        }}</span></template
      >
      <template v-else
        ><span class="seconds">{{ spanText(Math.max(0, waitMs)).number }}</span
        ><span class="caption">{{ spanText(Math.max(0, waitMs)).unit }}</span></template
      >
    </div>
    <div class="what">
      <p class="dish">{{ dishes }}</p>
      <p class="of">
        <VesselChip v-if="chip" :profile="chip" :fill="fill" :level-mm="34" /><span
          class="sauce"
          :class="{ off: call.isWithout }"
          >{{ call.isWithout ? says.withoutSauce : sauceName }}</span
        >
      </p>
      <p v-if="call.guestId && !call.bar" class="caption">{{ says.ownTools }}</p>
    </div>
    <div class="much">
      <p class="soft">{{ says.plates(call.count, call.label) }}</p>
      <p v-if="!call.isWithout" class="label">
        {{ says.amount(call.count, eachMl) }} {{ from }}
        <span v-if="source?.shortPlates" class="wine">✕ {{ says.short(source.shortPlates) }}</span>
      </p>
      <button v-if="isLate && earliest" class="text-key earliest" @click="emit('toEarliest')">
        {{ says.toEarliest(clockText(earliest)) }}
      </button>
      <p v-if="call.addedSince" class="roux label">▽ {{ says.added(call.addedSince) }}</p>
      <p v-if="call.fewerSince" class="roux label">▽ {{ says.fewer(call.fewerSince) }}</p>
      <p v-for="line in told" :key="line" class="wine label">✕ {{ line }}</p>
    </div>
    <div ref="root" class="rule">
      <svg :width="rulePx + 12" height="52" :viewBox="`-6 0 ${rulePx + 12} 52`" aria-hidden="true">
        <g v-for="(c, i) in rule.slice(0, 2)" :key="c.key">
          <line :x1="c.fromX" :x2="rulePx" :y1="28 + 16 * i" :y2="28 + 16 * i" class="runs" />
          <path v-for="m in c.marks" :key="m" :d="`M${m - 5} ${18 + 16 * i}h10l-5 8z`" />
          <text :x="c.fromX + 8" :y="13 + 16 * i">{{ i === 0 ? c.says : '' }}</text>
        </g>
        <line :x1="rulePx" :x2="rulePx" y1="16" y2="50" class="plate" />
        <line v-if="nowMs > call.fireAtMs" :x1="x(nowMs)" :x2="x(nowMs)" y1="12" y2="52" class="now" />
      </svg>
      <p class="caption under">
        <span v-for="a in asks" :key="a" class="asks">{{ a }}</span>
        <span v-if="next && call.status === 'fired'"
          >{{ says.companions[next.kind](next.pieces) }}: {{ says.acts[next.code] }}
          {{ clockText(next.atMs, true) }}</span
        >
        <span v-else>{{ call.lastMinute.join(', ') || says.goesAt(clockText(call.landsAtMs)) }}</span>
      </p>
    </div>
    <div class="keys">
      <template v-if="call.status === 'fired'">
        <v-btn class="is-first" @click="emit('gone')">{{ says.gone }}</v-btn>
        <button class="text-key" @click="emit('undo')">{{ says.undo }}</button>
      </template>
      <v-btn v-else-if="call.status === 'cancelled'" class="is-first" @click="emit('gone')">{{
        says.seen
      }}</v-btn>
      <v-btn v-else-if="call.status === 'held'" @click="emit('release')">{{ says.release }}</v-btn>
      <template v-else-if="call.status !== 'blocked'">
        <v-btn :class="{ 'is-first': isFirst }" :disabled="isAway" @click="emit('fire')">{{
          says.fireN(call.count)
        }}</v-btn>
        <button class="text-key" @click="emit('hold')">{{ says.hold }}</button>
        <span v-if="isAway" class="caption">{{ says.away }}</span>
      </template>
      <span v-if="call.status !== 'cancelled'" class="moves">
        <button v-if="isToMake" class="text-key" @click="emit('make')">{{ says.make }}</button>
        <RouterLink v-else-if="making && !source" class="text-key" :to="`/bench/${making}`">{{
          texts.app.screens.bench
        }}</RouterLink>
        <button class="text-key" :aria-label="`${call.label}: ${says.earlier}`" @click="emit('move', -5)">
          −5
        </button>
        <button class="text-key" :aria-label="`${call.label}: ${says.later}`" @click="emit('move', 5)">
          +5
        </button>
        <button
          v-if="isAhead || call.status === 'blocked'"
          class="text-key"
          :aria-label="`${call.label}: ${says.cancel}`"
          @click="emit('cancel')"
        >
          ✕
        </button>
      </span>
    </div>
    <GuestDecision
      v-if="call.bar && call.status === 'blocked'"
      :call="call"
      :ways="ways"
      @decide="emit('decide', $event)"
    />
  </li>
</template>

<style scoped>
.call {
  display: grid;
  grid-template-columns: 168px minmax(0, 1.1fr) 200px minmax(0, 1fr) 256px;
  gap: 4px 16px;
  align-items: center;
  min-height: 97px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
.when {
  display: flex;
  align-items: baseline;
  justify-content: flex-end;
  gap: 8px;
}
.when.act {
  flex-direction: column;
  align-items: flex-start;
  gap: 0;
  padding: 6px 12px;
  background: var(--ember-fill);
  color: var(--on-ember);
}
.when .on {
  color: inherit;
}
.verb {
  font-size: var(--type-title);
  font-weight: var(--weight-key);
  line-height: 1;
}
.seconds {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 1;
}
.word {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.dish {
  font-size: 26px;
  font-weight: var(--weight-key);
  line-height: 1.1;
}
.of {
  display: flex;
  align-items: center;
  gap: 8px;
}
.of svg {
  flex: none;
}
.sauce {
  font-size: 28px;
}
.rule {
  min-width: 0;
}
.rule svg {
  display: block;
  overflow: visible;
}
.runs {
  stroke: var(--ink);
  stroke-width: 5;
}
.plate {
  stroke: var(--ink);
  stroke-width: 2;
}
.now {
  stroke: var(--ember);
  stroke-width: 2;
}
.rule text {
  font-size: 18px;
  fill: var(--ink);
}
.rule path {
  fill: var(--ink);
}
.under {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px;
}
.asks {
  padding: 0 6px;
  border: 1.75px solid var(--ink);
  color: var(--ink);
  font-weight: var(--weight-key);
}
.keys {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: flex-end;
  gap: 0 12px;
  max-width: 256px;
}
.earliest {
  padding-left: 0;
  text-align: left;
}
.moves {
  display: flex;
  justify-content: flex-end;
  gap: 4px;
}
@media (max-width: 900px) {
  .call {
    grid-template-columns: 150px minmax(0, 1fr) minmax(0, 0.8fr) 220px;
    min-height: 122px;
  }
  .rule {
    grid-column: 2 / 4;
  }
  .keys {
    grid-column: 4;
    grid-row: 1 / span 2;
  }
}
</style>
