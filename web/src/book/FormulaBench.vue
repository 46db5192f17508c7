<script setup lang="ts">
import { capacityMl, compositionOf, density20GPerMl, houseRules, itemMassG, NO_CHOICES, stockSaltLimit, swapsFor, type Formula, type FormulaItem, type HouseMeasures, type KitchenCatalog } from '@liquamen/core'
import { useEventListener } from '@vueuse/core'
import { computed, ref, toRef } from 'vue'
import { api, OutOfReach, Refusal } from '../kitchen/api'
import { useKitchen } from '../kitchen/kitchen.store'
import { numberText, percentText } from '../shared/format'
import { texts } from '../shared/texts'
import AmountField from './AmountField.vue'
import CompositionStrip from './CompositionStrip.vue'
import FormulaVersions from './FormulaVersions.vue'
import NumbersTable from './NumbersTable.vue'
import { useMeasureSystem } from '../shared/useMeasureSystem'
import { amountText, sayDifference } from './sayDifference'
import SchoolSwitches from './SchoolSwitches.vue'
import { useWorkbench } from './useWorkbench'

const props = defineProps<{ formula: Formula; catalog: KitchenCatalog }>()
const kitchen = useKitchen()
const bench = useWorkbench(toRef(props, 'catalog') as never, toRef(props, 'formula') as never)
const { draft, choices, ask, ingredients, trace, factor, chosen, problems } = bench
const message = ref('')
const refusals = ref<readonly string[]>([])
const currency = computed(() => props.catalog.settings.currency ?? 'EUR')
const modes = Object.entries(texts.book.bench.by).map(([value, title]) => ({ value, title }))
const scaleValue = ref(String(props.formula.basisPortions))
const scaleOf = ref(props.formula.items[0]?.ingredientId ?? '')
const panId = ref(props.catalog.pans.find((p) => (p.kind === 'bowl') === (props.formula.emulsion !== undefined))?.id ?? '')
const usedGoods = computed(() => [...new Set(chosen.value.items.map((i) => i.ingredientId))].map((id) => ({ value: id, title: ingredients.value.get(id)?.name ?? id })))
const pans = computed(() => props.catalog.pans.map((p) => ({ value: p.id, title: p.name })))

