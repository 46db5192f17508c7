<script setup lang="ts">
import { emulsionOf, SPICE_START_SHARE, stagesOf, tastedGoods, type BatchPlan } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { BASIS, NOW, type Workbench } from './useWorkbench'

const props = defineProps<{ bench: Workbench }>()
const { outcomes, chosen, ingredients, factor, rounding } = props.bench
const now = computed(() => outcomes.value.get(NOW))
const basis = computed(() => outcomes.value.get(BASIS))
const min = (value: number) => numberText(value, value < 10 ? 1 : 0)
const total = computed(() => {
  const t = now.value?.plan?.totalMin
  return t ? texts.workbench.times(min(t.low), min(t.value), min(t.high)) : ''
})
const stages = (plan: BatchPlan | undefined) => (plan ? stagesOf(plan) : [])
/** Each reduction's minutes at this size, beside those at the written one: the surface does not grow with the pot. */
const reductions = computed(() =>
  stages(now.value?.plan).map((stage) => {
    const was = stages(basis.value?.plan).find((s) => s.stepId === stage.stepId)?.minutes.value
    const verb = chosen.value.steps.find((s) => s.id === stage.stepId)?.verb ?? ''
    const isMoved = was !== undefined && Math.abs(stage.minutes.value - was) >= 1
    return texts.workbench.reduction(verb, min(stage.minutes.value), isMoved ? min(was) : '')
  }),
)
const pour = computed(() => now.value?.plan && emulsionOf(now.value.plan)?.pourS)
const spices = computed(() =>
  tastedGoods(chosen.value, factor.value, ingredients.value)
    .map((g) => g.name)
    .join(', '),
)
</script>

<template>
  <section v-if="now" class="size" :aria-label="texts.workbench.size">
    <h2 class="label">{{ texts.workbench.size }}</h2>
    <p v-if="!now.plan" class="line">{{ texts.workbench.noPlan }}</p>
    <template v-else>
      <p class="line">{{ total }}</p>
      <p v-if="now.effort" class="line">
        {{
          texts.workbench.hands(
            min(now.effort.constantMin),
            now.effort.oftenMin > 0 ? min(now.effort.oftenMin) : '',
          )
        }}
      </p>
      <p v-for="r in reductions" :key="r" class="line">{{ r }}</p>
      <p v-if="pour" class="line">{{ texts.workbench.pourPace(min(pour / 60)) }}</p>
    </template>
    <p v-if="spices" class="line">
      {{ texts.workbench.spices(spices, numberText(SPICE_START_SHARE * 100)) }}
    </p>
    <p v-if="rounding && !rounding.noticed" class="line soft">{{ texts.workbench.roundingFine }}</p>
  </section>
</template>

<style scoped>
h2 {
  padding: 12px 0 2px;
}
.line {
  font-size: var(--type-text);
  padding: 2px 0;
}
</style>
