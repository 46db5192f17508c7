<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import EntryRuler from '../../ui/EntryRuler.vue'
import { clockText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** A bare simmer: what will have left by its end, when to look, and water back where it falls bare. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isAdding = ref(false)
const work = computed(() =>
  props.view.planned?.work.kind === 'simmer' ? props.view.planned.work : undefined,
)
const lookAtMs = computed(() => (props.view.live?.kind === 'timed' ? props.view.live.lookAtMs : undefined))
async function keep(grams: number): Promise<void> {
  if (await bench.add('water', grams)) isAdding.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template #default>
      <p v-if="work && work.lossG >= 1" class="label gap-above">
        {{ texts.rooms.simmers(numberText(work.lossG), numberText(work.endMassG)) }}
      </p>
      <p v-if="lookAtMs !== undefined" class="label">{{ texts.rooms.nextLook(clockText(lookAtMs)) }}</p>
    </template>
    <template #entry>
      <EntryRuler
        v-if="isAdding"
        :label="texts.rooms.topUp"
        unit="g"
        :start="250"
        :min="-5000"
        :max="20000"
        :step="10"
        :reach="1000"
        :hint="`− ${texts.bench.ladle}`"
        @keep="keep"
        @cancel="isAdding = false"
      />
    </template>
    <template #keys>
      <v-btn v-if="view.stepStartedAtMs !== undefined" @click="isAdding = !isAdding"
        >{{ texts.rooms.topUp }} <small>g</small></v-btn
      >
    </template>
  </StepBench>
</template>
