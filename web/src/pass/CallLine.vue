<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import {
  isAhead as isCallAhead,
  type Call,
  type GuestSauce,
  type OtherSauce,
  type PlatesDecided,
  type Source,
  type VesselProfile,
} from '@liquamen/core'
import { computed, ref } from 'vue'
import { clockText, numberText, spanText, spanWords } from '../ui/format'
import { texts } from '../ui/texts'
import VesselChip from '../vessel/VesselChip.vue'
import CallRule from './CallRule.vue'
import GuestDecision from './GuestDecision.vue'
import OtherSauces from './OtherSauces.vue'
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
  /** What stands ready in place of its sauce, where that is late or not there. */
  others: readonly OtherSauce[]
  /** The batch that is made for it by itself. */
  making: string | undefined
  /** What must stand ready before that is begun. */
  ready: readonly string[]
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
  return [props.source, ...props.source.also].map(says.fromPlace).join(` ${says.andFrom} `)
})
/** Nothing of its sauce stands ready and nobody makes any. */
const isToMake = computed(
  () => !props.source && !props.making && !props.call.isWithout && !props.call.bar && isAhead.value,
)
const isAhead = computed(() => isCallAhead(props.call))
const isChoosing = ref(false)
function take(other: OtherSauce): void {
  isChoosing.value = false
  const { formulaId, choices } = other
  emit('decide', { decision: 'variant', formulaId, ...(choices ? { choices } : {}) })
}
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
  ...(isInstead.value ? [says.insteadTold] : []),
  ...(props.call.status === 'cancelled' ? [says.cancelledTold] : []),
])
/** Tonight's other sauce goes on plates whose own was not there. */
const isInstead = computed(
  () =>
    props.call.guestId === undefined &&
    !props.call.isWithout &&
    props.call.plates.some((p) => p.dish.formulaId !== props.call.sauce.formulaId),
)
</script>

<template>
  <li class="call" :class="call.status" :data-call="call.callId">
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
      <button
        v-if="others.length"
        class="text-key earliest"
        :aria-expanded="isChoosing"
        @click="isChoosing = !isChoosing"
      >
        {{ says.others.key }}
      </button>
      <p v-if="call.addedSince" class="roux label">▽ {{ says.added(call.addedSince) }}</p>
      <p v-if="call.fewerSince" class="roux label">▽ {{ says.fewer(call.fewerSince) }}</p>
      <p v-for="line in told" :key="line" class="wine label">✕ {{ line }}</p>
      <p v-if="ready.length" class="roux caption">▽ {{ says.readyFirst(ready.join(', ')) }}</p>
    </div>
    <CallRule class="rule" :call="call" :details="details" :now-ms="nowMs" />
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
        <v-btn
          :class="{ 'is-first': isFirst && (source || call.isWithout) }"
          :disabled="isAway"
          @click="emit('fire')"
          >{{ says.fireN(call.count) }}</v-btn
        >
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
    <OtherSauces v-if="isChoosing && others.length" :call="call" :others="others" @take="take" />
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
