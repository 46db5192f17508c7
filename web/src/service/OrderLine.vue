<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import {
  chosenFormula,
  hasLightEgg,
  isSettled,
  lateReadyAtMs,
  orderFindings,
  waysAround,
  type Allergen,
  type AllergenDecision,
  type BatchState,
  type Choices,
  type Formula,
  type OrderState,
} from '@liquamen/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { choiceWords } from '../book/choiceWords'
import { guestAsks } from '../port/guestAsks'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { clockText, dayText, isoDayText } from '../ui/format'
import { texts } from '../ui/texts'
import VesselChip from '../vessel/VesselChip.vue'

const props = defineProps<{
  order: OrderState
  /** The batches made for it. */
  batches: readonly BatchState[]
  details: GuestDetails | undefined
}>()
const emit = defineEmits<{ plan: []; change: [batch: BatchState]; cancel: [] }>()
const { kitchen, current, nowMs } = useKitchenViews()
const router = useRouter()
const taken = computed(() => props.order.taken!)
const formulas = computed(() => (kitchen.catalog?.formulas ?? []) as readonly Formula[])
const formula = computed(() => chosenFormula(formulas.value, taken.value.formulaId, taken.value.choices))
const words = computed(() => choiceWords(formulas.value, taken.value, kitchen.ingredients))
const asks = computed(() => guestAsks(props.order, props.details))
const checked = computed(() => formula.value && orderFindings(formula.value, asks.value, kitchen.ingredients))
const findings = computed(() =>
  (checked.value?.findings ?? []).map((f, _, all) => ({
    ...f,
    settled: isSettled(f, all),
    name: kitchen.ingredients.get(f.ingredientId)?.name ?? f.ingredientId,
  })),
)
const isBlocked = computed(() => (checked.value?.bars.size ?? 0) > 0)
const mustNotHaveEgg = computed(
  () =>
    props.details?.noLightlyCookedEgg === true &&
    formula.value !== undefined &&
    hasLightEgg(formula.value, kitchen.ingredients),
)
const pan = computed(() => {
  const id = Object.values(props.batches[0]?.planned?.vessels ?? {})[0]
  return kitchen.catalog?.pans.find((p) => p.id === id) ?? kitchen.catalog?.pans[0]
})
const isAnotherDay = computed(() => isoDayText(taken.value.pickupAtMs) !== isoDayText(nowMs.value))
/** When its last batch is ready, where that is too late. */
const lateAtMs = computed(() => {
  const late = props.batches.flatMap((b) => {
    const view = current.value.find((v) => v.state.id === b.id)
    return (view && lateReadyAtMs(view, nowMs.value)) ?? []
  })
  return late.length ? Math.max(...late) : undefined
})
const lines = computed(() =>
  props.batches.map((batch) => ({
    batch,
    says: texts.batch.result[batch.status],
    portions: portionsOf(batch),
  })),
)
const portionsOf = (batch: BatchState) =>
  batch.planned?.shares.find((s) => s.orderId === props.order.id)?.portions ?? 0
/** Portions that no batch is planned for: all, or those of a batch that was taken off or discarded. */
const unplanned = computed(() => taken.value.portions - lines.value.reduce((sum, l) => sum + l.portions, 0))
const isMade = (batch: BatchState) => batch.status === 'planned' || batch.status === 'underWay'
const WAYS_SHOWN = 4
/** How the sauce could be made so that its guest may have it, while nothing is planned for it: what would be chosen beside what is. */
const ways = computed(() => {
  if (!isBlocked.value || props.batches.length) return []
  return waysAround(formulas.value, { ...taken.value, ...asks.value }, kitchen.ingredients)
    .slice(0, WAYS_SHOWN)
    .map((choices) => ({
      choices,
      says: choiceWords(formulas.value, { ...taken.value, choices }, kitchen.ingredients)
        .filter((word) => !words.value.includes(word))
        .join(', '),
    }))
})
/** The order is corrected: it is asked for in that way from now on. */
function makeSo(choices: Choices): void {
  const told = kitchen.factsOf(props.order.id).find((f) => f.kind === 'order.taken')
  if (!told) return
  const payload = { ...taken.value, choices }
  void tapped(() =>
    kitchen.recordAll([
      {
        kind: 'fact.corrected',
        streamId: props.order.id,
        streamKind: 'order',
        payload: { factId: told.id, kind: told.kind, payload },
      },
    ]),
  )
}
const decide = (f: { allergen: Allergen; ingredientId: string }, decision: AllergenDecision) =>
  tapped(() =>
    kitchen.record('allergen.decided', props.order.id, {
      allergen: f.allergen,
      ingredientId: f.ingredientId,
      decision,
    }),
  )
