<script setup lang="ts">
import { chosenFormula, foldBatch, liveEstimate, mergeFacts, type BatchState, type Fact } from '@liquamen/core'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, OutOfReach, Refusal } from '../kitchen/api'
import { useKitchenViews } from '../kitchen/useKitchenViews'
import { clockText, dayText, numberText, tempText } from '../shared/format'
import { texts } from '../shared/texts'

const ReadingsChart = defineAsyncComponent(() => import('./ReadingsChart.vue'))
const EmulsionRecord = defineAsyncComponent(() => import('./EmulsionRecord.vue'))
const route = useRoute()
const { kitchen, catalog } = useKitchenViews()
const id = String(route.params.id)
const stored = ref<Fact[]>()
/** What the server has and what this browser has made since: a tap not yet sent is on the record at once. */
const facts = computed(() => (stored.value ? mergeFacts(stored.value, lastAtMs.value === undefined ? [] : kitchen.factsOf(id)) : undefined))
const lastAtMs = computed(() => kitchen.batches.get(id)?.lastAtMs)
const isMissing = ref(false)
const state = computed<BatchState | undefined>(() => (facts.value?.length ? foldBatch(id, facts.value) : undefined))
async function load(): Promise<void> {
  stored.value = await api.batchFacts(id).catch((error: unknown) => {
    if (error instanceof OutOfReach || error instanceof Refusal) return []
    throw error
  })
  isMissing.value = facts.value?.length === 0
}
onMounted(load)
const formula = computed(
  () =>
    state.value?.frozen?.formula ??
    chosenFormula(catalog.value?.formulas ?? [], state.value?.planned?.formulaId, state.value?.planned?.choices),
)
const steps = computed(() =>
  (formula.value?.steps ?? []).map((step) => {
    const own = state.value?.steps[step.id]
    const planned = own?.stage?.minutes ?? state.value?.plan?.steps.find((s) => s.stepId === step.id)?.minutes
    const took =
      own?.startedAtMs !== undefined && own.finishedAtMs !== undefined ? (own.finishedAtMs - own.startedAtMs) / 60_000 : undefined
    return { id: step.id, verb: step.verb, planned, took, by: name(own?.finishedBy), massG: own?.massG, targetG: own?.stage?.targetMassG }
  }),
)
const stages = computed(() =>
  Object.entries(state.value?.steps ?? {}).flatMap(([stepId, own]) =>
    own.stage && own.startedAtMs !== undefined
      ? [
          {
            stepId,
            verb: formula.value?.steps.find((s) => s.id === stepId)?.verb ?? stepId,
            stage: own.stage,
            startedAtMs: own.startedAtMs,
            endedAtMs: own.finishedAtMs,
            estimate: liveEstimate(
              own.stage,
              state.value?.stageFacts ?? [],
              own.startedAtMs,
              own.finishedAtMs ?? state.value?.lastAtMs ?? own.startedAtMs,
            ),
            forecasts: (state.value?.forecasts ?? []).filter((f) => f.stepId === stepId),
          },
        ]
      : [],
  ),
)
const readings = computed(() =>
  stages.value.flatMap((s) => s.estimate.readings.map((r) => ({ ...r, verb: s.verb }))).sort((a, b) => a.fact.atMs - b.fact.atMs),
)
const name = (crewId: string | undefined) => catalog.value?.crew.find((c) => c.id === crewId)?.name ?? crewId ?? ''
function shown(payload: (typeof readings.value)[number]['fact']['payload']): string {
  if (payload.how === 'weighing') return `${numberText(payload.grossG)} g`
  if (payload.how === 'depth' || payload.how === 'level') return `${numberText(payload.depthMm)} mm`
  return payload.how === 'temperature' ? tempText(payload.tempC) : texts.bench.looks[payload.look]
}
</script>

<template>
  <p v-if="isMissing" class="label">{{ texts.batch.notFound }}</p>
  <section v-else-if="state">
    <div class="top">
      <h1>
        <span class="sauce">{{ state.planned?.sauceName }}</span>
        <span class="soft sub"
          >{{ dayText(state.startedAtMs ?? state.plannedAtMs ?? 0) }} {{ clockText(state.startedAtMs ?? state.plannedAtMs ?? 0) }} ·
          {{ texts.service.plates(state.plan?.portions ?? 0) }} · {{ texts.batch.result[state.status]
          }}<template v-if="state.reason">: {{ state.reason }}</template></span
        >
      </h1>
      <div class="keys">
        <v-btn to="/log">{{ texts.log.back }}</v-btn><v-btn
          v-if="formula?.emulsion"
          :href="`/api/batches/${id}/temperatures.csv`"
          download
          >{{ texts.batch.temperatures }}</v-btn
        ><v-btn :href="`/api/batches/${id}/export.csv`" download>{{ texts.batch.csv }}</v-btn
        ><v-btn :href="`/api/batches/${id}/export.json`" download>{{ texts.batch.json }}</v-btn>
      </div>
    </div>
    <div class="columns">
      <v-table
        ><thead>
          <tr>
            <th>{{ texts.batch.step }}</th>
            <th class="n">{{ texts.batch.foretold }}, min</th>
            <th class="n">{{ texts.batch.took }}, min</th>
            <th class="n">{{ texts.batch.mass }}, g</th>
            <th>{{ texts.batch.crew }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in steps" :key="s.id">
            <td>{{ s.verb }}</td>
            <td class="n">
              <template v-if="s.planned"
                >{{ numberText(s.planned.low, 1) }}–<strong>{{ numberText(s.planned.value, 1) }}</strong
                >–{{ numberText(s.planned.high, 1) }}</template
              >
            </td>
            <td class="n">
              <strong v-if="s.took !== undefined">{{ numberText(s.took, 1) }}</strong>
            </td>
            <td class="n">
              <template v-if="s.massG !== undefined"
                >{{ numberText(s.massG) }} <span class="soft">of {{ numberText(s.targetG ?? 0) }}</span></template
              >
            </td>
            <td>{{ s.by }}</td>
          </tr>
        </tbody></v-table
      >
      <div class="side">
        <h2 class="label">{{ texts.batch.deviations }}</h2>
        <ul>
          <li v-for="(d, i) in state.deviations" :key="i" class="roux">
            ▽ {{ clockText(d.atMs) }} {{ texts.deviations[d.code] ?? d.code }}
          </li>
          <li v-if="!state.deviations.length" class="soft">{{ texts.batch.none }}</li>
        </ul>
        <h2 class="label">{{ texts.batch.servings }}</h2>
        <ul>
          <li v-for="(s, i) in state.servings" :key="i">
            {{ clockText(s.atMs) }} {{ texts.service.plates(s.portions) }} <span class="soft">{{ name(s.by) }}</span>
          </li>
          <li v-if="!state.servings.length" class="soft">{{ texts.batch.none }}</li>
        </ul>
      </div>
    </div>
    <ReadingsChart v-if="stages.length" :stages="stages" :fill="formula?.fill ?? ''" />
    <EmulsionRecord v-if="formula?.emulsion" :state="state" :crew-name="name" />
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
.top {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: center;
  flex-wrap: wrap;
}
h1 {
  font-size: 40px;
  line-height: 1.15;
}
.sub {
  font-size: 21px;
}
.keys {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  gap: 32px;
  margin: 10px 0;
}
.side {
  display: grid;
  gap: 6px;
  align-content: start;
}
.n {
  text-align: right !important;
  padding-right: 20px !important;
}
h2 {
  margin-top: 10px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
