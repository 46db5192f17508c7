<script setup lang="ts">
import { itemMassG, NO_CHOICES, stockSaltLimit, type Formula, type KitchenCatalog } from '@liquamen/core'
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, OutOfReach, Refusal } from '../kitchen/api'
import { useKitchen } from '../kitchen/kitchen.store'
import { moneyText, numberText, percentText } from '../shared/format'
import { texts } from '../shared/texts'
import { useMeasureSystem } from '../shared/useMeasureSystem'
import CompositionStrip from './CompositionStrip.vue'
import FormulaVersions from './FormulaVersions.vue'
import GoodsTable from './GoodsTable.vue'
import NumbersTable from './NumbersTable.vue'
import { sayDifference } from './sayDifference'
import ScaleBar from './ScaleBar.vue'
import SchoolSwitches from './SchoolSwitches.vue'
import { useWorkbench } from './useWorkbench'

const props = defineProps<{ formula: Formula; catalog: KitchenCatalog }>()
const emit = defineEmits<{ /** Whether it holds changes that are not saved. */ edited: [isEdited: boolean]; saved: [version: number] }>()
const kitchen = useKitchen()
const bench = useWorkbench(
  computed(() => props.catalog),
  computed(() => props.formula),
)
const { draft, choices, ingredients, trace, factor, chosen, problems, differences } = bench
watch(bench.isEdited, (is) => emit('edited', is), { immediate: true })
const { system, toggle: toggleSystem } = useMeasureSystem()
const refusals = ref<readonly string[]>([])
const currency = computed(() => props.catalog.settings.currency ?? 'EUR')
const selectedId = ref(props.formula.steps.at(-1)?.id)
const selected = computed(() => trace.value.find((t) => t.stepId === selectedId.value) ?? trace.value.at(-1))
const writtenSelected = computed(() => bench.writtenTrace.value.find((t) => t.stepId === selected.value?.stepId))
const mother = computed(() => props.catalog.formulas.find((f) => f.id === props.formula.motherId))
const children = computed(() => props.catalog.formulas.filter((f) => f.motherId === props.formula.id))
const chosenMarks = computed(() => new Set(chosen.value.items.flatMap((i) => ingredients.value.get(i.ingredientId)?.marks ?? [])))
const marks = computed(() => [...chosenMarks.value].flatMap((m) => texts.book.marks[m] ?? []).join(' · '))
const hasChoices = computed(() => Object.keys(choices.value.schools).length + Object.keys(choices.value.swaps).length > 0)
const verbOf = (stepId: string | undefined) => chosen.value.steps.find((s) => s.id === stepId)?.verb ?? ''
const range = (m: { low: number; high: number }) => {
  const decimals = m.low % 1 ? 1 : 0
  return `${numberText(m.low, decimals)}–${numberText(m.high, decimals)} min`
}

/** A salted stock is judged where it ends. */
const stockWarning = computed(() => {
  const item = chosen.value.items.find((i) => {
    const good = ingredients.value.get(i.ingredientId)
    return good?.marks?.some((m) => m.startsWith('stock')) && (good.per100G.salt ?? 0) > 0.3
  })
  const good = item && ingredients.value.get(item.ingredientId)
  if (!item || !good || trace.value.length === 0) return ''
  const most = chosen.value.saltTargetFrac.high
  const limit = stockSaltLimit(trace.value, itemMassG(item, good), (good.per100G.salt ?? 0) / 100, most)
  return limit.endsAtFrac > most
    ? texts.book.bench.stock(percentText(limit.endsAtFrac, 1), numberText(limit.unsaltedAtLeastG * factor.value))
    : ''
})

