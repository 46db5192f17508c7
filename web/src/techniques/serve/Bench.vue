<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { useRouter } from 'vue-router'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { useKitchen } from '../../port/useKitchen'
import { texts } from '../../ui/texts'
import WellChoice from '../hold/WellChoice.vue'

/** Onto the plates, order by order; or put by, with its clock. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const kitchen = useKitchen()
const router = useRouter()
const isKeeping = ref(false)
const state = computed(() => props.view.state)
const isStarted = computed(() => props.view.stepStartedAtMs !== undefined)
/** What each order still waits for. */
const orders = computed(() =>
  (state.value.planned?.shares ?? []).map(({ orderId, portions }) => {
    const served = state.value.servings
      .filter((s) => s.orderId === orderId)
      .reduce((sum, s) => sum + s.portions, 0)
    return {
      orderId,
      label: kitchen.orders.get(orderId)?.taken?.label ?? '',
      toGo: Math.max(0, portions - served),
    }
  }),
)
const toGo = computed(() => Math.max(0, (state.value.plan?.portions ?? 0) - state.value.servedPortions))
async function finish(): Promise<void> {
  if ((await bench.finishStep(true)) && (await bench.finish('served')))
    await router.push(`/log/${state.value.id}`)
}
</script>

<template>
  <StepBench :view="view" :bench="bench" has-own-end>
    <template #default>
      <div v-if="isStarted" class="stack gap-above">
        <p class="label">{{ texts.bench.served(state.servedPortions, state.plan?.portions ?? 0) }}</p>
        <div
          v-for="o in orders.filter((x) => orders.length > 1 && x.toGo > 0)"
          :key="o.orderId"
          class="keys-row"
        >
          <v-btn @click="bench.serve(o.toGo, o.orderId)"
            >{{ texts.bench.serve }} {{ o.toGo }} <small>{{ o.label }}</small></v-btn
          >
        </div>
        <div class="keys-row">
          <v-btn :disabled="toGo <= 0" @click="bench.serve(1, orders[0]?.orderId ?? null)"
            >{{ texts.bench.serve }} 1</v-btn
          >
          <v-btn
            v-if="toGo > 1 && orders.length < 2"
            class="is-first"
            @click="bench.serve(toGo, orders[0]?.orderId ?? null)"
            >{{ texts.bench.serve }} {{ toGo }}</v-btn
          >
        </div>
        <WellChoice v-if="isKeeping" :view="view" :bench="bench" has-aside />
      </div>
    </template>
    <template #keys>
      <v-btn v-if="isStarted && toGo > 0" :aria-expanded="isKeeping" @click="isKeeping = !isKeeping">{{
        texts.rooms.keepHot
      }}</v-btn>
    </template>
    <template #end>
      <v-btn class="is-first" :disabled="state.servedPortions === 0" @click="finish">{{
        texts.bench.finish
      }}</v-btn>
    </template>
  </StepBench>
</template>