/** Reads the scale field anew: what is asked for, in the way that is chosen. */
function rescale(by: string = ask.value.by): void {
  const value = Number(scaleValue.value.replace(',', '.'))
  const good = ingredients.value.get(scaleOf.value)
  const pan = props.catalog.pans.find((p) => p.id === panId.value)
  if (by === 'vessel' && pan) ask.value = { by, capacityMl: capacityMl(pan.profile), fullestShare: pan.kind === 'bowl' ? 0.5 : 2 / 3, floorMl: 120 }
  else if (!(value > 0)) return
  else if (by === 'portions') ask.value = { by, portions: value }
  else if (by === 'volume') ask.value = { by, volumeMl: value }
  else if (by === 'ingredient' && good) ask.value = { by, ingredientId: scaleOf.value, massG: good.emulsionRole === 'yolk' && good.pieceG ? value * good.pieceG : good.isLiquid ? value * density20GPerMl(compositionOf(good, 100)) : value }
}
const unitOfScale = computed(() => { const good = ingredients.value.get(scaleOf.value); return ask.value.by === 'volume' ? 'ml' : ask.value.by === 'ingredient' ? (good?.emulsionRole === 'yolk' ? '×' : good?.isLiquid ? 'ml' : 'g') : '' })
function setMode(by: string): void {
  scaleValue.value = by === 'portions' ? String(props.formula.basisPortions) : by === 'volume' ? numberText(trace.value.at(-1)?.volumeMl ?? 0).replace(',', '') : by === 'ingredient' ? '1' : scaleValue.value
  ask.value = { ...ask.value, by } as never
  rescale(by)
}
const addId = ref('')
const addStep = ref(props.formula.steps[0]?.id ?? '')
const allGoods = computed(() => props.catalog.ingredients.map((i) => ({ value: i.id, title: i.name })))
const { system, toggle: toggleSystem } = useMeasureSystem()
const shown = (item: FormulaItem) => amountText(item.amount, factor.value, system.value)
const selectedId = ref(props.formula.steps.at(-1)?.id)
const selected = computed(() => trace.value.find((t) => t.stepId === selectedId.value) ?? trace.value.at(-1))
const writtenSelected = computed(() => bench.writtenTrace.value.find((t) => t.stepId === selected.value?.stepId))
const goodOf = (item: FormulaItem) => { const i = ingredients.value.get(item.ingredientId); return { id: item.ingredientId, densityGPerMl: i ? density20GPerMl(compositionOf(i, 100)) : 1, isLiquid: i?.isLiquid ?? false, ...(i?.pieceG ? { pieceG: i.pieceG } : {}), ...(i?.trimYield ? { trimYield: i.trimYield } : {}) } }
/** An amount typed for the scaled batch is put back to the formula's own basis; poured goods stay poured. */
function amountIs(item: FormulaItem, massG: number): void {
  const own = draft.value.items.find((i) => i.id === item.id)
  if (!own) return
  const grams = massG / factor.value
  bench.setAmount(item.id, 'volumeMl' in own.amount ? { volumeMl: grams / goodOf(item).densityGPerMl } : { massG: grams })
}
async function keepMeasures(measures: HouseMeasures): Promise<void> { await api.saveMeasures(measures).catch(() => undefined); await kitchen.refreshCatalog() }
const swapItems = (item: FormulaItem) => { const original = draft.value.items.find((i) => i.id === item.id)?.ingredientId ?? item.ingredientId; const found = swapsFor(original, ingredients.value); return [{ value: '', title: found.length ? texts.book.bench.asIs : texts.book.bench.noSwap }, ...found.map((s) => ({ value: s.to, title: `${ingredients.value.get(s.to)?.name ?? s.to} · ${texts.book.notes[s.note] ?? ''}` }))] }
const swapTo = (item: FormulaItem, to: string) => { const original = draft.value.items.find((i) => i.id === item.id)?.ingredientId ?? ''; bench.swap(item.id, to || undefined, swapsFor(original, ingredients.value).find((s) => s.to === to)?.factor) }
/** A salted stock is judged where it ends. */
const stockWarning = computed(() => {
  const item = chosen.value.items.find((i) => { const g = ingredients.value.get(i.ingredientId); return g?.marks?.some((m) => m.startsWith('stock')) && (g.per100G.salt ?? 0) > 0.3 })
  const good = item && ingredients.value.get(item.ingredientId)
  if (!item || !good || trace.value.length === 0) return ''
  const limit = stockSaltLimit(trace.value, itemMassG(item, good), (good.per100G.salt ?? 0) / 100, chosen.value.saltTargetFrac.high)
  return limit.endsAtFrac > chosen.value.saltTargetFrac.high ? texts.book.bench.stock(percentText(limit.endsAtFrac, 1), numberText(limit.unsaltedAtLeastG * factor.value)) : ''
})
const money = (minor: number) => new Intl.NumberFormat('en-GB', { style: 'currency', currency: currency.value }).format(minor / 100)
const marks = computed(() => [...new Set(chosen.value.items.flatMap((i) => ingredients.value.get(i.ingredientId)?.marks ?? []))].flatMap((m) => texts.book.marks[m] ?? []))
const mother = computed(() => props.catalog.formulas.find((f) => f.id === props.formula.motherId))
const children = computed(() => props.catalog.formulas.filter((f) => f.motherId === props.formula.id))
const madeBy = (id: string) => props.catalog.formulas.find((f) => f.makes === id)
async function save(): Promise<void> {
  message.value = ''
  refusals.value = []
  try {
    const saved = await api.saveFormula({ ...draft.value, version: props.formula.version })
    await kitchen.refreshCatalog()
    message.value = texts.book.bench.saved(saved.version)
  } catch (error) {
    if (error instanceof Refusal) refusals.value = [texts.book.problems[error.problem.code] ?? error.problem.title, ...(error.problem.fields ?? []).map((f) => `${f.field}: ${f.message}`)]
    else if (error instanceof OutOfReach) refusals.value = [texts.app.failed]
    else throw error
  }
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => { if (event.key.toLowerCase() === 'z' && !/^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)) bench.undo() })
const print = () => window.print()
const hasChoices = computed(() => Object.keys(choices.value.schools).length + Object.keys(choices.value.swaps).length > 0)
const isRawEgg = computed(() => chosen.value.items.some((i) => ingredients.value.get(i.ingredientId)?.marks?.includes('rawEgg')) && houseRules(props.catalog.settings) !== undefined)
</script>

