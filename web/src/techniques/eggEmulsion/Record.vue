<script setup lang="ts">
import type { Sample } from '@liquamen/contracts'
import { FOOD_CODES, houseRules, type BatchState } from '@liquamen/core'
import { computed, ref, watch } from 'vue'
import { api } from '../../port/api'
import { texts } from '../../ui/texts'
import TemperatureChart from '../../log/TemperatureChart.vue'

const props = defineProps<{ state: BatchState }>()
const logs = ref<{ name: string; isSimulated: boolean; samples: Sample[] }[]>([])
const bound = computed(() => props.state.bindings.filter((b) => b.place !== 'scale'))
watch(
  () => bound.value.map((b) => `${b.channelId}:${b.fromMs}:${b.toMs ?? ''}`).join(),
  async () => {
    logs.value = await Promise.all(
      bound.value.map(async (b) => ({
        name: b.name,
        isSimulated: b.isSimulated,
        samples: (
          await api
            .samples(b.channelId, b.fromMs, b.toMs ?? props.state.lastAtMs + 3600_000)
            .catch(() => ({ samples: [] }))
        ).samples,
      })),
    )
  },
  { immediate: true },
)
const limitC = computed(() =>
  props.state.frozen ? FOOD_CODES[houseRules(props.state.frozen.settings).code].hotHoldC : undefined,
)
const spots = computed(() =>
  props.state.stageFacts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature'
      ? [{ atMs: f.atMs, tempC: f.payload.tempC, probe: f.payload.probe }]
      : [],
  ),
)
</script>

<template>
  <section>
    <dl class="sums-list">
      <div>
        <dt>{{ texts.batch.credit }}</dt>
        <dd>
          {{ texts.emulsion.credit[state.credit?.band ?? 'none']
          }}<template v-if="state.credit">
            · {{ state.credit.name
            }}<template v-if="state.credit.isSimulated"> {{ texts.batch.simulated }}</template></template
          >
        </dd>
      </div>
    </dl>
    <TemperatureChart
      v-if="logs.some((l) => l.samples.length) || spots.length"
      :logs="logs"
      :spots="spots"
      :limit-c="limitC"
    />
    <p v-if="!bound.length" class="caption">{{ texts.batch.noProbeLog }}</p>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 10px;
}
</style>
