<script setup lang="ts">
import type { Explained, TraceStep } from '@liquamen/core'
import { computed, ref } from 'vue'
import { moneyText, numberText, percentText, tempText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'
import WhereFrom from './WhereFrom.vue'

const props = defineProps<{
  /** After the same step: the variant beside and the one on the bench, both for the formula's own basis. */
  beside: TraceStep | undefined
  besideName: string
  chosen: TraceStep | undefined
  factor: number
  currency: string
  bench: Workbench
}>()
/** The number whose source is looked at. */
const asked = ref<Explained>()
function alcohol({ ethanolLeftFrac: { low, high } }: TraceStep): string {
  if (high <= 0) return '–'
  return high < 0.005 ? texts.plan.traceOnly : `${percentText(low)}–${percentText(high)} %`
}
const allergens = (t: TraceStep) =>
  Object.entries(t.allergens)
    .map(([a, mark]) => `${texts.allergens[a]}${mark === 'contains' ? '' : '?'}`)
    .join(', ') || '–'
/** Every number with its unit, in words that can be compared. */
const lines = (t: TraceStep, factor: number): [Explained, string][] => [
  ['massG', `${numberText(t.massG * factor)} g`],
  ['volumeMl', `${numberText(t.volumeMl * factor)} ml`],
  ['portions', numberText(Math.floor(t.portions * factor + 1e-6))],
  ['saltFrac', `${percentText(t.saltFrac, 2)} %`],
  ['acidFrac', `${percentText(t.acidFrac, 2)} %`],
  ['ethanol', alcohol(t)],
  ['gelatinFrac', `${percentText(t.gelatinFrac, 1)} %`],
  ['starchFrac', `${percentText(t.starchFrac, 1)} %`],
  ['phaseFrac', numberText(t.phaseFrac, 2)],
  t.phaseFrac > 0.45
    ? ['band', texts.emulsion.bands[t.band] ?? t.band]
    : ['coat', texts.book.coats[t.coat] ?? t.coat],
  ['boilC', Number.isFinite(t.boilC) ? tempText(t.boilC) : '–'],
  ['cost', moneyText(t.portions > 0 ? t.costMinor / t.portions : 0, props.currency)],
  ['allergens', allergens(t)],
]
const rows = computed(() => {
  const { beside, chosen } = props
  if (!chosen) return []
  const base = new Map(beside ? lines(beside, props.factor) : [])
  return lines(chosen, props.factor).map(([key, value]) => ({
    key,
    value,
    was: base.get(key) ?? '',
    isChanged: base.size > 0 && base.get(key) !== value,
  }))
})
const hasChanges = computed(() => rows.value.some((r) => r.isChanged))
</script>

<template>
  <table class="numbers">
    <thead>
      <tr>
        <th scope="col">{{ texts.book.bench.finished }}</th>
        <th v-if="hasChanges" scope="col" class="n">{{ besideName }}</th>
        <th scope="col" class="n">{{ hasChanges ? texts.book.bench.chosen : '' }}</th>
      </tr>
    </thead>
    <tbody v-for="r in rows" :key="r.key">
      <tr :class="{ changed: r.isChanged }">
        <th scope="row">
          <button
            :aria-expanded="asked === r.key"
            :title="texts.workbench.whereFrom"
            @click="asked = asked === r.key ? undefined : r.key"
          >
            {{ texts.book.numbers[r.key] }}
          </button>
        </th>
        <td v-if="hasChanges" class="n soft">{{ r.was }}</td>
        <td class="n">
          <span v-if="r.isChanged" aria-hidden="true">◂ </span><strong>{{ r.value }}</strong>
        </td>
      </tr>
      <tr v-if="asked === r.key && chosen">
        <td colspan="3" class="source">
          <WhereFrom :bench="bench" :step-id="chosen.stepId" :of="r.key" :currency="currency" />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.numbers {
  width: 100%;
  border-collapse: collapse;
}
th button {
  min-height: 44px;
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
th button:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
}
th {
  text-align: left;
  font-weight: var(--weight-soft);
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
td {
  font-size: var(--type-text);
}
td strong {
  font-weight: var(--weight-key);
}
tr {
  border-top: 1px solid var(--hair);
}
th,
td {
  padding: 0 0 0 10px;
  vertical-align: middle;
}
th:first-child {
  padding-left: 0;
}
.source {
  padding: 0;
}
.n {
  text-align: right;
}
.changed strong {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
</style>
