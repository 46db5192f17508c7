<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import { useRouter } from 'vue-router'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { useServing } from '../../bench/useServing'
import ServeKeys from '../../bench/ServeKeys.vue'
import { texts } from '../../ui/texts'
import PickUp from '../brown/PickUp.vue'
import PlateCheck from '../mount/PlateCheck.vue'
import WellChoice from '../hold/WellChoice.vue'

/** Onto the plates, order by order; or put by, with its clock. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const router = useRouter()
const isKeeping = ref(false)
const state = computed(() => props.view.state)
const isStarted = computed(() => props.view.stepStartedAtMs !== undefined)
const { isBlocked } = useServing(toRef(props, 'view'))
const toGo = computed(() => Math.max(0, (state.value.plan?.portions ?? 0) - state.value.servedPortions))
async function finish(): Promise<void> {
  if (await bench.finishWithStep('served')) await router.push(`/log/${state.value.id}`)
}
</script>

<template>
  <StepBench :view="view" :bench="bench" has-own-end>
    <template #default>
      <div v-if="isStarted" class="stack gap-above">
        <p class="label">{{ texts.bench.served(state.servedPortions, state.plan?.portions ?? 0) }}</p>
        <p v-if="isBlocked" class="wine label" role="alert">✕ {{ texts.emulsion.blocked }}</p>
        <div class="keys-row"><ServeKeys :view="view" :bench="bench" :left="toGo" /></div>
        <PlateCheck :view="view" />
        <PickUp :view="view" :left="toGo" />
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
