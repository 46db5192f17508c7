<script setup lang="ts">
import type { Sample } from '@liquamen/contracts'
import { FOOD_CODES, houseRules, type BatchState, type StageFact } from '@liquamen/core'
import { computed, ref, watch } from 'vue'
import { api } from '../kitchen/api'
import { clockText, numberText, tempText } from '../shared/format'
import { texts } from '../shared/texts'
import TemperatureChart from './TemperatureChart.vue'

const props = defineProps<{ state: BatchState; crewName: (id: string | undefined) => string }>()
const logs = ref<{ name: string; isSimulated: boolean; samples: Sample[] }[]>([])
const bound = computed(() => props.state.bindings.filter((b) => b.place !== 'scale'))
watch(
  () => bound.value.map((b) => `${b.channelId}:${b.fromMs}:${b.toMs ?? ''}`).join(),
  async () => {
    logs.value = await Promise.all(
      bound.value.map(async (b) => ({
        name: b.name,
        isSimulated: b.isSimulated,
        samples: (await api.samples(b.channelId, b.fromMs, b.toMs ?? props.state.lastAtMs + 3600_000).catch(() => ({ samples: [] })))
          .samples,
      })),
    )
  },
  { immediate: true },
)
const limitC = computed(() => (props.state.frozen ? FOOD_CODES[houseRules(props.state.frozen.settings).code].hotHoldC : undefined))
const spots = computed(() =>
  props.state.stageFacts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature' ? [{ atMs: f.atMs, tempC: f.payload.tempC, probe: f.payload.probe }] : [],
  ),
)
const hours = (s: number) => numberText(s / 3600, s % 3600 ? 1 : 0)

/** A line for everything that was seen or done at the bowl. */
function says(f: StageFact): string {
  switch (f.kind) {
    case 'cue.seen':
      return texts.emulsion.cues[f.payload.cue] ?? f.payload.cue
    case 'bath.changed':
      return `${texts.emulsion.bathKey}: ${texts.emulsion.bath[f.payload.bath]}`
    case 'pan.lifted':
      return texts.emulsion.lift
    case 'pan.returned':
      return texts.emulsion.back
    case 'pour.started':
      return `${texts.emulsion.pour}, ${numberText(f.payload.gPerS, 1)} ${texts.emulsion.perS}`
    case 'pour.stopped':
      return `${texts.emulsion.stop}, ${numberText(f.payload.massG)} g`
    case 'addition.made':
      return `${f.payload.massG > 0 ? '+' : ''}${numberText(f.payload.massG, 1)} g ${props.state.frozen?.ingredients.find((i) => i.id === f.payload.ingredientId)?.name ?? f.payload.ingredientId}`
    case 'reading.taken':
      return f.payload.how === 'temperature'
        ? `${tempText(f.payload.tempC)}${f.payload.probe ? `, ${f.payload.probe.name}${f.payload.probe.isSimulated ? ` ${texts.batch.simulated}` : ''}` : ''}`
        : ''
    default:
      return ''
  }
}
const lines = computed(() =>
  props.state.stageFacts.map((f) => ({ id: f.id, atMs: f.atMs, by: f.actor.crewId, text: says(f) })).filter((l) => l.text),
)
</script>

<template>
  <section>
    <dl class="sums">
      <div>
        <dt>{{ texts.batch.credit }}</dt>
        <dd>
          {{ texts.emulsion.credit[state.credit?.band ?? 'none']
          }}<template v-if="state.credit">
            · {{ state.credit.name }}<template v-if="state.credit.isSimulated"> {{ texts.batch.simulated }}</template></template
          >
        </dd>
      </div>
      <div v-if="state.clockStartedAtMs !== undefined">
        <dt>{{ texts.batch.clockFrom }}</dt>
        <dd>{{ clockText(state.clockStartedAtMs, true) }}</dd>
      </div>
      <div v-if="state.hold">
        <dt>{{ texts.batch.hold }}</dt>
        <dd>
          {{ texts.batch.held(state.hold.letter, clockText(state.hold.startedAtMs)) }} ·
          {{ texts.batch.limits(hours(state.hold.limits.houseS), hours(state.hold.limits.codeS), tempText(state.hold.limits.hotHoldC, 0)) }}
        </dd>
      </div>
      <div v-if="state.hold?.goneOn">
        <dt>{{ texts.emulsion.goOn }}</dt>
        <dd>{{ clockText(state.hold.goneOn.atMs) }} {{ crewName(state.hold.goneOn.by) }}: {{ state.hold.goneOn.reason }}</dd>
      </div>
    </dl>
    <TemperatureChart v-if="logs.some((l) => l.samples.length) || spots.length" :logs="logs" :spots="spots" :limit-c="limitC" />
    <p v-if="!bound.length" class="caption">{{ texts.batch.noProbeLog }}</p>
    <h2 class="label">{{ texts.batch.seen }}</h2>
    <v-table
      ><thead>
        <tr>
          <th>{{ texts.batch.at }}</th>
          <th>{{ texts.batch.what }}</th>
          <th>{{ texts.batch.crew }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in lines" :key="l.id">
          <td>{{ clockText(l.atMs, true) }}</td>
          <td>{{ l.text }}</td>
          <td>{{ crewName(l.by) }}</td>
        </tr>
      </tbody></v-table
    >
  </section>
</template>

<style scoped>
.sums > div {
  display: flex;
  gap: 14px;
  border-top: 1px solid var(--hair);
  padding: 6px 0;
}
.sums dt {
  flex: 0 0 17em;
  color: var(--ink-soft);
  font-size: 19px;
}
.sums dd {
  font-size: 21px;
  font-weight: 560;
}
h2 {
  margin-top: 10px;
}
</style>
