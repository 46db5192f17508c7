<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { useRouter } from 'vue-router'
import { numberText } from '../ui/format'
import { splitTexts as says } from './splitTexts'
import type { Acts } from './useActs'
import { useSplit } from './useSplit'

/** Some of a batch becomes another sauce, or goes into a vessel of its own. */
const props = defineProps<{ view: BatchView; bench: Pick<Acts, 'attempt'> }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { possible, has, part } = useSplit(toRef(props, 'view'), props.bench)
const becomes = ref(possible.value.find((f) => f.id !== props.view.formula.id)?.id ?? props.view.formula.id)
const portions = ref(Math.max(1, Math.floor(has.value / 2)))
const items = computed(() =>
  possible.value.map((f) => ({
    value: f.id,
    title: f.id === props.view.formula.id ? says.asItIs(f.name) : f.name,
  })),
)
const asked = computed(() => Number(portions.value))
const isWrong = computed(() => !Number.isInteger(asked.value) || asked.value < 1 || asked.value >= has.value)
async function go(): Promise<void> {
  const id = await part(becomes.value, asked.value)
  if (!id) return
  emit('close')
  await router.push(`/bench/${id}`)
}
</script>

<template>
  <form class="choice-row" :aria-label="says.title" @submit.prevent="go">
    <v-select v-model="becomes" :items="items" :label="says.becomes" />
    <v-text-field v-model="portions" :label="says.portions" inputmode="numeric" />
    <p class="label" :class="{ wine: isWrong }" role="status">
      {{ isWrong ? says.tooMuch(numberText(has)) : says.stays(numberText(has - asked), view.formula.name) }}
    </p>
    <v-btn @click="emit('close')">{{ says.cancel }}</v-btn>
    <v-btn type="submit" class="is-first" :disabled="isWrong">{{ says.go }}</v-btn>
  </form>
</template>
