<script setup lang="ts">
import {
  chosenFormula,
  COUNT_BACK_SPARE,
  foldBatch,
  liftFact,
  mergeFacts,
  techniqueOf,
  withMove,
  type BatchState,
  type Fact,
} from '@liquamen/core'
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchenViews } from '../port/useKitchenViews'
import { useLessons } from '../port/useLessons'
import HoldRecord from '../techniques/hold/Record.vue'
import SpoonRecord from '../techniques/thicken/SpoonRecord.vue'
import { ROOMS } from '../techniques/registry'
import { choiceWords } from '../book/choiceWords'
import { clockText, dayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import HouseStep from './HouseStep.vue'
import BatchActs from './BatchActs.vue'

const route = useRoute()
const { kitchen, catalog } = useKitchenViews()
const id = String(route.params.id)
const stored = ref<Fact[]>()
/** What the server has and what this browser has made since: a tap not yet sent is on the record at once. */
const facts = computed(() =>
  stored.value
    ? mergeFacts(stored.value.map(liftFact), lastAtMs.value === undefined ? [] : kitchen.factsOf(id))
    : undefined,
)
const lastAtMs = computed(() => kitchen.batches.get(id)?.lastAtMs)
const isMissing = ref(false)
const lessons = useLessons()
const state = computed<BatchState | undefined>(() =>
  facts.value?.length ? foldBatch(id, facts.value) : undefined,
)
async function load(): Promise<void> {
  stored.value = await api.batchFacts(id).catch((error: unknown) => {
    if (error instanceof OutOfReach || error instanceof Refusal) return []
    throw error
  })
  isMissing.value = facts.value?.length === 0
}
onMounted(load)
const formula = computed(() => {
  const { frozen, planned } = state.value ?? {}
  if (frozen) return frozen.formula
  const chosen = chosenFormula(catalog.value?.formulas ?? [], planned?.formulaId, planned?.choices)
  return chosen && withMove(chosen, planned?.movesAtStepId)
})
/** The rooms that its steps were worked in and that have something to put on record. */
const records = computed(() => {
  const ids = new Set((formula.value?.steps ?? []).map((s) => techniqueOf(s).id))
  return [...ids].flatMap((id) => (ROOMS[id].Record ? [{ id, Record: ROOMS[id].Record }] : []))
})
const chosenWords = computed(() =>
  choiceWords(catalog.value?.formulas ?? [], state.value?.planned, kitchen.ingredients),
)
/** What was discarded may be started again: until when that still makes its pick-up, or when it would be ready. */
const restart = computed(() => {
  const { status, plan, planned } = state.value ?? {}
  if (status !== 'discarded' || !plan || !planned?.shares.length) return ''
  const { latestStartAtMs, pickupAtMs, totalMin } = plan
  if (latestStartAtMs > kitchen.nowMs)
    return texts.bench.restartTill(clockText(latestStartAtMs), clockText(pickupAtMs))
  return texts.bench.restartLate(clockText(kitchen.nowMs + totalMin.value * COUNT_BACK_SPARE * 60_000))
})
/** Its formula as the book has it now. */
const written = computed(() => catalog.value?.formulas.find((f) => f.id === state.value?.planned?.formulaId))
const steps = computed(() =>
  (formula.value?.steps ?? []).map((step) => {
    const own = state.value?.steps[step.id]
    const planned = own?.stage?.minutes ?? state.value?.plan?.steps.find((s) => s.stepId === step.id)?.minutes
    const took =
      own?.startedAtMs !== undefined && own.finishedAtMs !== undefined
        ? (own.finishedAtMs - own.startedAtMs) / 60_000
        : undefined
    return {
      id: step.id,
      written: written.value?.steps.find((w) => w.id === step.id),
      verb: step.verb,
      planned,
      took,
      by: name(own?.finishedBy),
      massG: own?.massG,
      targetG: own?.stage?.targetMassG,
    }
  }),
)
const name = (crewId: string | undefined) =>
  catalog.value?.crew.find((c) => c.id === crewId)?.name ?? crewId ?? ''
</script>

<template>
  <p v-if="isMissing" class="label">{{ texts.batch.notFound }}</p>
  <section v-else-if="state">
    <div class="heading-row">
      <h1>
        <span class="sauce">{{ state.planned?.sauceName }}</span>
        <span class="soft sub"
          >{{ dayText(state.startedAtMs ?? state.plannedAtMs ?? 0) }}
          {{ clockText(state.startedAtMs ?? state.plannedAtMs ?? 0) }} ·
          {{ texts.service.plates(state.plan?.portions ?? 0) }} · {{ texts.batch.result[state.status]
          }}<template v-if="state.reason">: {{ state.reason }}</template></span
        >
      </h1>
      <p v-if="chosenWords.length" class="label">{{ texts.service.chosenWith(chosenWords.join(' · ')) }}</p>
      <div class="keys-row">
        <v-btn to="/log">{{ texts.log.back }}</v-btn><v-btn
          v-if="state.bindings.length"
          :href="`/api/batches/${id}/temperatures.csv`"
          download
          >{{ texts.batch.temperatures }}</v-btn
        ><v-btn :href="`/api/batches/${id}/export.csv`" download>{{ texts.batch.csv }}</v-btn
        ><v-btn :href="`/api/batches/${id}/export.json`" download>{{ texts.batch.json }}</v-btn>
      </div>
    </div>
    <p v-if="restart" class="label">
      <v-btn class="is-first" :to="`/service?restart=${id}`">{{ texts.bench.restart }}</v-btn> {{ restart }}
    </p>
    <div class="columns">
      <v-table
        ><thead>
          <tr>
            <th>{{ texts.batch.step }}</th>
            <th class="n">{{ texts.batch.foretold }}, min</th>
            <th class="n">{{ texts.batch.took }}, min</th>
            <th class="house">{{ texts.batch.house }}</th>
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
            <td class="house">
              <HouseStep :step="s.written" :formula-id="state.planned?.formulaId ?? ''" :lessons="lessons" />
            </td>
            <td class="n">
              <template v-if="s.massG !== undefined"
                >{{ numberText(s.massG) }}
                <span v-if="s.targetG" class="soft">{{
                  texts.batch.ofTarget(numberText(s.targetG))
                }}</span></template
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
            {{ clockText(s.atMs) }} {{ texts.service.plates(s.portions) }}
            <span class="soft">{{ name(s.by) }}</span>
          </li>
          <li v-if="!state.servings.length" class="soft">{{ texts.batch.none }}</li>
        </ul>
      </div>
    </div>
    <SpoonRecord v-if="formula" :state="state" :formula="formula" :lessons="lessons.rows.value" />
    <component
      :is="r.Record"
      v-for="r in records"
      :key="r.id"
      :state="state"
      :formula="formula"
      :crew-name="name"
    />
    <HoldRecord v-if="state.hold || state.clockStartedAtMs !== undefined" :state="state" :crew-name="name" />
    <BatchActs :state="state" :crew-name="name" />
  </section>
</template>

<style scoped>
h1 {
  font-size: var(--type-title);
  line-height: 1.15;
}
.sub {
  font-size: var(--type-text);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 4fr) minmax(0, 1fr);
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
  white-space: nowrap;
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
