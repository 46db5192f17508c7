<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { texts } from '../ui/texts'
import { choicesFromQuery } from '../ui/choicesInAddress'
import OrderForm from './OrderForm.vue'
import OrderLine from './OrderLine.vue'
import PlanSheet from './PlanSheet.vue'

const { kitchen, catalog, openOrders, batchOfOrder } = useKitchenViews()
const planningId = ref<string>()
/** The Book may ask for an order of its sauce. */
const { query } = useRoute()
const asked = query.sauce
const askedId = computed(() => catalog.value?.formulas.find((f) => f.id === asked)?.id)
const askedChoices = computed(() =>
  choicesFromQuery(
    query,
    catalog.value?.formulas.find((f) => f.id === asked),
  ),
)
const isTaking = ref(typeof asked === 'string')
const planning = computed(() => openOrders.value.find((o) => o.id === planningId.value))
const current = computed(() =>
  openOrders.value.filter((o) => {
    const s = batchOfOrder(o.id)?.status
    return s !== 'finished'
  }),
)
const served = computed(() => openOrders.value.filter((o) => batchOfOrder(o.id)?.status === 'finished'))
const portions = computed(() => current.value.reduce((sum, o) => sum + (o.taken?.portions ?? 0), 0))
</script>

<template>
  <PlanSheet v-if="planning && catalog" :key="planning.id" :order="planning" @close="planningId = undefined" />
  <template v-else>
    <div class="top">
      <h1>
        <span class="big">{{ portions }}</span>
        <span class="soft">{{ texts.service.portions.toLowerCase() }} · {{ current.length }} {{ texts.service.orders.toLowerCase() }}</span>
      </h1>
      <v-btn v-if="catalog?.formulas.length && !isTaking" class="is-first" @click="isTaking = true">{{ texts.service.newOrder }}</v-btn>
    </div>
    <p v-if="!catalog?.formulas.length" class="label">{{ texts.service.emptyKitchen }}</p>
    <OrderForm v-else-if="isTaking" :formula-id="askedId" :choices="askedChoices" @taken="isTaking = false" @cancel="isTaking = false" />
    <p v-if="catalog?.formulas.length && current.length === 0 && !isTaking" class="label">{{ texts.service.empty }}</p>
    <ul>
      <OrderLine
        v-for="order in current"
        :key="order.id"
        :order="order"
        :batch="batchOfOrder(order.id)"
        :details="kitchen.details.get(order.taken?.detailsId ?? '')"
        @plan="planningId = order.id"
      />
    </ul>
    <template v-if="served.length"
      ><h2 class="label soft">{{ texts.service.served }}</h2>
      <ul>
        <OrderLine
          v-for="order in served"
          :key="order.id"
          :order="order"
          :batch="batchOfOrder(order.id)"
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
  font-size: 28px;
}
.big {
  font-size: 66px;
  font-weight: 540;
  line-height: 0.9;
}
h2 {
  margin-top: 24px;
}
</style>