<template>
  <section class="bench">
    <div class="top">
      <div><h1><span class="sauce">{{ formula.name }}</span> <span class="soft sub">{{ formula.family }} · {{ texts.book.bench.version(formula.version) }}</span></h1>
        <p class="descent"><RouterLink v-if="mother" :to="`/book/${mother.id}`"><span class="sauce">{{ mother.name }}</span></RouterLink><template v-if="mother"> → </template><strong><span class="sauce">{{ formula.name }}</span></strong><template v-if="children.length"> → </template><RouterLink v-for="c in children" :key="c.id" :to="`/book/${c.id}`"><span class="sauce">{{ c.name }}</span></RouterLink></p></div>
      <div class="keys"><v-btn :disabled="bench.past.value.length === 0 && !hasChoices" @click="bench.undo()">{{ texts.book.bench.undo }}</v-btn><v-btn :aria-pressed="system === 'us'" @click="toggleSystem">{{ texts.book.bench.measures[system === 'us' ? 'us' : 'metric'] }}</v-btn><v-btn @click="print">{{ texts.book.bench.print }}</v-btn><v-btn class="is-first" :disabled="!bench.isEdited.value" @click="save">{{ texts.book.bench.save(formula.version + 1) }}</v-btn></div>
    </div>
    <div class="scale"><span class="label">{{ texts.book.bench.scale }}</span><v-text-field v-if="ask.by !== 'vessel'" v-model="scaleValue" class="digits" inputmode="decimal" :suffix="unitOfScale" :aria-label="texts.book.bench.scale" @update:model-value="rescale()" /><v-select class="mode" :model-value="ask.by" :items="modes" :aria-label="texts.book.bench.scale" @update:model-value="setMode" /><v-select v-if="ask.by === 'ingredient'" v-model="scaleOf" class="mode" :items="usedGoods" :label="texts.book.bench.of" @update:model-value="rescale()" /><v-select v-if="ask.by === 'vessel'" v-model="panId" class="mode" :items="pans" :label="texts.plan.pan" @update:model-value="rescale()" /><span class="caption">× {{ numberText(factor, 2) }}. {{ texts.book.bench.rescale }}</span></div>
    <p v-if="!bench.scale.value && problems.length === 0" class="wine label">✕ {{ texts.book.bench.notIn }}</p>
    <p v-else-if="bench.scale.value?.isUnderFloor" class="roux label">▽ {{ texts.book.bench.underFloor }}</p>
    <p v-if="message" class="sorrel label" role="status">✓ {{ message }}</p>
    <ul v-if="refusals.length" class="wine" role="alert"><li v-for="r in refusals" :key="r" class="label">✕ {{ r }}</li></ul>
    <ul v-if="problems.length" class="problems" role="alert"><li v-for="(p, i) in problems" :key="i" class="roux label">▽ {{ chosen.steps.find((s) => s.id === p.stepId)?.verb ?? '' }} {{ texts.book.problems[p.code] }} <span class="soft">{{ p.detail }}</span></li></ul>
    <p v-if="stockWarning" class="roux label">▽ {{ stockWarning }}</p>

    <div class="columns">
      <div class="goods"><h2 class="label">{{ texts.book.bench.weighOut }}</h2>
        <ul><li v-for="item in chosen.items" :key="item.id">
          <AmountField v-if="draft.items.some((i) => i.id === item.id)" :name="ingredients.get(item.ingredientId)?.name ?? item.ingredientId" :shown="shown(item)" :good="goodOf(item)" :measures="catalog.settings.measures" @amount="(gr) => amountIs(item, gr)" @measured="keepMeasures" /><span v-else class="given">{{ shown(item) }}</span>
          <span :class="{ sauce: ingredients.get(item.ingredientId)?.isLiquid }" class="what">{{ ingredients.get(item.ingredientId)?.name ?? item.ingredientId }} <RouterLink v-if="madeBy(item.ingredientId)" class="caption" :to="`/book/${madeBy(item.ingredientId)!.id}`">↖ {{ madeBy(item.ingredientId)!.name }}</RouterLink></span>
          <v-select v-if="draft.items.some((i) => i.id === item.id)" class="swap" density="comfortable" :model-value="choices.swaps[item.id]?.ingredientId ?? ''" :items="swapItems(item)" :aria-label="`${texts.book.bench.swapFor}: ${ingredients.get(item.ingredientId)?.name ?? ''}`" @update:model-value="(to: string) => swapTo(item, to)" />
          <button class="remove" :aria-label="`${texts.book.bench.remove}: ${ingredients.get(item.ingredientId)?.name ?? ''}`" :disabled="!draft.items.some((i) => i.id === item.id) || draft.items.length < 2" @click="bench.removeItem(item.id)">−</button>
        </li></ul>
        <div class="put"><v-autocomplete v-model="addId" :items="allGoods" :label="texts.book.bench.addGood" /><v-select v-model="addStep" :items="draft.steps.map((s) => ({ value: s.id, title: s.verb }))" :label="texts.book.bench.addAt" /><v-btn :disabled="!addId" @click="bench.addItem(addId, addStep); addId = ''">+</v-btn></div>
        <p v-if="marks.length || isRawEgg" class="caption">{{ [...marks, ...(isRawEgg ? [texts.book.lightEgg] : [])].join(' · ') }}</p>
        <h2 class="label">{{ texts.book.bench.cheaper }}</h2>
        <ul><li v-for="c in bench.cheaper.value" :key="c.itemId + c.swap.to" class="cheap"><button class="text" @click="bench.swap(c.itemId, c.swap.to, c.swap.factor)">{{ texts.book.bench.saves(ingredients.get(c.swap.to)?.name ?? '', money(c.savesMinor)) }}</button></li><li v-if="bench.cheaper.value.length === 0" class="caption">{{ texts.book.bench.noCheaper }}</li></ul>
        <template v-if="draft.schools?.length"><h2 class="label">{{ texts.book.bench.schools }}</h2><p class="caption">{{ texts.book.bench.schoolsHint }}</p><SchoolSwitches :formula="draft" :choices="choices" :ends="bench.optionEnds.value" :currency="currency" @choose="bench.choose" /></template>
      </div>
      <div class="steps">
        <CompositionStrip :steps="trace" :factor="factor" :selected-id="selected?.stepId" @select="(id) => (selectedId = id)" />
        <ol><li v-for="s in chosen.steps" :key="s.id" :class="{ here: s.id === selected?.stepId }"><button class="step" @click="selectedId = s.id"><strong>{{ s.verb }}</strong> {{ s.endsWhen }}<span v-if="s.minutes" class="soft">&ensp;{{ numberText(s.minutes.low, s.minutes.low % 1 ? 1 : 0) }}–{{ numberText(s.minutes.high, s.minutes.high % 1 ? 1 : 0) }} min</span></button>
          <label v-if="s.technique === 'reduce'" class="target"><span class="caption">{{ texts.plan.phrase }}</span><input :value="s.target" maxlength="120" :aria-label="`${texts.plan.phrase}: ${s.verb}`" @change="bench.setTarget(s.id, ($event.target as HTMLInputElement).value)" /></label></li></ol>
      </div>
      <aside class="side">
        <p v-if="selected && selected.stepId !== chosen.steps.at(-1)?.id" class="caption">{{ selected.verb }}</p>
        <NumbersTable :written="writtenSelected" :chosen="selected" :factor="factor" :currency="currency" />
        <h2 class="label">{{ texts.book.bench.changes }}</h2>
        <ul><li v-for="(d, i) in bench.differences.value" :key="i" class="change">{{ sayDifference(d, ingredients) }}</li><li v-if="bench.differences.value.length === 0" class="caption">{{ texts.book.bench.nothingChanged }}</li></ul>
        <button v-if="hasChoices" class="text" @click="choices = NO_CHOICES">{{ texts.book.bench.asIs }}</button>
        <FormulaVersions v-if="formula.version > 1" :formula-id="formula.id" :ingredients="ingredients" />
        <p class="caption source">{{ formula.source }}</p>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.top { display: flex; justify-content: space-between; gap: 16px; align-items: flex-start; flex-wrap: wrap; }