</script>

<template>
  <li class="line">
    <span class="count">{{ taken.portions }}</span>
    <div class="what">
      <p>
        <VesselChip v-if="pan" :profile="pan.profile" :fill="formula?.fill ?? ''" :level-mm="34" />
        <span class="sauce">{{ formula?.name }}</span> <span class="label">{{ taken.label }}</span>
      </p>
      <p v-if="words.length" class="caption">{{ words.join(' · ') }}</p>
      <p v-if="details?.note" class="reading soft">{{ details.note }}</p>
      <p v-if="mustNotHaveEgg" class="wine label">✕ {{ texts.service.lightEggTold }}</p>
      <ul v-if="findings.length" class="findings">
        <li v-for="f in findings" :key="f.allergen + f.ingredientId">
          <span class="box">{{ texts.allergens[f.allergen] }}</span> {{ f.name }}:
          <strong>{{ texts.service[f.mark] }}</strong>
          <span v-if="f.decision" class="sorrel">✓ {{ texts.service.decided[f.decision] }}</span>
          <span v-else-if="f.settled" class="sorrel">✓</span>
          <span v-else class="keys-row"
            ><v-btn v-if="f.mark === 'unknownLabel'" @click="decide(f, 'labelClear')">{{
              texts.service.labelClear
            }}</v-btn
            ><v-btn @click="decide(f, 'leaveOff')">{{ texts.service.leaveOff }}</v-btn
            ><v-btn v-if="f.mark === 'mayContain'" @click="decide(f, 'goOn')">{{
              texts.service.goOn
            }}</v-btn></span
          >
        </li>
      </ul>
      <div v-if="ways.length" class="keys-row">
        <span class="label">{{ texts.service.madeInstead }}</span>
        <v-btn v-for="way in ways" :key="way.says" @click="makeSo(way.choices)">{{ way.says }}</v-btn>
      </div>
      <p v-if="isBlocked" class="wine label">✕ {{ texts.service.decide }}</p>
      <p v-if="lateAtMs" class="roux label">▽ {{ texts.service.lateBy(clockText(lateAtMs)) }}</p>
    </div>
    <p class="when">
      <span v-if="isAnotherDay" class="caption">{{ dayText(taken.pickupAtMs) }}</span>
      <time>{{ clockText(taken.pickupAtMs) }}</time>
    </p>
    <div class="ends">
      <div v-for="l in lines" :key="l.batch.id" class="keys-row">
        <span class="soft">{{ lines.length > 1 ? `${l.portions} ` : '' }}{{ l.says }}</span>
        <v-btn v-if="isMade(l.batch)" @click="router.push(`/bench/${l.batch.id}`)">{{
          texts.app.screens.bench
        }}</v-btn>
        <v-btn v-else @click="router.push(`/log/${l.batch.id}`)">{{ texts.app.screens.log }}</v-btn>
        <v-btn v-if="l.batch.status === 'planned'" @click="emit('change', l.batch)">{{
          texts.plan.changeIt
        }}</v-btn>
      </div>
      <div v-if="unplanned > 0" class="keys-row">
        <span class="soft">{{ lines.length ? `${unplanned} ` : '' }}{{ texts.service.toPlan }}</span>
        <v-btn class="is-first" :disabled="isBlocked" @click="emit('plan')">{{ texts.service.plan }}</v-btn>
      </div>
      <div v-if="!batches.some((b) => b.status !== 'planned')" class="keys-row">
        <v-btn @click="emit('cancel')">{{ texts.service.cancelOrder }}</v-btn>
      </div>
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 120px 380px;
  gap: 6px 24px;
  align-items: start;
  padding: 12px 0;
  border-bottom: 1px solid var(--hair);
}
.count {
  font-size: var(--type-clock);
  font-weight: var(--weight-plain);
  text-align: right;
  line-height: 1;
}
.what {
  display: grid;
  gap: 4px;
  padding-top: 6px;
}
.what .sauce {
  font-size: var(--type-key);
}
.when {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
  line-height: 1.2;
}
.keys-row {
  justify-content: end;
}
.what .keys-row {
  justify-content: start;
}
.ends {
  display: grid;
  gap: 6px;
  padding-top: 4px;
}
.findings li {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 48px;
}
.box {
  border: 1.75px solid var(--ink);
  padding: 2px 8px;
  font-weight: var(--weight-key);
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 64px minmax(0, 1fr) auto;
  }
  .ends {
    grid-column: 2 / -1;
  }
  .keys-row {
    justify-content: start;
  }
}
</style>