async function save(): Promise<void> {
  refusals.value = []
  try {
    const saved = await api.saveFormula({ ...draft.value, version: props.formula.version })
    await kitchen.refreshCatalog()
    emit('saved', saved.version)
  } catch (error) {
    if (error instanceof Refusal)
      refusals.value = [
        texts.book.problems[error.problem.code] ?? error.problem.title,
        ...(error.problem.fields ?? []).map((f) => `${f.field}: ${f.message}`),
      ]
    else if (error instanceof OutOfReach) refusals.value = [texts.app.failed]
    else throw error
  }
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const isTyping = /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
  if (event.key.toLowerCase() === 'z' && !isTyping) bench.undo()
})
const print = () => window.print()
</script>

<template>
  <section class="bench">
    <div class="top">
      <div>
        <h1>
          <span class="sauce">{{ formula.name }}</span>
          <span class="soft sub">{{ formula.family }}, {{ texts.book.bench.version(formula.version) }}</span>
        </h1>
        <p v-if="mother || children.length" class="descent">
          <template v-if="mother"
            ><RouterLink :to="`/book/${mother.id}`"
              ><span class="sauce">{{ mother.name }}</span></RouterLink
            >
            →</template
          >
          <strong class="sauce">{{ formula.name }}</strong>
          <template v-if="children.length"
            >→
            <RouterLink v-for="c in children" :key="c.id" :to="`/book/${c.id}`"
              ><span class="sauce">{{ c.name }}</span></RouterLink
            ></template
          >
        </p>
      </div>
      <div class="keys">
        <v-btn :disabled="bench.past.value.length === 0" @click="bench.undo()">{{ texts.book.bench.undo }}</v-btn><v-btn
          :aria-pressed="system === 'us'"
          @click="toggleSystem"
          >{{ texts.book.bench.measures[system === 'us' ? 'us' : 'metric'] }}</v-btn
        ><v-btn :to="`/service?sauce=${formula.id}`">{{ texts.book.bench.open }}</v-btn
        ><v-btn @click="print">{{ texts.book.bench.print }}</v-btn
        ><v-btn class="is-first" :disabled="!bench.isEdited.value" @click="save">{{ texts.book.bench.save(formula.version + 1) }}</v-btn>
      </div>
    </div>
    <ScaleBar :formula="formula" :catalog="catalog" :bench="bench" />
    <p v-if="!bench.scale.value && problems.length === 0" class="wine label">✕ {{ texts.book.bench.notIn }}</p>
    <p v-else-if="bench.scale.value?.isUnderFloor" class="roux label">▽ {{ texts.book.bench.underFloor }}</p>
    <ul v-if="refusals.length" class="wine" role="alert">
      <li v-for="r in refusals" :key="r" class="label">✕ {{ r }}</li>
    </ul>
    <ul v-if="problems.length" role="alert">
      <li v-for="(p, i) in problems" :key="i" class="roux label">
        ▽ {{ verbOf(p.stepId) }} {{ texts.book.problems[p.code] }} <span class="soft">{{ p.detail }}</span>
      </li>
    </ul>
    <p v-if="bench.contradiction.value" class="roux label">
      ▽
      {{
        texts.book.bench.yields(
          draft.basisPortions,
          numberText(draft.portionMl),
          ...(bench.contradiction.value.claims.map((c) => numberText(c.value)) as [string, string]),
        )
      }}
    </p>
    <p v-if="stockWarning" class="roux label">▽ {{ stockWarning }}</p>

    <div class="columns">
      <div>
        <h2 class="label">{{ texts.book.bench.weighOut }}</h2>
        <GoodsTable :catalog="catalog" :bench="bench" />
        <p v-if="marks" class="caption">{{ marks }}</p>
        <h2 class="label">{{ texts.book.bench.cheaper }}</h2>
        <p v-for="c in bench.cheaper.value" :key="c.itemId + c.swap.to">
          <button class="text" @click="bench.swap(c.itemId, c.swap.to, c.swap.factor)">
            {{ texts.book.bench.saves(ingredients.get(c.swap.to)?.name ?? '', moneyText(c.savesMinor, currency)) }}
          </button>
        </p>
        <p v-if="bench.cheaper.value.length === 0" class="caption">{{ texts.book.bench.noCheaper }}</p>
        <template v-if="draft.schools?.length"
          ><h2 class="label">{{ texts.book.bench.schools }}</h2>
          <p class="caption">{{ texts.book.bench.schoolsHint }}</p>
          <SchoolSwitches :formula="draft" :choices="choices" :ends="bench.optionEnds.value" :currency="currency" @choose="bench.chooseWay"
        /></template>
      </div>
      <div>
        <CompositionStrip :steps="trace" :factor="factor" :selected-id="selected?.stepId" @select="(id) => (selectedId = id)" />
        <ol class="steps">
          <li v-for="s in chosen.steps" :key="s.id" :class="{ here: s.id === selected?.stepId }">
            <button class="step" @click="selectedId = s.id">
              <strong>{{ s.verb }}</strong> {{ s.endsWhen }}<span v-if="s.minutes" class="soft">&ensp;{{ range(s.minutes) }}</span>
            </button>
            <label v-if="s.technique === 'reduce'" class="target"
              ><span class="caption">{{ texts.plan.phrase }}</span
              ><input
                :value="s.target"
                maxlength="120"
                :aria-label="`${texts.plan.phrase}: ${s.verb}`"
                @change="bench.setTarget(s.id, ($event.target as HTMLInputElement).value)"
            /></label>
          </li>
        </ol>
      </div>
      <aside>
        <p v-if="selected && selected.stepId !== chosen.steps.at(-1)?.id" class="label">{{ texts.book.bench.after(selected.verb) }}</p>
        <NumbersTable :written="writtenSelected" :chosen="selected" :factor="factor" :currency="currency" />
        <h2 class="label">{{ texts.book.bench.changes }}</h2>
        <ul>
          <li v-for="(d, i) in differences" :key="i" class="change">{{ sayDifference(d, ingredients) }}</li>
        </ul>
        <p v-if="differences.length === 0" class="caption">{{ texts.book.bench.nothingChanged }}</p>
        <button v-if="hasChoices" class="text" @click="bench.choose(NO_CHOICES)">{{ texts.book.bench.asIs }}</button>
        <FormulaVersions v-if="formula.version > 1" :formula-id="formula.id" :ingredients="ingredients" />
        <p class="caption source">{{ formula.source }}</p>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.top {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: flex-start;
  flex-wrap: wrap;
}
h1 {
  font-size: 42px;
  line-height: 1.1;
}
.sub {
  font-size: 21px;
}
.descent {
  font-size: 21px;
  display: flex;
  gap: 0 12px;
  flex-wrap: wrap;
  align-items: center;
}
.descent a {
  color: inherit;
  min-height: 48px;
  display: inline-flex;
  align-items: center;
}
.keys {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.1fr) minmax(0, 0.95fr);
  gap: 28px;
  padding-top: 8px;
}
.steps li {
  border-top: 1px solid var(--hair);
  padding: 2px 0;
}
.steps li.here {
  background: var(--sunk);
}
.step {
  width: 100%;
  min-height: 48px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 19px;
  text-align: left;
  cursor: pointer;
  line-height: 1.2;
}
.target {
  display: flex;
  gap: 10px;
  align-items: center;
}
.target input {
  flex: 1;
  min-width: 0;
  height: 48px;
  border: 0;
  border-bottom: 1px solid var(--tick);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: 22px;
  font-weight: 600;
}
h2 {
  padding: 12px 0 4px;
}
.change {
  font-size: 19px;
  padding: 2px 0;
}
.text {
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 19px;
  font-weight: 600;
  min-height: 48px;
  text-align: left;
  padding: 0;
  text-decoration: underline;
  text-underline-offset: 5px;
  cursor: pointer;
}
.source {
  padding-top: 14px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .keys {
    display: none;
  }
}
</style>
