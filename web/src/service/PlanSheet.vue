<script setup lang="ts">
import { type OrderState, type PlanWarning } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import TargetForms from '../techniques/reduce/TargetForms.vue'
import { clockText, numberText, percentText } from '../ui/format'
import { texts } from '../ui/texts'
import { orderFindings } from './orderFindings'
import EmulsionSums from '../techniques/eggEmulsion/Sums.vue'
import { suits, usePlanDraft } from './usePlanDraft'

const props = defineProps<{ order: OrderState }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { kitchen, catalog, current } = useKitchenViews()
const taken = computed(() => props.order.taken!)
const ringIsTaken = (id: string) => current.value.some((v) => v.ring.id === id)
const freeRings = computed(() =>
  [...(catalog.value?.rings ?? [])]
    .sort((a, b) => b.heater.ratedW - a.heater.ratedW)
    .map((r) => r.id)
    .filter((id) => !ringIsTaken(id)),
)
const busyPans = computed(() => new Set(current.value.map((v) => v.pan.id)))
const { draft, formula, result, unclear, choose } = usePlanDraft(
  computed(() => catalog.value!),
  computed(() => kitchen.ingredients),
  computed(() => props.order),
  freeRings,
  busyPans,
)
onMounted(() => {
  for (const item of formula.value?.items ?? []) {
    const [first] = checked.value.usable.get(item.id) ?? []
    if (first && first !== item.ingredientId && !(checked.value.usable.get(item.id) ?? []).includes(item.ingredientId))
      draft.sources[item.id] = first
  }
  choose()
})
const exact = ref(false)
const why = ref(false)
const plan = computed(() => result.value.plan)
const pans = computed(() =>
  (catalog.value?.pans ?? [])
    .filter((p) => !formula.value || suits(p, formula.value))
    .map((p) => ({ value: p.id, title: busyPans.value.has(p.id) ? `${p.name} · ${texts.plan.inUse}` : p.name })),
)
const rings = computed(() =>
  (catalog.value?.rings ?? []).map((r) => ({
    value: r.id,
    title: `${r.number} ${r.strength}${ringIsTaken(r.id) ? ` · ${texts.plan.busy(r.number)}` : ''}`,
  })),
)
const checked = computed(() =>
  orderFindings(props.order, kitchen.details.get(taken.value.detailsId ?? ''), formula.value, kitchen.ingredients),
)
const swaps = computed(() =>
  (formula.value?.items ?? [])
    .filter((i) => i.sources?.length)
    .map((i) => ({
      id: i.id,
      items: (checked.value.usable.get(i.id) ?? []).map((id) => ({ value: id, title: kitchen.ingredients.get(id)?.name ?? id })),
      current: draft.sources[i.id] ?? i.ingredientId,
    })),
)
const reductions = computed(() => (formula.value?.steps ?? []).filter((s) => s.technique === 'reduce'))
const alcohol = computed(() => {
  const a = plan.value?.ethanolLeftFrac
  return !a
    ? ''
    : a.high < 0.005
      ? texts.plan.traceOnly
      : `${a.low < 0.005 ? `${texts.plan.traceOnly} –` : `${percentText(a.low)}–`} ${percentText(a.high)} %`
})
function say(w: PlanWarning): string {
  if (w.code === 'late') return texts.service.late(clockText(taken.value.pickupAtMs), clockText(w.earliestAtMs))
  if (w.code === 'saltyAlready') return texts.plan.saltyAlready(percentText(w.saltFrac, 2))
  if (w.code === 'waterFirst') return texts.plan.waterFirst(numberText(w.waterG), numberText(w.phaseFrac, 2))
  if (w.code === 'bowlTooSmall') return texts.plan.bowlTooSmall(w.batches)
  return texts.plan[w.code]
}
async function put(): Promise<void> {
  if (!plan.value || !formula.value) return
  const id = uuidv7()
  await kitchen.record('batch.planned', id, {
    orderIds: [props.order.id],
    formulaId: formula.value.id,
    sauceName: formula.value.name,
    fill: formula.value.fill,
    panId: draft.panId,
    ringId: draft.ringId,
    sources: { ...draft.sources },
    phrases: { ...draft.phrases },
    ...(taken.value.choices ? { choices: taken.value.choices } : {}),
    plan: plan.value,
  })
  emit('close')
  await router.push('/stove')
}
</script>

