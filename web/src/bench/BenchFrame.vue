<script setup lang="ts">
import {
  childrenOf,
  GRADE_NAMES,
  lateReadyAtMs,
  readyFirst,
  SPOON_GRADES,
  type BatchView,
  type Formula,
} from '@liquamen/core'
import { computed, provide, ref, toRef } from 'vue'
import { useRouter } from 'vue-router'
import { choiceWords } from '../book/choiceWords'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { roomOf } from '../techniques/registry'
import AskedRow from '../ui/AskedRow.vue'
import HoldButton from '../ui/HoldButton.vue'
import { clockText, spanWords } from '../ui/format'
import { useAfreshGoods } from '../rescue/useAfreshGoods'
import { texts } from '../ui/texts'
import { askedOnce } from './askedOnce'
import BarredAsk from './BarredAsk.vue'
import { benchViewKey } from './benchView'
import CautionLines from './CautionLines.vue'
import SplitPanel from './SplitPanel.vue'
import { splitTexts } from './splitTexts'
import TasteHere from './TasteHere.vue'
import type { useBench } from './useBench'

const props = defineProps<{
  view: BatchView
  bench: ReturnType<typeof useBench>
  /** What stands before the sauce's name: its ring, or its well. */ place: string
  /** The bench shows the cautions itself. */ hasOwnCautions?: boolean
}>()
provide(benchViewKey, { view: toRef(props, 'view'), bench: props.bench })
const nowMs = useKitchenNow()
const router = useRouter()
const kitchen = useKitchen()
const reason = ref('')
const isDiscarding = ref(false)
const isSplitting = ref(false)
const state = computed(() => props.view.state)
/** Some of it may become another sauce here: nothing went into this step yet. */
const canSplit = computed(
  () =>
    (state.value.plan?.yieldPortions ?? 0) > 1 &&
    childrenOf(state.value, (kitchen.catalog?.formulas ?? []) as readonly Formula[]).length > 0,
)
const plan = computed(() => state.value.plan)
const steps = computed(() =>
  props.view.formula.steps.map((s) => ({
    ...s,
    isDone: state.value.steps[s.id]?.finishedAtMs !== undefined,
    isHere: s.id === props.view.step?.id,
  })),
)
/** What goes on beside this step, by the rooms that its sauce passes. */
const besides = computed(() => [...new Set(props.view.formula.steps.flatMap((s) => roomOf(s).Beside ?? []))])
const words = computed(() =>
  choiceWords(
    (kitchen.catalog?.formulas ?? []) as readonly Formula[],
    state.value.planned,
    kitchen.ingredients,
  ).join(' · '),
)
/** What must stand ready before this step is begun, since it cannot be stopped for it. */
const readyNames = computed(() =>
  props.view.stepStartedAtMs === undefined && !props.view.hold
    ? readyFirst(props.view.formula, props.view.step).map((id) => kitchen.ingredients.get(id)?.name ?? id)
    : [],
)
const lateAtMs = computed(() => lateReadyAtMs(props.view, nowMs.value))
/** The step whose end may be taken back, however long ago it was. */
const reopening = ref<string>()
const reopenable = computed(() => steps.value.find((s) => s.id === reopening.value && s.isDone))
/** Why a step's end is doubtful, as it is asked. */
const doubt = computed(() => {
  const of = props.bench.doubt.value
  if (of?.stillIn) return askedOnce.stillIn(of.stillIn)
  if (of?.hotFor) return askedOnce.stillHot[of.hotFor]
  if (of?.leftMs !== undefined) return askedOnce.early(spanWords(of.leftMs))
  return of?.saw ? askedOnce.noSpoon : ''
})
async function reopen(stepId: string): Promise<void> {
  if (await props.bench.reopen(stepId)) reopening.value = undefined
}
const afresh = useAfreshGoods(computed(() => props.view.state))
const failsText = computed(() =>
  plan.value && plan.value.latestStartAtMs > nowMs.value
    ? `${texts.bench.freshStart(clockText(plan.value.latestStartAtMs), clockText(plan.value.pickupAtMs))}: ${afresh.list.value}`
    : texts.bench.tooLate(clockText(nowMs.value + (plan.value?.totalMin.value ?? 0) * 1.2 * 60_000)),
)
async function discard(): Promise<void> {
  if (await props.bench.finish('discarded', reason.value.trim())) await router.push(`/log/${state.value.id}`)
}
</script>

