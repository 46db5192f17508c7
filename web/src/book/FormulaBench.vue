<script setup lang="ts">
import { NO_CHOICES, type Formula, type KitchenCatalog } from '@liquamen/core'
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import { choicesToQuery } from '../ui/choicesInAddress'
import { moneyText } from '../ui/format'
import { texts } from '../ui/texts'
import { useDeviceUnits } from '../ui/useDeviceUnits'
import AtThisSize from './AtThisSize.vue'
import BenchFindings from './BenchFindings.vue'
import CompositionStrip from './CompositionStrip.vue'
import CopySauce from './CopySauce.vue'
import FormulaVersions from './FormulaVersions.vue'
import GoodsTable from './GoodsTable.vue'
import MethodSteps from './MethodSteps.vue'
import NumbersTable from './NumbersTable.vue'
import { sayDifference } from './sayDifference'
import ScaleBar from './ScaleBar.vue'
import SchoolSwitches from './SchoolSwitches.vue'
import SidesList from './SidesList.vue'
import { useWorkbench, withSwaps, type CheaperRoute } from './useWorkbench'
import WeighOutCard from './WeighOutCard.vue'

const props = defineProps<{ formula: Formula; catalog: KitchenCatalog }>()
const emit = defineEmits<{
  /** Whether it holds changes that are not saved. */ edited: [isEdited: boolean]
  saved: [version: number]
}>()
const kitchen = useKitchen()
const { system } = useDeviceUnits()
const bench = useWorkbench(
  computed(() => props.catalog),
  computed(() => props.formula),
  { system: computed(() => system.value) },
)
const { draft, choices, ingredients, trace, factor, chosen, differences, beside, besideId, kept } = bench
const isDirty = computed(() => bench.isEdited.value || bench.waiting.value.length > 0)
watch(isDirty, (is) => emit('edited', is), { immediate: true })
const refusals = ref<readonly string[]>([])
const isCopying = ref(false)
const currency = computed(() => props.catalog.settings.currency ?? 'EUR')
const selectedId = ref(props.formula.steps.at(-1)?.id)
const selected = computed(() => trace.value.find((t) => t.stepId === selectedId.value) ?? trace.value.at(-1))
/** The same step of the variant beside; its end where it has no such step. */
const besideSelected = computed(
  () => beside.value.trace.find((t) => t.stepId === selected.value?.stepId) ?? beside.value.trace.at(-1),
)
const besideName = computed(() => beside.value.name || texts.book.bench.written)
const besides = computed(() => [
  { value: 'written', title: texts.book.bench.written },
  ...kept.value.map((k) => ({ value: k.id, title: k.name })),
])
const mother = computed(() => props.catalog.formulas.find((f) => f.id === props.formula.motherId))
const children = computed(() => props.catalog.formulas.filter((f) => f.motherId === props.formula.id))
const marks = computed(() =>
  [...new Set(chosen.value.items.flatMap((i) => ingredients.value.get(i.ingredientId)?.marks ?? []))]
    .flatMap((m) => texts.book.marks[m] ?? [])
    .join(' · '),
)
const hasChoices = computed(
  () => Object.keys(choices.value.schools).length + Object.keys(choices.value.swaps).length > 0,
)
/** An order takes the formula as saved, with the schools and swaps that are chosen here. */
const orderRoute = computed(() => ({
  path: '/service',
  query: { sauce: props.formula.id, ...choicesToQuery(choices.value) },
}))
const routeName = (r: CheaperRoute) =>
  r.swaps.map((s) => ingredients.value.get(s.swap.to)?.name ?? '').join(' + ')

