<script setup lang="ts">
import { explainNumber, MODELS, type Explained } from '@liquamen/core'
import { computed } from 'vue'
import { moneyText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{
  bench: Workbench
  /** The step after which the number stands. */
  stepId: string
  of: Explained
  currency: string
}>()
const { chosen, trace, setting, ingredients, factor } = props.bench
/** Worked out only now that somebody asks. */
const why = computed(() =>
  explainNumber(
    { formula: chosen.value, trace: trace.value, setting: setting.value },
    props.stepId,
    props.of,
  ),
)
const model = computed(() => MODELS.find((m) => m.id === why.value?.modelId))
const nameOf = (id: string) => ingredients.value.get(id)?.name ?? id
function say(amount: number): string {
  const scaled = amount * factor.value
  if (why.value?.unit === 'minor') return moneyText(scaled, props.currency)
  const decimals = [10, 100].filter((from) => Math.abs(scaled) < from).length
  return `${numberText(scaled, decimals)} g`
}
</script>

<template>
  <section
    v-if="why"
    class="why"
    role="region"
    :aria-label="texts.workbench.why(texts.book.numbers[of] ?? of)"
  >
    <p class="label">{{ texts.book.numbers[of] }}</p>
    <p class="caption">{{ texts.workbench.saidBy[of] }}</p>
    <table>
      <tbody>
        <tr v-for="b in why.brought" :key="b.itemId">
          <th scope="row">
            {{ nameOf(b.ingredientId) }}
            <span class="caption">{{ texts.workbench.provenance[b.provenance] }}</span>
          </th>
          <td class="n">{{ b.mark ? texts.service[b.mark] : say(b.amount) }}</td>
        </tr>
        <template v-if="why.unit !== 'mark'">
          <tr v-if="Math.abs(why.left) > 1e-6">
            <th scope="row" class="soft">{{ why.left > 0 ? texts.workbench.left : texts.workbench.came }}</th>
            <td class="n">{{ why.left > 0 ? '−' : '+' }}{{ say(Math.abs(why.left)) }}</td>
          </tr>
          <tr class="sum">
            <th scope="row">{{ texts.workbench.there }}</th>
            <td class="n">
              <strong>{{ say(why.there) }}</strong>
              <span v-if="why.sharedBy" class="caption">
                {{ texts.workbench.of(numberText(why.sharedBy * factor)) }}</span
              >
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="model" class="caption">
      {{ texts.workbench.model }}: {{ model.says }} ({{ texts.workbench.confidence[model.confidence] }}).
      {{ model.formula }}
    </p>
  </section>
</template>

<style scoped>
.why {
  padding: 6px 10px 10px;
  margin: 4px 0;
  background: var(--sunk);
  border-left: 4px solid var(--ink);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: var(--weight-soft);
  font-size: var(--type-text);
  padding: 2px 0;
}
th .caption {
  display: block;
}
.n {
  text-align: right;
  font-size: var(--type-text);
  white-space: nowrap;
  vertical-align: top;
}
.sum th,
.sum td {
  border-top: 1px solid var(--ink);
}
</style>
