<script setup lang="ts">
import { tempOnDevice, tempScale } from '../shared/useDeviceUnits'
import type { EmulsionPlan } from '@liquamen/core'
import { numberText } from '../shared/format'
import { texts } from '../shared/texts'

defineProps<{ plan: EmulsionPlan }>()
</script>

<template>
  <section>
    <h2 class="label head">{{ texts.emulsion.load }}</h2>
    <dl>
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
      <div>
        <dt>{{ texts.emulsion.stages.ribbon }}, {{ texts.emulsion.bath[plan.method.bath] }}</dt>
        <dd>
          {{ numberText(plan.ribbonS.low / 60, 1) }}–{{ numberText(plan.ribbonS.value / 60, 1) }}–{{ numberText(plan.ribbonS.high / 60, 1)
          }}<span>min</span>
        </dd>
      </div>
      <div>
        <dt>{{ texts.emulsion.liftAt('') }}</dt>
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
dl > div {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-top: 1px solid var(--hair);
  padding: 1px 0;
}
dt {
  font-size: 19px;
  color: var(--ink-soft);
}
dd {
  font-size: 28px;
  font-weight: 620;
}
dd span {
  display: inline-block;
  width: 1.9em;
  font-size: 18px;
  font-weight: 460;
  color: var(--ink-soft);
  text-align: right;
}
</style>
