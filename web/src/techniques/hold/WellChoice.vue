<script setup lang="ts">
import {
  HOLD_WALLS,
  holdLimits,
  type BatchView,
  type HoldPlace,
  type HoldWall,
  type Well,
} from '@liquamen/core'
import { computed, ref, shallowRef, toRef } from 'vue'
import type { Bench } from '../../bench/useBench'
import type { Entry } from '../../port/makeFact'
import { useKitchenViews } from '../../port/useKitchenViews'
import { clockText, numberText } from '../../ui/format'
import AskedRow from '../../ui/AskedRow.vue'
import { texts } from '../../ui/texts'
import { holdTexts as says } from './texts'
import { useKeepChoices } from './useKeepChoices'

/** Where a finished sauce is put by: each place with how long it may stand there, and what ends it. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  /** It may also stand in no well, with its clock. */ hasAside?: boolean
}>()
const { kitchen, catalog, inWell } = useKitchenViews()
const { choices, hazard, rules } = useKeepChoices(toRef(props, 'view'))
const wall = ref<HoldWall>('metal')
/** How long it may stand there; a flask is metal whatever else is. */
function marginAt(place: HoldPlace, wellId?: string): string {
  const found = choices.value.find(
    (c) => c.place === place && c.well?.id === wellId && (place === 'flask' || c.wall === wall.value),
  )
  return found ? says.stands(numberText(found.margin.min), says.short[found.margin.binds]) : ''
}
/** The well that the evening's plan keeps for it. */
const plannedWellId = computed(() => props.view.state.planned?.at?.find((a) => a.wellId)?.wellId)
const BESIDE = ['side', 'shelf', 'flask'] as const
/** Each well with what stands in it: the same sauce may be topped up, with the older clock; another may not. */
const wells = computed(() =>
  (catalog.value?.wells ?? []).map((well) => {
    const there = inWell(well.id)
    return {
      well,
      there,
      isSame: there?.formula.id === props.view.formula.id,
      isOver: there?.hold?.clock.state === 'pastCode' || there?.hold?.clock.state === 'pastHouse',
    }
  }),
)

/** New never onto old; where a person does it all the same, the older clock goes on. */
const asked = shallowRef<{ readonly well: Well; readonly there: BatchView }>()
async function putOnto(): Promise<void> {
  const onto = asked.value
  asked.value = undefined
  if (onto) await put('well', onto.well, onto.there)
}
async function put(place: HoldPlace, well?: Well, there?: BatchView): Promise<void> {
  await props.bench.attempt(() => keepIn(place, well, there))
}
async function keepIn(place: HoldPlace, well: Well | undefined, there: BatchView | undefined): Promise<void> {
  const { state } = props.view
  if (!rules.value) return
  const onto = there?.hold
    ? {
        batchId: there.state.id,
        clockStartedAtMs: Math.round(there.hold.clock.startedAtMs),
        portions: there.hold.portionsLeft,
      }
    : null
  const stands: Entry = {
    kind: 'hold.started',
    streamId: state.id,
    payload: {
      wellId: well?.id ?? null,
      letter: well?.letter ?? '',
      place,
      wall: place === 'flask' ? 'metal' : wall.value,
      limits: holdLimits(rules.value),
      portions: state.plan?.yieldPortions ?? 0,
      onto,
      ...(hazard.value ? { hazard: hazard.value } : {}),
    },
  }
  const reason = `${props.view.formula.name} ${clockText(there?.hold?.clock.startedAtMs ?? 0)}`
  const merges: Entry[] = there
    ? [{ kind: 'batch.finished', streamId: there.state.id, payload: { result: 'merged', reason } }]
    : []
  await kitchen.recordAll([stands, ...merges])
}
</script>

<template>
  <div class="wells">
    <div class="keys-row" role="group" :aria-label="says.wall">
      <p class="label asks">{{ texts.emulsion.chooseWell }}</p>
      <v-btn v-for="w in HOLD_WALLS" :key="w" :aria-pressed="wall === w" @click="wall = w">{{
        says.walls[w]
      }}</v-btn>
    </div>
    <div class="keys-row">
      <v-btn
        v-for="{ well, there, isSame, isOver } in wells"
        :key="well.id"
        :class="{ 'is-first': well.id === plannedWellId && !there }"
        :disabled="there !== undefined && (!isSame || isOver)"
        @click="there ? (asked = { well, there }) : put('well', well)"
        >{{ well.letter }}
        <small>{{
          there
            ? isSame && !isOver
              ? texts.emulsion.onto(there.formula.name, clockText(there.hold?.clock.startedAtMs ?? 0))
              : texts.emulsion.taken(there.formula.name)
            : [texts.emulsion.free, marginAt('well', well.id)].filter(Boolean).join(' · ')
        }}</small></v-btn
      >
    </div>
    <AskedRow
      v-if="asked"
      :asks="says.newOntoOld(asked.there.formula.name, clockText(asked.there.hold?.clock.startedAtMs ?? 0))"
    >
      <v-btn @click="putOnto">{{ says.ontoYes }}</v-btn><v-btn class="is-first" @click="asked = undefined">{{
        says.ontoNo
      }}</v-btn>
    </AskedRow>
    <div v-if="hasAside" class="keys-row">
      <v-btn v-for="place in BESIDE" :key="place" @click="put(place)"
        >{{ says.places[place] }} <small>{{ marginAt(place) }}</small></v-btn
      >
    </div>
    <p class="caption">{{ says.wallsFor }}</p>
    <p v-if="rules" class="caption">
      {{ texts.emulsion.rules(numberText(rules.holdLimitH), texts.emulsion.codes[rules.code] ?? rules.code) }}
    </p>
  </div>
</template>

<style scoped>
.wells {
  display: grid;
  gap: 10px;
  margin-top: 14px;
}
.asks {
  align-self: center;
}
</style>