<template>
  <div class="bench-page">
    <div class="titles">
      <h1>
        <span class="ring">{{ place }}</span> <span class="sauce">{{ view.formula.name }}</span>
      </h1>
      <p class="soft for">
        {{ texts.service.platesFor(plan?.portions ?? 0, clockText(plan?.pickupAtMs ?? 0)) }} ·
        {{ view.pan.name }}
        <template v-if="words"> · {{ words }}</template>
        <RouterLink v-if="state.status === 'planned'" :to="`/service?change=${state.id}`">{{
          texts.plan.changeIt
        }}</RouterLink>
      </p>
      <p v-if="lateAtMs" class="roux label" role="status">
        ▽ {{ texts.service.lateBy(clockText(lateAtMs)) }}
      </p>
    </div>
    <ol class="steps" :aria-label="texts.batch.step">
      <li
        v-for="s in steps"
        :key="s.id"
        :class="{ done: s.isDone, here: s.isHere }"
        :aria-current="s.isHere ? 'step' : undefined"
      >
        <button
          v-if="s.isDone"
          class="done-step"
          :aria-expanded="reopening === s.id"
          @click="reopening = reopening === s.id ? undefined : s.id"
        >
          <span class="sorrel" aria-hidden="true">✓ </span>{{ s.verb }}</button
        ><template v-else>{{ s.verb }}</template>
      </li>
    </ol>
    <p v-if="reopenable" class="question-row">
      <v-btn @click="reopen(reopenable.id)">{{ texts.bench.reopen(reopenable.verb) }}</v-btn>
      <v-btn @click="reopening = undefined">{{ texts.app.cancel }}</v-btn>
    </p>
    <component :is="line" v-for="(line, i) in besides" :key="i" :view="view" :bench="bench" />
    <p v-if="readyNames.length" class="roux label">▽ {{ texts.bench.readyFirst(readyNames.join(', ')) }}</p>
    <!-- before the room: under it they would lie behind the keys where a line more is said above -->
    <CautionLines v-if="!hasOwnCautions" class="above" :view="view" />
    <slot />
    <TasteHere
      v-if="view.step && view.step.technique !== 'season' && !view.hold"
      :view="view"
      :bench="bench"
    />
    <div class="low">
      <p v-if="bench.problem.value" class="wine label" role="alert">✕ {{ bench.problem.value }}</p>
      <AskedRow
        v-if="bench.ringTaken.value"
        :name="texts.bench.ringTaken"
        :asks="texts.bench.ringHas(bench.ringTaken.value.ring.number, bench.ringTaken.value.sauce)"
      >
        <v-btn @click="bench.waitForRing()">{{ texts.app.cancel }}</v-btn><v-btn
          v-if="bench.ringTaken.value.elsewhere"
          class="is-first"
          @click="bench.startElsewhere()"
          >{{ texts.bench.startBatch }} {{ bench.ringTaken.value.elsewhere.number }}</v-btn
        ><span v-else>{{ texts.bench.noRing }}</span>
      </AskedRow>
      <BarredAsk :bench="bench" />
      <AskedRow v-if="bench.doubt.value" :asks="doubt">
        <template v-if="bench.doubt.value.saw"
          ><v-btn v-for="g in SPOON_GRADES" :key="g" @click="bench.doubt.value?.saw?.(g)">{{
            texts.book.coats[GRADE_NAMES[g]]
          }}</v-btn></template
        >
        <v-btn @click="bench.doubt.value?.goOn()">{{ askedOnce.earlyYes }}</v-btn><v-btn
          class="is-first"
          @click="bench.stay()"
          >{{ askedOnce.earlyNo }}</v-btn
        >
      </AskedRow>
      <slot name="entry" />
      <SplitPanel v-if="isSplitting && canSplit" :view="view" :bench="bench" @close="isSplitting = false" />
      <div v-if="isDiscarding" class="choice-row">
        <v-text-field v-model="reason" :label="texts.bench.discardReason" maxlength="300" /><HoldButton
          :disabled="!reason.trim()"
          @held="discard"
          >{{ texts.bench.discard }}</HoldButton
        ><v-btn @click="isDiscarding = false">{{ texts.app.cancel }}</v-btn>
      </div>
      <p class="fails">
        <span
          ><strong>{{ texts.bench.fails }}</strong> <span class="soft">{{ failsText }}</span>
          <span v-if="afresh.short.value" class="roux"> ▽ {{ afresh.short.value }}</span></span
        ><span class="ends"
          ><button v-if="bench.undo.value" class="text-key discard undo" @click="bench.takeBack()">
            {{ texts.app.undo }} <small>{{ bench.undo.value.says }}</small></button
          ><button v-if="canSplit && !isSplitting" class="text-key discard" @click="isSplitting = true">
            {{ splitTexts.key }}</button
          ><button
            v-if="state.status === 'underWay' && !isDiscarding"
            class="text-key discard"
            @click="isDiscarding = true"
          >
            {{ texts.bench.discardKey }}
          </button></span
        >
      </p>
      <div class="keys-row bar"><slot name="keys" /></div>
    </div>
  </div>
</template>

<style scoped>
.bench-page {
  display: flex;
  flex-direction: column;
  min-height: calc(var(--screen-h) - 172px);
}
.titles {
  display: flex;
  align-items: baseline;
  gap: 20px;
  flex-wrap: wrap;
}
h1 {
  font-size: var(--type-title);
  line-height: 1.1;
}
.ring {
  font-weight: var(--weight-key);
}
.for {
  font-size: var(--type-label);
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 28px;
  margin: 2px 0;
}
.steps li {
  display: flex;
  align-items: center;
  min-height: 48px;
  font-size: var(--type-text);
  color: var(--ink-soft);
  padding-bottom: 4px;
}
.done-step {
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  min-height: 48px;
  padding: 0;
  cursor: pointer;
}
.done-step:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.for a {
  color: inherit;
  font-weight: var(--weight-key);
  margin-left: 8px;
}
.steps li.here {
  color: var(--ink);
  font-weight: var(--weight-key);
  border-bottom: 3px solid var(--ink);
}
.above {
  margin-bottom: 6px;
}
.low {
  margin-top: auto;
  position: sticky;
  bottom: var(--foot);
  background: var(--bone);
  z-index: 3;
  padding-top: 2px;
} /* the keys stay over the rule, whatever calls push down */
.fails {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: var(--type-text);
  min-height: 40px;
}
.discard {
  padding: 0 12px;
  color: var(--ink-soft);
}
.undo {
  color: var(--ink);
}
.ends {
  white-space: nowrap;
}
.bar {
  justify-content: flex-end;
}
.bar :deep(.v-btn) {
  min-height: 64px !important;
  font-size: var(--type-key) !important;
}
</style>
