<script setup lang="ts">
import {
  orderFindings,
  dealShares,
  plannedAt,
  takenBy,
  type BatchState,
  type OrderState,
  type PlacedBatch,
  type PlanWarning,
  type VesselRole,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { choiceWords } from '../book/choiceWords'
import { guestAsks } from '../port/guestAsks'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { roomOf } from '../techniques/registry'
import { clockText, numberText, percentText } from '../ui/format'
import { texts } from '../ui/texts'
import PlanVessels from './PlanVessels.vue'
import { usePlanDraft } from './usePlanDraft'
import WeighOutLines from './WeighOutLines.vue'

const props = defineProps<{
  orders: readonly OrderState[]
  /** The planned batch that is to be changed. */ batch?: BatchState | undefined
}>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { kitchen, catalog, current, nowMs, batchesOfOrder } = useKitchenViews()
const taken = computed(() =>
  current.value.filter((v) => v.state.id !== props.batch?.id).flatMap((v) => takenBy(v, nowMs.value) ?? []),
)
const { draft, formula, asked, shares, portions, pickupAtMs, result, unclear, ringFreeAtMs, inBatches } =
  usePlanDraft({
    catalog: computed(() => catalog.value!),
    ingredients: computed(() => kitchen.ingredients),
    orders: computed(() => props.orders),
    batch: computed(() => props.batch),
    taken,
  })
const checks = computed(() => {
  const made = formula.value
  if (!made) return []
  const detailsOf = (o: OrderState) => kitchen.details.get(o.taken?.detailsId ?? '')
  return props.orders.map((o) => orderFindings(made, guestAsks(o, detailsOf(o)), kitchen.ingredients))
})
/** Goods that none of these guests must go without. */
const usableFor = (itemId: string) =>
  checks.value.map((c) => c.usable.get(itemId) ?? []).reduce((a, b) => a.filter((id) => b.includes(id)))
for (const item of formula.value?.items ?? []) {
  const usable = checks.value.length ? usableFor(item.id) : []
  if (usable[0] && !usable.includes(draft.sources[item.id] ?? item.ingredientId))
    draft.sources[item.id] = usable[0]
}
const batchesNow = () => props.orders.flatMap((o) => batchesOfOrder(o.id))
const knownIds = new Set(batchesNow().map((b) => b.id))
/** Another tablet, or the evening's plan, put these orders on the stove while this sheet was open. */
const meanwhile = computed(() => batchesNow().find((b) => !knownIds.has(b.id)))
const why = ref(false)
const placed = computed(() => result.value.placed)
const plan = computed(() => placed.value?.plan)
const words = computed(() =>
  choiceWords(catalog.value?.formulas ?? [], asked.value, kitchen.ingredients).join(' · '),
)
const labels = computed(() =>
  props.orders
    .map((o) => o.taken?.label)
    .filter(Boolean)
    .join(', '),
)
const rings = computed(() =>
  (catalog.value?.rings ?? []).map((r) => {
    const free = ringFreeAtMs(r.id)
    return {
      value: r.id,
      title: [`${r.number} ${r.strength}`, free === undefined ? '' : texts.plan.freeAt(clockText(free))]
        .filter(Boolean)
        .join(' · '),
    }
  }),
)
const swaps = computed(() =>
  (formula.value?.items ?? [])
    .filter((i) => i.sources?.length)
    .map((i) => ({
      id: i.id,
      label: (kitchen.ingredients.get(i.ingredientId)?.name ?? i.ingredientId).split(',')[0] ?? '',
      items: (checks.value.length ? usableFor(i.id) : [i.ingredientId, ...(i.sources ?? [])]).map((id) => ({
        value: id,
        title: kitchen.ingredients.get(id)?.name ?? id,
      })),
      current: draft.sources[i.id] ?? i.ingredientId,
    })),
)
const reductions = computed(() => (formula.value?.steps ?? []).filter((s) => s.target !== undefined))
const alcohol = computed(() => {
  const a = plan.value?.ethanolLeftFrac
  if (!a) return ''
  if (a.high < 0.005) return texts.plan.traceOnly
  return `${a.low < 0.005 ? `${texts.plan.traceOnly} –` : `${percentText(a.low)}–`} ${percentText(a.high)} %`
})
/** What each room puts on the sheet of its steps. */
const sums = computed(() =>
  (plan.value?.steps ?? []).flatMap((planned) => {
    const step = placed.value && formula.value?.steps.find((s) => s.id === planned.stepId)
    const Sums = step && roomOf(step).Sums
    return step && Sums && planned.work.kind !== 'plain' ? [{ planned, step, Sums }] : []
  }),
)
/** What stands in the way of its ring or of a vessel, and until when. */
const waitsText = computed(() => {
  const { waitsFor, ring, freeFromMs = 0 } = placed.value ?? {}
  if (!waitsFor || !ring) return ''
  const at = clockText(freeFromMs)
  return waitsFor === 'ring' ? texts.plan.ringFree(ring.number, at) : texts.plan.vesselFree(waitsFor.name, at)
})
const batches = computed(() => placed.value?.choice.batches ?? 1)
const warnings = computed(() => (plan.value?.warnings ?? []).filter((w) => w.code !== 'tooManyForOne'))
function say(w: PlanWarning): string {
  if (w.code === 'late')
    return texts.service.late(clockText(pickupAtMs.value ?? 0), clockText(w.earliestAtMs))
  if (w.code === 'saltyAlready') return texts.plan.saltyAlready(percentText(w.saltFrac, 2))
  if (w.code === 'waterFirst') return texts.plan.waterFirst(numberText(w.waterG), numberText(w.phaseFrac, 2))
  if (w.code === 'steams') return texts.plan.steams(w.lots)
  return texts.plan.warnings[w.code]
}

/** Puts batches on the stove: the one that is shown, or as many as it takes. */
async function put(list: readonly PlacedBatch[]): Promise<void> {
  const asks = asked.value
  const sauce = formula.value
  if (!sauce || !asks || list.length === 0 || meanwhile.value) return
  const dealt = dealShares(
    shares.value,
    list.map((p) => p.plan.portions),
  )
  const isKept = await tapped(() =>
    kitchen.recordAll(
      list.map((one, i) => ({
        kind: 'batch.planned',
        streamId: (i === 0 && props.batch?.id) || uuidv7(),
        payload: plannedAt(
          {
            shares: dealt[i] ?? [],
            formulaId: sauce.id,
            sauceName: sauce.name,
            fill: sauce.fill,
            sources: { ...draft.sources },
            phrases: { ...draft.phrases },
            ...(asks.choices ? { choices: asks.choices } : {}),
          },
          one,
        ),
      })),
    ),
  )
  if (!isKept) return
  emit('close')
  await router.push('/stove')
}
async function takeOff(): Promise<void> {
  const { batch } = props
  if (batch && (await tapped(() => kitchen.record('batch.takenOff', batch.id, { reason: '' })))) emit('close')
}
const useVessel = (role: VesselRole, panId: string) => (draft.vessels = { ...draft.vessels, [role]: panId })
</script>

<template>
  <section>
    <div class="heading-row">
      <h1>
        <span class="sauce">{{ formula?.name }}</span>
        <span class="soft for"
          >{{ texts.service.platesFor(portions, clockText(pickupAtMs ?? 0)) }} {{ labels }}</span
        >
      </h1>
      <div class="keys-row">
        <v-btn v-if="batch" @click="takeOff">{{ texts.plan.takeOff }}</v-btn>
        <v-btn @click="emit('close')">{{ texts.app.close }}</v-btn>
      </div>
    </div>
    <p v-if="words" class="label">{{ texts.service.chosenWith(words) }}</p>
    <div class="choose">
      <v-text-field
        v-model="draft.ready"
        class="short"
        :label="texts.plan.readyBy"
        inputmode="numeric"
        :error-messages="pickupAtMs === undefined ? texts.service.pickupWrong : ''"
      />
      <v-select
        :model-value="placed?.ring.id"
        :items="rings"
        :label="texts.plan.ring"
        @update:model-value="(v: string) => (draft.ringId = v)"
      />
      <PlanVessels v-if="placed" :placed="placed" @use="useVessel" />
      <v-select
        v-for="swap in swaps"
        :key="swap.id"
        :model-value="swap.current"
        :items="swap.items"
        :label="swap.label"
        @update:model-value="(v: string) => (draft.sources[swap.id] = v)"
      />
      <v-text-field
        v-for="step in reductions"
        :key="step.id"
        :model-value="draft.phrases[step.id] ?? step.target"
        :label="`${texts.plan.phrase}: ${step.verb}`"
        maxlength="120"
        @update:model-value="(v: string) => (draft.phrases[step.id] = v)"
      />
    </div>
    <div v-if="unclear" class="unclear" role="alert">
      <p class="label wine">
        ✕ {{ unclear.target.flags.map((f) => texts.plan.flags[f] ?? f).join(' ') || texts.plan.readings }}
      </p>
      <p v-if="unclear.target.options.length" class="caption">{{ texts.plan.readings }}</p>
      <div class="keys-row">
        <v-btn
          v-for="o in unclear.target.options"
          :key="o.fractionLeft"
          @click="draft.phrases[unclear!.stepId] = `to ${Math.round(o.fractionLeft * 1000) / 10} %`"
          >{{ texts.plan.left(percentText(o.fractionLeft, 0)) }}
          <small>{{ numberText(o.volumeMl) }} ml</small></v-btn
        >
      </div>
    </div>
    <template v-if="plan && placed">
      <ul v-if="warnings.length || batches > 1 || waitsText" class="warn">
        <li v-if="waitsText" class="roux label">▽ {{ waitsText }}</li>
        <li v-for="(w, i) in warnings" :key="i" class="roux label">▽ {{ say(w) }}</li>
        <li v-if="batches > 1" class="roux label keys-row">
          ▽ {{ texts.plan.warnings.tooManyForOne }}
          <v-btn v-if="!meanwhile" @click="put(inBatches(batches))">{{
            texts.plan.asBatches(batches, Math.ceil(portions / batches))
          }}</v-btn>
        </li>
      </ul>
      <div class="columns">
        <div class="left">
          <WeighOutLines :lines="plan.weighOut" @why="why = !why" />
          <ul v-if="why" class="reading soft explain">
            <li v-for="line in texts.explain.plan(plan, formula?.source ?? '')" :key="line">{{ line }}</li>
          </ul>
        </div>
        <component
          :is="sum.Sums"
          v-for="sum in sums"
          :key="sum.planned.stepId"
          :planned="sum.planned"
          :step="sum.step"
        />
        <dl class="sums">
          <div>
            <dt>{{ texts.plan.salt }}</dt>
            <dd>
              {{
                texts.plan.saltLine(
                  percentText(plan.salt.ownSaltFrac, 2),
                  `${numberText(plan.salt.addG, 1)} g`,
                  percentText(plan.salt.targetFrac, 2),
                )
              }}
            </dd>
          </div>
          <div v-if="plan.ethanolLeftFrac.high > 0">
            <dt>{{ texts.plan.alcohol }}</dt>
            <dd>{{ alcohol }}. {{ texts.plan.alcoholNote }}</dd>
          </div>
          <div>
            <dt>{{ texts.plan.yield }}</dt>
            <dd>{{ texts.service.plates(plan.yieldPortions) }}, {{ numberText(plan.finalVolumeMl) }} ml</dd>
          </div>
        </dl>
      </div>
      <div class="last">
        <p class="label">
          {{ texts.plan.start }} <strong>{{ clockText(plan.latestStartAtMs) }}</strong>
          <span class="caption"
            >{{ texts.plan.sure }} {{ clockText(plan.sureStartAtMs) }} · {{ texts.plan.total.toLowerCase() }}
            {{ numberText(plan.totalMin.low) }}–{{ numberText(plan.totalMin.high) }} min</span
          >
        </p>
        <p v-if="meanwhile" class="label keys-row" role="status">
          ▽ {{ texts.plan.meanwhile(clockText(meanwhile.planned?.plan.pickupAtMs ?? 0)) }}
          <v-btn class="is-first" :to="`/bench/${meanwhile.id}`">{{ texts.app.screens.bench }}</v-btn>
        </p>
        <v-btn v-else class="is-first" @click="put([placed])">{{
          batch ? texts.plan.replan : texts.plan.put
        }}</v-btn>
      </div>
    </template>
  </section>
</template>

<style scoped>
.last {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  flex-wrap: wrap;
}
h1 {
  font-size: var(--type-title);
  line-height: 1.1;
}
.for {
  font-size: var(--type-label);
}
.choose {
  display: flex;
  align-items: flex-start;
  gap: 20px;
  flex-wrap: wrap;
  padding: 6px 0 12px;
}
.choose > * {
  flex: 1 1 170px;
}
.sums {
  grid-column: 2 / -1;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: auto 1fr;
  gap: 10px 32px;
}
.short {
  flex: 0 1 130px !important;
}
.explain {
  font-size: var(--type-caption);
  padding-bottom: 8px;
}
.left {
  grid-row: 1 / span 2;
}
.sums > div {
  display: flex;
  gap: 14px;
  border-top: 1px solid var(--hair);
  padding: 5px 0;
}
.sums dt {
  flex: 0 0 9em;
  color: var(--ink-soft);
  font-size: var(--type-text);
}
.sums dd {
  font-size: var(--type-text);
  font-stretch: 87.5%;
}
.unclear,
.warn {
  padding: 8px 0;
  border-top: 1.25px solid var(--ink);
}
.last {
  border-top: 1.25px solid var(--ink);
  margin-top: 10px;
  padding-top: 10px;
}
.last strong {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .columns > :first-child {
    grid-column: 1 / -1;
  }
  .sums {
    grid-column: 1 / -1;
  }
}
</style>
