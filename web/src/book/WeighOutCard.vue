<script setup lang="ts">
import type { KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { amountText } from './sayDifference'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ bench: Workbench; catalog: KitchenCatalog; name: string }>()
const { chosen, ingredients, factor, batches, showAs } = props.bench
/** One batch, step by step: what stands beside the stove while it is made. */
const steps = computed(() =>
  chosen.value.steps.map((step) => ({
    step,
    goods: chosen.value.items
      .filter((i) => i.stepId === step.id)
      .flatMap((i) => {
        const good = ingredients.value.get(i.ingredientId)
        return good
          ? [
              {
                id: i.id,
                name: good.name,
                amount: amountText(i.amount, good, factor.value / batches.value, showAs.value),
              },
            ]
          : []
      }),
  })),
)
</script>

<template>
  <section class="card" aria-hidden="true">
    <h1 class="sauce">{{ name }}</h1>
    <p>
      {{ texts.book.bench.version(chosen.version) }} ·
      {{ numberText((chosen.basisPortions * factor) / batches) }}
      {{ texts.service.portions.toLowerCase() }}
      <template v-if="batches > 1"> · {{ texts.book.bench.batches(batches) }}</template>
    </p>
    <div class="columns">
      <div v-for="s in steps" :key="s.step.id" class="step">
        <p v-for="g in s.goods" :key="g.id" class="good">
          <i />{{ g.amount }} <span>{{ g.name }}</span>
        </p>
        <p>
          <strong>{{ s.step.verb }}</strong> {{ s.step.target ?? '' }} · {{ s.step.endsWhen }}
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.card {
  display: none;
}
@media print {
  .card {
    display: block;
    color: #000;
  }
  h1 {
    font-size: 22pt;
  }
  .columns {
    columns: 2;
    column-gap: 10mm;
    font-size: 11pt;
  }
  .step {
    break-inside: avoid;
    border-top: 0.25pt solid #000;
    padding: 2mm 0;
  }
  .good {
    display: flex;
    gap: 3mm;
    align-items: center;
    padding: 0.5mm 0;
    font-weight: var(--weight-key);
  }
  .good span {
    font-weight: var(--weight-soft);
  }
  .good i {
    width: 5mm;
    height: 5mm;
    border: 0.5pt solid #000;
    flex: none;
  }
}
</style>
