<script setup lang="ts">
import type { BatchRow } from '@liquamen/contracts'
import { computed, onMounted, ref, watch } from 'vue'
import { api, OutOfReach } from '../port/api'
import { useKitchenViews } from '../port/useKitchenViews'
import { useLessons } from '../port/useLessons'
import DayField from '../ui/DayField.vue'
import { clockText, dayText, instantOn, isoDayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import ForetoldAgainst from './ForetoldAgainst.vue'
import HouseHolds from './HouseHolds.vue'
import VesselChip from '../vessel/VesselChip.vue'

const { kitchen, catalog } = useKitchenViews()
const DAY_MS = 86_400_000
const from = ref(isoDayText(kitchen.nowMs - 6 * DAY_MS))
const to = ref(isoDayText(kitchen.nowMs))
const formulaId = ref('')
const stored = ref<BatchRow[]>()
/** The server's lines, with what this browser has made since in their place. */
const rows = computed(() => {
  const own = new Map(localRows().map((r) => [r.id, r]))
  return stored.value?.map((r) => own.get(r.id) ?? r)
})
const isOffline = ref(false)

const query = computed(() => ({
  fromMs: String(instantOn(from.value, '00:00') ?? 0),
  toMs: String((instantOn(to.value, '00:00') ?? kitchen.nowMs) + DAY_MS),
  ...(formulaId.value ? { formulaId: formulaId.value } : {}),
}))
const csvAddress = computed(() => `/api/batches.csv?${new URLSearchParams(query.value).toString()}`)
const formulas = computed(() => [
  { value: '', title: texts.log.all },
  ...(catalog.value?.formulas ?? []).map((f) => ({ value: f.id, title: f.name })),
])
const longest = computed(() =>
  Math.max(60, ...(rows.value ?? []).map((r) => Math.max(r.plannedMin ?? 0, took(r) ?? 0))),
)
const took = (r: BatchRow) =>
  r.startedAtMs !== null && r.finishedAtMs !== null ? (r.finishedAtMs - r.startedAtMs) / 60_000 : undefined
const byDay = computed(() => {
  const days = new Map<string, BatchRow[]>()
  for (const r of rows.value ?? []) {
    const day = dayText(r.startedAtMs ?? r.pickupAtMs ?? 0)
    days.set(day, [...(days.get(day) ?? []), r])
  }
  return [...days]
})
const fillOf = (id: string) => catalog.value?.formulas.find((f) => f.id === id)?.fill ?? ''

/** Whether a line falls under what was asked for, as the server judges it. */
/** Lessons of the sauce that is asked for, or of all. */
const { rows: allLessons } = useLessons()
const lessons = computed(() =>
  allLessons.value.filter((l) => !formulaId.value || l.formulaId === formulaId.value),
)
const isAsked = (r: BatchRow) => {
  const atMs = r.startedAtMs ?? r.pickupAtMs ?? 0
  const { fromMs, toMs } = query.value
  return (
    atMs >= Number(fromMs) && atMs < Number(toMs) && (!formulaId.value || r.formulaId === formulaId.value)
  )
}
/** What the browser holds, in the form of the server's list. */
function localRows(): BatchRow[] {
  return [...kitchen.batches.values()]
    .map((s) => ({
      id: s.id,
      sauceName: s.planned?.sauceName ?? '',
      formulaId: s.planned?.formulaId ?? '',
      status: s.status,
      portions: s.plan?.portions ?? 0,
      servedPortions: s.servedPortions,
      plannedMin: s.plan?.totalMin.value ?? null,
      startedAtMs: s.startedAtMs ?? null,
      finishedAtMs: s.finishedAtMs ?? null,
      pickupAtMs: s.plan?.pickupAtMs ?? null,
      deviations: s.deviations.length,
    }))
    .sort((a, b) => (b.startedAtMs ?? 0) - (a.startedAtMs ?? 0))
}
async function load(): Promise<void> {
  try {
    stored.value = await api.batches(query.value)
    isOffline.value = false
  } catch (error) {
    if (!(error instanceof OutOfReach)) throw error
    stored.value = localRows().filter(isAsked)
    isOffline.value = true
  }
}
onMounted(load)
watch(query, load)
watch(() => kitchen.batches.size, load)
</script>

<template>
  <section>
    <h1 class="visually-hidden">{{ texts.log.title }}</h1>
    <div class="filter">
      <DayField v-model="from" :label="texts.log.from" />
      <DayField v-model="to" :label="texts.log.to" />
      <v-select v-model="formulaId" :items="formulas" :label="texts.log.sauce" />
      <v-btn :href="csvAddress" download>{{ texts.log.csv }}</v-btn>
    </div>
    <ForetoldAgainst :rows="lessons" />
    <HouseHolds :rows="lessons" />
    <p v-if="isOffline" class="caption">⊣ ⊢ {{ texts.log.offline }}</p>
    <p v-if="rows && rows.length === 0" class="label">{{ texts.log.empty }}</p>
    <div v-for="[day, list] in byDay" :key="day">
      <h2 class="label day">{{ day }}</h2>
      <ul>
        <li v-for="r in list" :key="r.id">
          <RouterLink :to="`/log/${r.id}`" class="line">
            <time class="at">{{ clockText(r.startedAtMs ?? r.pickupAtMs ?? 0) }}</time>
            <VesselChip
              v-if="catalog?.pans[0]"
              :profile="catalog.pans[0].profile"
              :fill="fillOf(r.formulaId)"
              :level-mm="34"
            />
            <span class="sauce">{{ r.sauceName }}</span>
            <span class="soft state"
              >{{ texts.service.plates(r.portions) }} · {{ texts.batch.result[r.status]
              }}<span v-if="r.deviations" class="roux"> · {{ r.deviations }} ▽</span></span
            >
            <svg viewBox="0 0 320 30" class="marks" aria-hidden="true">
              <path d="M0 15H320" class="hair" />
              <path v-if="r.plannedMin" :d="`M${(r.plannedMin / longest) * 310} 5v20`" class="plan" />
              <circle
                v-if="took(r) !== undefined"
                :cx="((took(r) ?? 0) / longest) * 310"
                cy="15"
                r="6"
                class="took"
              />
            </svg>
            <span class="soft min"
              ><template v-if="took(r) !== undefined">{{ numberText(took(r) ?? 0) }} min, </template
              >{{ numberText(r.plannedMin ?? 0) }} {{ texts.log.planned }}</span
            >
          </RouterLink>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.filter {
  display: flex;
  gap: 16px;
  align-items: end;
  flex-wrap: wrap;
  padding-bottom: 14px;
  border-bottom: 1.25px solid var(--ink);
}
.filter > .v-input {
  flex: 1 1 160px;
}
.day {
  padding: 16px 0 4px;
}
.line {
  display: grid;
  grid-template-columns: 84px 34px minmax(180px, 1fr) auto minmax(120px, 320px) 13em;
  gap: 14px;
  align-items: center;
  min-height: 60px;
  color: inherit;
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.line:hover .sauce {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.at {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.sauce {
  font-size: var(--type-key);
}
.marks {
  width: 100%;
}
.hair {
  stroke: var(--hair);
}
.plan {
  stroke: var(--ink-soft);
  stroke-width: 2;
}
.took {
  fill: var(--ink);
}
.min {
  font-size: var(--type-caption);
}
.state {
  font-size: var(--type-text);
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 74px 34px minmax(0, 1fr) auto;
  }
  .marks,
  .min {
    grid-column: span 2;
  }
  .min {
    text-align: right;
  }
}
</style>
