<script setup lang="ts">
import { densityGPerMl, type Formula, type KitchenCatalog, type ScaleBy } from '@liquamen/core'
import { computed, ref } from 'vue'
import { storeAmountText, useLarder } from '../port/useLarder'
import { dayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ formula: Formula; catalog: KitchenCatalog; bench: Workbench }>()
const { ask, ingredients, trace, factor, chosen, panId } = props.bench
const { holdings } = useLarder()
const modes = Object.entries(texts.book.bench.by).map(([value, title]) => ({ value, title }))
const said = ref(String(props.formula.basisPortions))
const goodId = ref(props.formula.items[0]?.ingredientId ?? '')
const goods = computed(() =>
  [...new Set(chosen.value.items.map((i) => i.ingredientId))].map((id) => ({
    value: id,
    title: ingredients.value.get(id)?.name ?? id,
  })),
)
const pans = computed(() => props.catalog.pans.map((p) => ({ value: p.id, title: p.name })))
const good = computed(() => ingredients.value.get(goodId.value))
const isCounted = computed(() => good.value?.emulsionRole === 'yolk' && good.value.pieceG !== undefined)
const unit = computed(() => {
  if (ask.value.by === 'volume') return 'ml'
  if (ask.value.by !== 'ingredient') return ''
  if (isCounted.value) return '×'
  return good.value?.isLiquid ? 'ml' : 'g'
})

function massOfGoodG(value: number): number {
  if (!good.value) return 0
  if (isCounted.value) return value * (good.value.pieceG ?? 0)
  return good.value.isLiquid ? value * densityGPerMl(good.value) : value
}

/** What is asked for, in the way that is chosen; undefined while the field holds no number. */
function asked(by: ScaleBy['by']): ScaleBy | undefined {
  if (by === 'vessel') return { by }
  const value = Number(said.value.replace(',', '.'))
  if (!(value > 0)) return undefined
  if (by === 'portions') return { by, portions: value }
  if (by === 'volume') return { by, volumeMl: value }
  return { by, ingredientId: goodId.value, massG: massOfGoodG(value) }
}
function rescale(by = ask.value.by): void {
  ask.value = asked(by) ?? ask.value
}
/** Each way opens at what the batch holds now, so nothing jumps when only the way is changed. */
function setMode(by: ScaleBy['by']): void {
  const end = trace.value.at(-1)
  if (by === 'portions') said.value = (props.formula.basisPortions * factor.value).toFixed(0)
  if (by === 'volume') said.value = ((end?.volumeMl ?? 0) * factor.value).toFixed(0)
  if (by === 'ingredient') setGood(goodId.value)
  rescale(by)
}
function setGood(id: string): void {
  goodId.value = id
  const perUnit = massOfGoodG(1)
  const massG = props.bench.massOf(id) * factor.value
  said.value = perUnit > 0 ? String(Number((massG / perUnit).toFixed(isCounted.value ? 1 : 0))) : '1'
}
function takeGood(id: string): void {
  setGood(id)
  rescale()
}
const batchesText = computed(() =>
  props.bench.batches.value > 1 ? `, ${texts.book.bench.batches(props.bench.batches.value)}` : '',
)
/** Goods of this sauce that the store holds, each with what it is enough for. */
const held = computed(() =>
  [...new Set(chosen.value.items.map((i) => i.ingredientId))].flatMap((id) => {
    const [holding, own] = [holdings.value.get(id), ingredients.value.get(id)]
    const needsG = props.bench.massOf(id) / chosen.value.basisPortions
    if (!holding || !own || holding.massG <= 0 || !(needsG > 0)) return []
    const until = holding.expiresAtMs === undefined ? '' : dayText(holding.expiresAtMs)
    const says = `${own.name}: ${texts.workbench.holds(storeAmountText(own, holding.massG), until)}, ${texts.workbench.enoughFor(Math.floor(holding.massG / needsG))}`
    return [{ id, massG: holding.massG, says }]
  }),
)
function makeFrom(id: string, massG: number): void {
  ask.value = { by: 'ingredient', ingredientId: id, massG }
  setGood(id)
}
</script>

<template>
  <div class="scale">
    <span class="label">{{ texts.book.bench.scale }}</span>
    <v-text-field
      v-if="ask.by !== 'vessel'"
      v-model="said"
      class="digits"
      inputmode="decimal"
      :suffix="unit"
      :aria-label="texts.book.bench.scale"
      @update:model-value="rescale()"
    />
    <v-select
      class="mode"
      :model-value="ask.by"
      :items="modes"
      :aria-label="texts.book.bench.scaleBy"
      @update:model-value="setMode"
    />
    <v-select
      v-if="ask.by === 'ingredient'"
      class="mode"
      :model-value="goodId"
      :items="goods"
      :label="texts.book.bench.of"
      @update:model-value="takeGood"
    />
    <v-select v-model="panId" class="mode" :items="pans" :label="texts.plan.pan" />
    <span class="caption">× {{ numberText(factor, 2) }}{{ batchesText }}</span>
  </div>
  <p v-for="h in held" :key="h.id" class="held">
    {{ h.says }}
    <button class="text-key" @click="makeFrom(h.id, h.massG)">{{ texts.workbench.allOfIt }}</button>
  </p>
</template>

<style scoped>
.held {
  font-size: var(--type-text);
  padding-top: 2px;
}
.scale {
  display: flex;
  gap: 16px;
  align-items: center;
  flex-wrap: wrap;
  border-bottom: 1.25px solid var(--ink);
  padding-bottom: 6px;
}
.digits {
  flex: 0 0 120px;
}
.mode {
  flex: 0 0 230px;
}
@media print {
  .scale {
    display: none;
  }
}
</style>
