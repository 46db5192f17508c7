<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import { numberText } from '../ui/format'
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
/** What a ticket wants of it, and what brings its share there. */
const wanted = computed(() =>
  orders.value.flatMap(({ orderId, label, toGo, texture: of }) => {
    if (!of || toGo <= 0) return []
    const { water, butter, asItIs } = texts.bench.texture
    const word = texts.service.textures[of.texture]
    const grams = (g: number) => numberText(g, g < 10 ? 1 : 0)
    const mends = of.butterG >= 1 ? butter(grams(of.butterG)) : asItIs
    return [{ orderId, says: `${label} ${word}: ${of.waterG >= 1 ? water(grams(of.waterG)) : mends}` }]
  }),
)
const serve = (portions: number, orderId = next.value?.orderId) =>
  props.bench.serve(portions, orderId ?? null)
</script>

<template>
  <p v-for="o in wanted" :key="o.orderId" class="label wanted">{{ o.says }}</p>
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

<style scoped>
.wanted {
  flex: 1 0 100%;
  text-align: right;
}
</style>