<template>
  <section>
    <div class="top">
      <h1>
        <span class="sauce">{{ formula?.name }}</span>
        <span class="soft for">{{ texts.service.platesFor(taken.portions, clockText(taken.pickupAtMs)) }} {{ taken.label }}</span>
      </h1>
      <v-btn @click="emit('close')">{{ texts.app.close }}</v-btn>
    </div>
    <div class="choose">
      <v-select v-model="draft.panId" :items="pans" :label="formula?.emulsion ? texts.plan.bowl : texts.plan.pan" /><v-select
        v-model="draft.ringId"
        :items="rings"
        :label="texts.plan.ring"
      />
      <v-select
        v-for="swap in swaps"
        :key="swap.id"
        :model-value="swap.current"
        :items="swap.items"
        :label="texts.plan.source"
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
      <p class="label wine">✕ {{ unclear.target.flags.map((f) => texts.plan.flags[f] ?? f).join(' ') || texts.plan.readings }}</p>
      <p v-if="unclear.target.options.length" class="caption">{{ texts.plan.readings }}</p>
      <div class="keys">
        <v-btn
          v-for="o in unclear.target.options"
          :key="o.fractionLeft"
          @click="draft.phrases[unclear!.stepId] = `to ${Math.round(o.fractionLeft * 1000) / 10} %`"
          >{{ percentText(o.fractionLeft, 0) }} % left <small>{{ numberText(o.volumeMl) }} ml</small></v-btn
        >
      </div>
    </div>
    <template v-if="plan">
      <ul v-if="plan.warnings.length" class="warn">
        <li v-for="(w, i) in plan.warnings" :key="i" class="roux label">▽ {{ say(w) }}</li>
      </ul>
      <div class="columns">
        <div class="left">
          <h2 class="head">
            <span class="label">{{ texts.plan.weighOut }}</span><button class="text" :aria-pressed="exact" @click="exact = !exact">
              {{ exact ? texts.plan.asShown : texts.plan.exact }}</button
            ><button class="text" :aria-expanded="why" :aria-label="texts.app.explain" @click="why = !why">?</button>
          </h2>
          <ul v-if="why" class="reading soft explain">
            <li v-for="line in texts.explain.plan(plan, formula?.source ?? '')" :key="line">{{ line }}</li>
          </ul>
          <ul class="weigh">
            <li v-for="line in plan.weighOut" :key="line.itemId">
              <span class="amount"
                >{{
                  line.shown.unit === 'pieces'
                    ? exact
                      ? numberText(line.exactG, 1)
                      : numberText(line.shown.value)
                    : exact
                      ? line.shown.unit === 'ml'
                        ? numberText(line.exactMl, 1)
                        : numberText(line.exactG, 1)
                      : numberText(line.shown.value)
                }}<span class="u">{{ line.shown.unit === 'pieces' ? (exact ? 'g' : '×') : line.shown.unit }}</span></span
              ><span :class="{ sauce: line.isLiquid }">{{ line.name }}</span>
            </li>
          </ul>
        </div>
        <div v-for="stage in plan.stages" :key="stage.stepId">
          <h2 class="label head">
            {{ reductions.find((r) => r.id === stage.stepId)?.verb }}
            <span class="soft"
              >{{ numberText(stage.minutes.low) }}–{{ numberText(stage.minutes.value) }}–{{ numberText(stage.minutes.high) }} min</span
            >
          </h2>
          <TargetForms :stage="stage" />
        </div>
        <EmulsionSums v-if="plan.emulsion" class="wide" :plan="plan.emulsion" />
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
          <div v-if="plan.ethanolLeftFrac.high > 0 || plan.stages.length">
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
        <v-btn class="is-first" @click="put">{{ texts.plan.put }}</v-btn>
      </div>
    </template>
  </section>
</template>

<style scoped>
.top,
.last,
.keys {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  flex-wrap: wrap;
}
.keys {
  justify-content: flex-start;
}
h1 {
  font-size: 40px;
  line-height: 1.1;
}
.for {
  font-size: 22px;
}
.choose {
  display: flex;
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
.explain {
  font-size: 18px;
  padding-bottom: 8px;
}
.wide {
  grid-column: 2 / -1;
}
.left {
  grid-row: 1 / span 2;
}
.head {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-bottom: 4px;
}
.weigh li {
  display: flex;
  gap: 14px;
  align-items: baseline;
  border-top: 1px solid var(--hair);
  padding: 4px 0;
}
.amount {
  font-size: 34px;
  font-weight: 580;
  min-width: 4.4em;
  text-align: right;
}
.weigh .sauce {
  font-size: 25px;
}
.u {
  font-size: 18px;
  font-weight: 460;
  color: var(--ink-soft);
  display: inline-block;
  width: 1.7em;
  text-align: left;
  padding-left: 4px;
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
  font-size: 19px;
}
.sums dd {
  font-size: 20px;
  font-stretch: 87.5%;
}
.text {
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 20px;
  font-weight: 600;
  min-height: 48px;
  min-width: 48px;
  text-decoration: underline;
  text-underline-offset: 5px;
  cursor: pointer;
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
  font-size: 42px;
  font-weight: 580;
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
