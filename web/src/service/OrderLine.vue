<script setup lang="ts">
import type { GuestDetails } from '@liquamen/contracts'
import {
  chosenFormula,
  isSettled,
  type Formula,
  type BatchState,
  type AllergenDecision,
  type Allergen,
  type OrderState,
} from '@liquamen/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useKitchen } from '../port/useKitchen'
import { clockText } from '../ui/format'
import { texts } from '../ui/texts'
import { orderFindings } from './orderFindings'
import VesselChip from '../vessel/VesselChip.vue'

const props = defineProps<{
  order: OrderState
  /** The batch made for it, if any. */
  batch: BatchState | undefined
  details: GuestDetails | undefined
}>()
const emit = defineEmits<{ plan: [] }>()
const kitchen = useKitchen()
const router = useRouter()
const taken = computed(() => props.order.taken!)
const formula = computed(() =>
  chosenFormula((kitchen.catalog?.formulas ?? []) as readonly Formula[], taken.value.formulaId, taken.value.choices),
)
const checked = computed(() => orderFindings(props.order, props.details, formula.value, kitchen.ingredients))
const findings = computed(() =>
  checked.value.findings.map((f) => ({
    ...f,
    settled: isSettled(f, checked.value.findings),
    name: kitchen.ingredients.get(f.ingredientId)?.name ?? f.ingredientId,
  })),
)
const isBlocked = computed(() => checked.value.isBlocked)
const pan = computed(() => kitchen.catalog?.pans.find((p) => p.id === props.batch?.planned?.panId) ?? kitchen.catalog?.pans[0])
const isLate = computed(() => props.batch?.plan?.isLate === true)
const status = computed(() =>
  !props.batch
    ? texts.service.toPlan
    : props.batch.status === 'planned'
      ? texts.service.planned
      : props.batch.status === 'underWay'
        ? texts.service.underWay
        : texts.service.served,
)
const decide = (f: { allergen: Allergen; ingredientId: string }, decision: AllergenDecision) =>
  void kitchen.record('allergen.decided', props.order.id, { allergen: f.allergen, ingredientId: f.ingredientId, decision })
const cancel = () => void kitchen.record('order.cancelled', props.order.id, { reason: '' })
</script>

<template>
  <li class="line">
    <span class="count">{{ taken.portions }}</span>
    <div class="what">
      <p>
        <VesselChip v-if="pan" :profile="pan.profile" :fill="formula?.fill ?? ''" :level-mm="34" />
        <span class="sauce">{{ formula?.name }}</span> <span class="label">{{ taken.label }}</span>
      </p>
      <p v-if="details?.note" class="reading soft">{{ details.note }}</p>
      <p v-if="details?.noLightlyCookedEgg && formula?.emulsion" class="wine label">✕ {{ texts.service.lightEggTold }}</p>
      <ul v-if="findings.length" class="findings">
        <li v-for="f in findings" :key="f.allergen + f.ingredientId">
          <span class="box">{{ texts.allergens[f.allergen] }}</span> {{ f.name }}: <strong>{{ texts.service[f.mark] }}</strong>
          <span v-if="f.decision" class="sorrel">✓ {{ texts.service.decided[f.decision] }}</span>
          <span v-else-if="f.settled" class="sorrel">✓</span>
          <span v-else class="keys"
            ><v-btn v-if="f.mark === 'unknownLabel'" @click="decide(f, 'labelClear')">{{ texts.service.labelClear }}</v-btn
            ><v-btn @click="decide(f, 'leaveOff')">{{ texts.service.leaveOff }}</v-btn
            ><v-btn v-if="f.mark === 'mayContain'" @click="decide(f, 'goOn')">{{ texts.service.goOn }}</v-btn></span
          >
        </li>
      </ul>
      <p v-if="isBlocked" class="wine label">✕ {{ texts.service.decide }}</p>
      <p v-if="isLate" class="roux label">
        ▽ {{ texts.service.late(clockText(taken.pickupAtMs), clockText(batch?.plan?.earliestReadyAtMs ?? 0)) }}
      </p>
    </div>
    <time class="when">{{ clockText(taken.pickupAtMs) }}</time>
    <div class="keys end">
      <span class="soft">{{ status }}</span>
      <v-btn v-if="!batch" class="is-first" :disabled="isBlocked" @click="emit('plan')">{{ texts.service.plan }}</v-btn>
      <v-btn v-else-if="batch.status === 'planned' || batch.status === 'underWay'" @click="router.push(`/bench/${batch.id}`)">{{
        texts.app.screens.bench
      }}</v-btn>
      <v-btn v-else @click="router.push(`/log/${batch.id}`)">{{ texts.app.screens.log }}</v-btn>
      <v-btn v-if="!batch" @click="cancel">{{ texts.service.cancelOrder }}</v-btn>
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 110px 330px;
  gap: 6px 24px;
  align-items: start;
  padding: 12px 0;
  border-bottom: 1px solid var(--hair);
}
.count {
  font-size: 56px;
  font-weight: 560;
  text-align: right;
  line-height: 1;
}
.what {
  display: grid;
  gap: 4px;
  padding-top: 6px;
}
.what .sauce {
  font-size: 30px;
}
.when {
  font-size: 42px;
  font-weight: 560;
  line-height: 1.2;
}
.keys {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.end {
  justify-content: end;
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
  font-weight: 640;
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 64px minmax(0, 1fr) auto;
  }
  .end {
    grid-column: 2 / -1;
    justify-content: start;
  }
}
</style>
