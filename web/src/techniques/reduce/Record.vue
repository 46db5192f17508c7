<script setup lang="ts">
import { liveEstimate, type BatchState, type Formula } from '@liquamen/core'
import { computed } from 'vue'
import { clockText, numberText, tempText } from '../../ui/format'
import { texts } from '../../ui/texts'
import ReadingsChart from './ReadingsChart.vue'

/** The reductions of a batch on its record: liquid against time with what was foretold, and every reading with how it was judged. */
const props = defineProps<{ state: BatchState; formula: Formula }>()
const stages = computed(() =>
  props.formula.steps.flatMap(({ id: stepId, verb }) => {
    const own = props.state.steps[stepId]
    if (!own?.stage || own.startedAtMs === undefined) return []
    const endedAtMs = own.finishedAtMs ?? props.state.lastAtMs
    return [
      {
        stepId,
        verb,
        stage: own.stage,
        startedAtMs: own.startedAtMs,
        endedAtMs: own.finishedAtMs,
        estimate: liveEstimate(own.stage, props.state.stageFacts, {
          startedAtMs: own.startedAtMs,
          nowMs: endedAtMs,
        }),
        forecasts: props.state.forecasts.filter((f) => f.stepId === stepId),
      },
    ]
  }),
)
const readings = computed(() =>
  stages.value
    .flatMap((s) => s.estimate.readings.map((r) => ({ ...r, verb: s.verb })))
    .sort((a, b) => a.fact.atMs - b.fact.atMs),
)
function shown(payload: (typeof readings.value)[number]['fact']['payload']): string {
  if (payload.how === 'weighing') return `${numberText(payload.grossG)} g`
  if (payload.how === 'depth' || payload.how === 'level') return `${numberText(payload.depthMm)} mm`
  return payload.how === 'temperature' ? tempText(payload.tempC) : texts.bench.looks[payload.look]
}
</script>

<template>
  <section v-if="stages.length">
    <ReadingsChart :stages="stages" :fill="formula.fill" />
    <h2 v-if="readings.length" class="label">{{ texts.batch.readings }}</h2>
    <v-table v-if="readings.length"
      ><thead>
        <tr>
          <th>{{ texts.batch.at }}</th>
          <th>{{ texts.batch.step }}</th>
          <th>{{ texts.batch.how }}</th>
          <th class="n">{{ texts.batch.value }}</th>
          <th class="n">{{ texts.batch.mass }}</th>
          <th class="n">{{ texts.batch.expected }}</th>
          <th>{{ texts.batch.verdict }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in readings" :key="r.fact.id">
          <td>{{ clockText(r.fact.atMs, true) }}</td>
          <td>{{ r.verb }}</td>
          <td>{{ texts.batch.hows[r.fact.payload.how] }}</td>
          <td class="n">{{ shown(r.fact.payload) }}</td>
          <td class="n">
            <template v-if="'massG' in r.fact.payload"
              >{{ numberText(r.fact.payload.massG) }} ± {{ numberText(r.fact.payload.sigmaG) }} g</template
            >
          </td>
          <td class="n">{{ numberText(r.expectedG) }} g</td>
          <td>{{ texts.batch.verdicts[r.verdict] }}</td>
        </tr>
      </tbody></v-table
    >
  </section>
</template>

<style scoped>
.n {
  text-align: right !important;
  padding-right: 20px !important;
}
</style>