const take = (route: CheaperRoute) => bench.choose(withSwaps(choices.value, route.swaps))
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
      <div class="keys-row">
        <v-btn :disabled="bench.past.value.length === 0" @click="bench.undo()">{{
          texts.book.bench.undo
        }}</v-btn>
        <v-btn :aria-expanded="isCopying" @click="isCopying = !isCopying">{{ texts.workbench.copy }}</v-btn>
        <v-btn
          :to="orderRoute"
          :disabled="isDirty"
          :title="isDirty ? texts.workbench.saveFirst : undefined"
          >{{ texts.book.bench.open }}</v-btn
        >
        <v-btn @click="print">{{ texts.book.bench.print }}</v-btn>
        <v-btn
          class="is-first"
          :disabled="!bench.isEdited.value || bench.waiting.value.length > 0"
          @click="save"
          >{{ texts.book.bench.save(formula.version + 1) }}</v-btn
        >
      </div>
    </div>
    <CopySauce v-if="isCopying" :formula="chosen" :catalog="catalog" @done="isCopying = false" />
    <MayLine v-if="bench.isEdited.value" doing="changeBook" />
    <ScaleBar :formula="formula" :catalog="catalog" :bench="bench" />
    <BenchFindings :bench="bench" :refusals="refusals" />

    <div class="columns">
      <div class="goods">
        <h2 class="label">{{ texts.book.bench.weighOut }}</h2>
        <GoodsTable :catalog="catalog" :bench="bench" />
        <p v-if="marks" class="caption">{{ marks }}</p>
        <template v-if="draft.schools?.length"
          ><h2 class="label">{{ texts.book.bench.schools }}</h2>
          <p class="caption">{{ texts.book.bench.schoolsHint }}</p>
          <SchoolSwitches
            :formula="draft"
            :choices="choices"
            :outcomes="bench.outcomes.value"
            :currency="currency"
            @choose="bench.chooseWay"
        /></template>
      </div>
      <div class="method">
        <CompositionStrip
          :steps="trace"
          :factor="factor"
          :selected-id="selected?.stepId"
          @select="(id) => (selectedId = id)"
        />
        <template v-if="differences.length && beside.trace.length">
          <p class="label">{{ texts.workbench.beside }}: {{ besideName }}</p>
          <CompositionStrip
            :steps="beside.trace"
            :factor="factor"
            is-beside
            @select="(id) => (selectedId = id)"
          />
        </template>
        <MethodSteps :bench="bench" :selected-id="selected?.stepId" @select="(id) => (selectedId = id)" />
        <SidesList :bench="bench" />
        <h2 class="label">{{ texts.book.bench.cheaper }}</h2>
        <p v-for="r in bench.cheaper.value" :key="routeName(r)">
          <button class="text-key start" @click="take(r)">
            {{ texts.book.bench.saves(routeName(r), moneyText(r.savesMinor, currency)) }}
          </button>
        </p>
        <p v-if="bench.cheaper.value.length === 0" class="caption">{{ texts.book.bench.noCheaper }}</p>
      </div>
      <aside class="figures">
        <div class="held">
          <div class="compare">
            <v-select v-model="besideId" :items="besides" :label="texts.workbench.beside" />
            <v-btn @click="bench.keepBeside(texts.workbench.variant(kept.length + 1))">{{
              texts.workbench.keepBeside
            }}</v-btn>
          </div>
          <p v-if="selected && selected.stepId !== chosen.steps.at(-1)?.id" class="label">
            {{ texts.book.bench.after(selected.verb) }}
          </p>
          <NumbersTable
            :beside="besideSelected"
            :beside-name="besideName"
            :chosen="selected"
            :factor="factor"
            :currency="currency"
            :bench="bench"
          />
          <h2 class="label">{{ texts.book.bench.changes }}</h2>
          <ul>
            <li v-for="(d, i) in differences" :key="i" class="change">{{ sayDifference(d, ingredients) }}</li>
          </ul>
          <p v-if="differences.length === 0" class="caption">{{ texts.book.bench.nothingChanged }}</p>
          <button v-if="hasChoices" class="text-key start" @click="bench.choose(NO_CHOICES)">
            {{ texts.book.bench.asIs }}
          </button>
          <AtThisSize :bench="bench" />
          <FormulaVersions
            v-if="formula.version > 1"
            :formula-id="formula.id"
            :ingredients="ingredients"
            @beside="(v) => bench.keepBeside(texts.book.bench.version(v.version), v)"
          />
          <p class="caption source">{{ formula.source }}</p>
        </div>
      </aside>
    </div>
  </section>
  <WeighOutCard :bench="bench" :catalog="catalog" :name="formula.name" />
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
  font-size: var(--type-title);
  line-height: 1.1;
}
.sub {
  font-size: var(--type-text);
}
.descent {
  font-size: var(--type-text);
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
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.1fr) minmax(0, 0.95fr);
  gap: 28px;
  padding-top: 8px;
}
h2 {
  padding: 12px 0 4px;
}
.compare {
  display: flex;
  gap: 12px;
  align-items: end;
  padding-bottom: 8px;
}
.change {
  font-size: var(--type-text);
  padding: 2px 0;
}
.start {
  text-align: left;
  padding: 0;
}
.source {
  padding-top: 14px;
}
/* the numbers stay in sight while a switch further down moves them: within their column, not over what is below it */
.held {
  position: sticky;
  top: 8px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    grid-template-areas: 'goods figures' 'method method';
    gap: 24px;
  }
  .goods {
    grid-area: goods;
  }
  .figures {
    grid-area: figures;
  }
  .method {
    grid-area: method;
  }
}
@media print {
  .bench {
    display: none;
  }
}
</style>
