<script setup lang="ts">
import { onThePlate, type BatchView, type PlateFound } from '@liquamen/core'
import { computed, ref } from 'vue'
import TempEntry from '../../bench/TempEntry.vue'
import { useKitchenViews } from '../../port/useKitchenViews'
import { degreesText, numberText } from '../../ui/format'
import { mountTexts as says } from './texts'

/** A plate or a piece of meat felt with a probe: whether this butter sauce may go on it. Shown for sauces that a hot one breaks. */
const props = defineProps<{ view: BatchView; sauceC?: number | undefined }>()
const { catalog } = useKitchenViews()
const KINDS = ['plate', 'meat'] as const
const typing = ref<PlateFound['on']>()
const found = ref<PlateFound>()
const START_C = { plate: 55, meat: 60 }
const breaks = computed(() => props.view.state.plan?.steps.some((s) => s.work.kind === 'mount') === true)
const verdict = computed(
  () =>
    found.value &&
    onThePlate(props.view.state, found.value, {
      sauceC: props.sauceC,
      roomC: catalog.value?.settings.roomTempC ?? 22,
    }),
)
function keep(tempC: number): void {
  if (typing.value) found.value = { on: typing.value, tempC }
  typing.value = undefined
}
</script>

<template>
  <div v-if="breaks" class="plate">
    <div class="keys-row">
      <v-btn
        v-for="on in KINDS"
        :key="on"
        :aria-expanded="typing === on"
        @click="typing = typing === on ? undefined : on"
        >{{ says.check[on] }} <small>{{ found?.on === on ? degreesText(found.tempC) : '°' }}</small></v-btn
      >
    </div>
    <TempEntry
      v-if="typing"
      :label="says.checkLabel[typing]"
      :start-c="START_C[typing]"
      :reach-k="25"
      @keep="keep"
      @cancel="typing = undefined"
    />
    <p v-if="verdict && found" class="label" :class="verdict.isWhole ? 'sorrel' : 'wine'" role="status">
      <template v-if="verdict.isWhole">✓ {{ says.whole[found.on] }}</template>
      <template v-else
        >✕ {{ says.breaks(degreesText(verdict.meetC)) }}
        {{
          verdict.waitMin === undefined
            ? says.beside(degreesText(verdict.hottestC))
            : says.wait(numberText(Math.ceil(verdict.waitMin)), degreesText(verdict.hottestC))
        }}</template
      >
    </p>
  </div>
</template>

<style scoped>
.plate {
  display: grid;
  gap: 4px;
}
</style>
