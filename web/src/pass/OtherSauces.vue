<script setup lang="ts">
import type { Call, OtherSauce } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import CallChoices from './CallChoices.vue'
import { passTexts as says } from './texts.pass'

/** What stands ready in place of a late call's sauce: taken in one tap, and the floor is told. */
const props = defineProps<{ call: Call; others: readonly OtherSauce[] }>()
const emit = defineEmits<{ take: [other: OtherSauce] }>()
const { catalog } = useKitchenViews()
const MOST = 3
const offers = computed(() =>
  props.others.slice(0, MOST).map((other) => {
    const name = catalog.value?.formulas.find((f) => f.id === other.formulaId)?.name ?? other.formulaId
    return { other, says: `${name} ${says.fromPlace(other.source)}` }
  }),
)
</script>

<template>
  <CallChoices :title="says.others.title(call.label)" :ask="says.others.ask">
    <v-btn v-for="o in offers" :key="o.other.sauceKey" @click="emit('take', o.other)">{{ o.says }}</v-btn>
  </CallChoices>
</template>
