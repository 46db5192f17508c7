<script setup lang="ts">
import { tempOnDevice, tempScale } from '../../ui/useDeviceUnits'
import type { FormulaStep, StepPlan } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** An egg and butter sauce on the plan sheet: how full of butter it ends, its ribbon and its pour. */
const props = defineProps<{ planned: StepPlan; step: FormulaStep }>()
const plan = computed(() =>
  props.planned.work.kind === 'eggEmulsion' ? props.planned.work.emulsion : undefined,
)
</script>

<template>
  <section v-if="plan" class="wide">
    <h2 class="label head">{{ texts.emulsion.load }}</h2>
    <dl class="forms-list">
      <div>
        <dt>{{ texts.emulsion.bands[plan.band] }}</dt>
        <dd>φ {{ numberText(plan.phaseFrac, 2) }}</dd>
      </div>
      <div>
        <dt>{{ texts.emulsion.butter }}</dt>
        <dd>{{ numberText(plan.butterG) }}<span>g</span></dd>
      </div>
      <div>
        <dt>{{ texts.emulsion.room(numberText(plan.roomG)) }}</dt>
        <dd />
      </div>
      <div v-if="plan.ribbonS">
        <dt>{{ texts.emulsion.stages.ribbon }}, {{ texts.emulsion.bath[plan.method.bath] }}</dt>
        <dd>
          {{ numberText(plan.ribbonS.low / 60, 1) }}–{{ numberText(plan.ribbonS.value / 60, 1) }}–{{
            numberText(plan.ribbonS.high / 60, 1)
          }}<span>min</span>
        </dd>
      </div>
      <div>
        <dt>{{ plan.ribbonS ? texts.emulsion.liftAt('') : texts.rooms.endsAt }}</dt>
        <dd>
          {{ numberText(tempOnDevice(plan.ribbonC), 1) }}<span>{{ tempScale() }}</span>
        </dd>
      </div>
      <div>
        <dt>{{ texts.emulsion.pourOn }}</dt>
        <dd>{{ numberText(plan.pourS / 60, 1) }}<span>min</span></dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.wide {
  grid-column: 2 / -1;
}
</style>
