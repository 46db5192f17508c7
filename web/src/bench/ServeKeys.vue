<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import { texts } from '../ui/texts'
import type { Bench } from './useBench'
import { useServing } from './useServing'

/** Portions onto plates: order by order where there are several, one by one, or all that are left. */
const props = defineProps<{
  view: BatchView
  bench: Bench
  /** Portions that there are still to serve. */
  left: number
}>()
const { orders, next, isBlocked } = useServing(toRef(props, 'view'))
const several = computed(() => (orders.value.length > 1 ? orders.value.filter((o) => o.toGo > 0) : []))
const serve = (portions: number, orderId = next.value?.orderId) =>
  props.bench.serve(portions, orderId ?? null)
</script>

<template>
  <v-btn
    v-for="o in several"
    :key="o.orderId"
    :disabled="o.isBlocked || left <= 0"
    @click="serve(Math.min(left, o.toGo), o.orderId)"
    >{{ texts.bench.serve }} {{ Math.min(left, o.toGo) }} <small>{{ o.label }}</small></v-btn
  >
  <v-btn :disabled="left <= 0 || isBlocked" @click="serve(1)">{{ texts.bench.serve }} 1</v-btn>
  <v-btn v-if="left > 1 && several.length < 2" class="is-first" :disabled="isBlocked" @click="serve(left)"
    >{{ texts.bench.serve }} {{ left }}</v-btn
  >
</template>
