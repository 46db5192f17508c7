<script setup lang="ts">
import type { BatchState, OrderState } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { choicesFromQuery } from '../ui/choicesInAddress'
import { cadenceTexts } from '../cadence/texts'
import { texts } from '../ui/texts'
import { nearOrders } from './nearOrders'
import OrderForm from './OrderForm.vue'
import OrderLine from './OrderLine.vue'
import PlanSheet from './PlanSheet.vue'
import ServiceBrief from './ServiceBrief.vue'
import { briefTexts } from './texts.brief'
import { useService } from './useService'

const { kitchen, catalog, openOrders, batchesOfOrder } = useKitchenViews()
const { service, openService } = useService()
const UNDO_MS = 8000
interface Planning {
  readonly orders: readonly OrderState[]
  readonly batch?: BatchState
}
const { query } = useRoute()
const ordersOf = (batch: BatchState) =>
  (batch.planned?.shares ?? []).flatMap((s) => kitchen.orders.get(s.orderId) ?? [])
/** A bench or a station may ask for its planned batch to be changed. */
const asksChange = kitchen.batches.get(typeof query.change === 'string' ? query.change : '')
/** One that was discarded may be asked for anew: what of its orders is not made. */
const asksRestart = kitchen.batches.get(typeof query.restart === 'string' ? query.restart : '')
/** The pass may ask for one of its calls to be made by itself. */
const asksPlan = kitchen.orders.get(typeof query.plan === 'string' ? query.plan : '')
function firstPlanning(): Planning | undefined {
  if (asksChange?.status === 'planned') return { orders: ordersOf(asksChange), batch: asksChange }
  const wanted = [...(asksPlan ? [asksPlan] : []), ...(asksRestart ? ordersOf(asksRestart) : [])]
  const orders = wanted.map(rest).filter((o) => (o.taken?.portions ?? 0) > 0)
  return orders.length ? { orders } : undefined
}
const planning = ref<Planning | undefined>(firstPlanning())
/** The Book may ask for an order of its sauce. */
const asked = query.sauce
const askedFormula = computed(() => catalog.value?.formulas.find((f) => f.id === asked))
const askedChoices = computed(() => choicesFromQuery(query, askedFormula.value))
const isTaking = ref(typeof asked === 'string')
const MADE: readonly BatchState['status'][] = ['finished', 'stored', 'merged']
/** Served once every batch that was made for it is. */
const isServed = (o: OrderState) => {
  const batches = batchesOfOrder(o.id)
  return batches.length > 0 && batches.every((b) => MADE.includes(b.status))
}
const current = computed(() => openOrders.value.filter((o) => !isServed(o)))
const served = computed(() => openOrders.value.filter(isServed))
const portions = computed(() => current.value.reduce((sum, o) => sum + (o.taken?.portions ?? 0), 0))
const together = computed(() =>
  nearOrders(current.value.filter((o) => batchesOfOrder(o.id).length === 0)).map((orders) => ({
    orders,
    says: texts.service.together(
      orders.length,
      orders.reduce((sum, o) => sum + (o.taken?.portions ?? 0), 0),
      catalog.value?.formulas.find((f) => f.id === orders[0]?.taken?.formulaId)?.name ?? '',
    ),
  })),
)
/** The order cancelled last, while it may be taken back. */
const cancelled = ref<{ readonly factId: string; readonly orderId: string }>()
async function cancel(orderId: string): Promise<void> {
  let factId = ''
  const cancelling = async () => (factId = await kitchen.record('order.cancelled', orderId, { reason: '' }))
  if (!(await tapped(cancelling))) return
  const offer = { orderId, factId }
  cancelled.value = offer
  window.setTimeout(() => {
    if (cancelled.value === offer) cancelled.value = undefined
  }, UNDO_MS)
}
async function undoCancel(): Promise<void> {
  const offer = cancelled.value
  cancelled.value = undefined
  if (offer) await tapped(() => kitchen.takeBack([offer.factId], offer.orderId, texts.service.undone))
}
/** Of an order that is partly planned, what is left. */
function rest(order: OrderState): OrderState {
  const planned = batchesOfOrder(order.id).reduce(
    (sum, b) => sum + (b.planned?.shares.find((s) => s.orderId === order.id)?.portions ?? 0),
    0,
  )
  return order.taken
    ? { ...order, taken: { ...order.taken, portions: order.taken.portions - planned } }
    : order
}
</script>

<template>
  <PlanSheet
    v-if="planning && catalog"
    :key="planning.batch?.id ?? planning.orders[0]?.id"
    :orders="planning.orders"
    :batch="planning.batch"
    @close="planning = undefined"
  />
  <template v-else>
    <ServiceBrief v-if="service && catalog" :key="service.id" :service="service" :catalog="catalog" />
    <div class="top">
      <h1>
        <span class="big">{{ portions }}</span>
        <span class="soft"
          >{{ texts.service.portions.toLowerCase() }} · {{ current.length }}
          {{ texts.service.orders.toLowerCase() }}</span
        >
      </h1>
      <div class="keys-row">
        <v-btn v-if="cancelled" @click="undoCancel">{{ texts.service.undoCancel }}</v-btn>
        <v-btn v-if="catalog?.formulas.length && !isTaking && !service" @click="openService">{{
          briefTexts.new
        }}</v-btn>
        <v-btn v-if="catalog?.formulas.length && !isTaking" to="/cadence">{{ cadenceTexts.key }}</v-btn>
        <v-btn v-if="catalog?.formulas.length && !isTaking" class="is-first" @click="isTaking = true">{{
          texts.service.newOrder
        }}</v-btn>
      </div>
    </div>
    <p v-if="!catalog?.formulas.length" class="label">{{ texts.service.emptyKitchen }}</p>
    <OrderForm
      v-else-if="isTaking"
      :formula-id="askedFormula?.id"
      :choices="askedChoices"
      @taken="isTaking = false"
      @cancel="isTaking = false"
    />
    <p v-if="catalog?.formulas.length && current.length === 0 && !isTaking" class="label">
      {{ texts.service.empty }}
    </p>
    <p v-for="t in together" :key="t.orders[0]?.id" class="together">
      <span class="label">{{ t.says }}</span>
      <v-btn @click="planning = { orders: t.orders }">{{ texts.service.plan }}</v-btn>
    </p>
    <ul>
      <OrderLine
        v-for="order in current"
        :key="order.id"
        :order="order"
        :batches="batchesOfOrder(order.id)"
        :details="kitchen.details.get(order.taken?.detailsId ?? '')"
        @plan="planning = { orders: [rest(order)] }"
        @change="(batch) => (planning = { orders: ordersOf(batch), batch })"
        @cancel="cancel(order.id)"
      />
    </ul>
    <template v-if="served.length"
      ><h2 class="label soft">{{ texts.service.served }}</h2>
      <ul>
        <OrderLine
          v-for="order in served"
          :key="order.id"
          :order="order"
          :batches="batchesOfOrder(order.id)"
          :details="kitchen.details.get(order.taken?.detailsId ?? '')"
        /></ul
    ></template>
  </template>
</template>

<style scoped>
.top {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 16px;
  padding-bottom: 10px;
  border-bottom: 1.25px solid var(--ink);
}
h1 {
  font-size: var(--type-key);
}
.big {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 0.9;
}
h2 {
  margin-top: 24px;
}
.together {
  display: flex;
  gap: 16px;
  align-items: center;
  flex-wrap: wrap;
  padding: 10px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