h1 { font-size: 42px; line-height: 1.1; }
.sub { font-size: 21px; }
.descent { font-size: 19px; display: flex; gap: 4px 10px; flex-wrap: wrap; align-items: center; }
.descent a, .what a { color: inherit; min-height: 30px; display: inline-flex; align-items: center; }
.keys { display: flex; gap: 12px; flex-wrap: wrap; }
.scale { display: flex; gap: 16px; align-items: center; flex-wrap: wrap; border-bottom: 1.25px solid var(--ink); padding-bottom: 6px; }
.digits { flex: 0 0 120px; } .mode { flex: 0 0 230px; }
.columns { display: grid; grid-template-columns: minmax(0, 1.05fr) minmax(0, 1.1fr) minmax(0, 0.95fr); gap: 28px; padding-top: 8px; }
.goods li { display: grid; grid-template-columns: auto minmax(0, 1fr) 150px 48px; gap: 10px; align-items: center; border-top: 1px solid var(--hair); min-height: 50px; }
.goods li.cheap { display: block; }
.given { width: 118px; text-align: right; font-size: 24px; font-weight: 600; }
.what { font-size: 21px; line-height: 1.15; }
.swap :deep(.v-field__input) { font-size: 18px; }
.steps li { border-top: 1px solid var(--hair); padding: 2px 0; }
.steps li.here { background: var(--sunk); }
.step { width: 100%; min-height: 48px; border: 0; background: none; color: inherit; font: inherit; font-size: 19px; text-align: left; cursor: pointer; line-height: 1.2; }
.target { display: flex; gap: 10px; align-items: center; }
.target input { flex: 1; min-width: 0; height: 48px; border: 0; border-bottom: 1px solid var(--tick); background: none; color: var(--ink); font: inherit; font-size: 22px; font-weight: 600; }
h2 { padding-top: 12px; }
.remove { width: 48px; height: 48px; border: 0; background: none; color: inherit; font: inherit; font-size: 26px; cursor: pointer; }
.remove:disabled { color: var(--hair); cursor: default; }
.put { display: flex; gap: 12px; align-items: end; padding: 6px 0; }
.put > .v-input { flex: 1 1 100px; }
.change { font-size: 19px; padding: 2px 0; }
.text { border: 0; background: none; color: inherit; font: inherit; font-size: 19px; font-weight: 600; min-height: 48px; text-align: left; padding: 0; text-decoration: underline; text-underline-offset: 5px; cursor: pointer; }
.source { padding-top: 14px; }
@media (max-width: 900px) { .columns { grid-template-columns: minmax(0, 1fr); } }
@media print { .scale, .keys, .side .v-btn, .swap { display: none; } }
</style>
