<script setup lang="ts">
import AskedRow from '../ui/AskedRow.vue'
import { askedOnce } from './askedOnce'
import type { Bench } from './useBench'

/** Something a guest must not have is about to go in: asked once, before it does. */
defineProps<{ bench: Pick<Bench, 'barred'> }>()
</script>

<template>
  <AskedRow v-if="bench.barred.value" :asks="askedOnce.barred(bench.barred.value)" is-grave>
    <v-btn @click="bench.barred.value?.answer(true)">{{ askedOnce.barredIn }}</v-btn><v-btn
      class="is-first"
      @click="bench.barred.value?.answer(false)"
      >{{ askedOnce.barredOut }}</v-btn
    >
  </AskedRow>
</template>
