<script setup lang="ts">
import type { StagePlan } from '@liquamen/core'
import { computed, ref } from 'vue'
import { fractionText } from '../../ui/fractionText'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

const props = defineProps<{ stage: StagePlan }>()
const isExplained = ref(false)
const TBSP_ML = 15
const fraction = computed(() => fractionText(props.stage.fractionLeft))
const isShallow = computed(() => props.stage.targetDepthMm < 8)
</script>

<template>
  <section class="forms" :aria-label="texts.plan.targets">
    <h3 class="head">
      <span class="label">{{ fraction.left }}</span><span class="caption">{{ fraction.gone }}</span
      ><button
        class="text-key"
        :aria-expanded="isExplained"
        :aria-label="texts.app.explain"
        @click="isExplained = !isExplained"
      >
        ?
      </button>
    </h3>
    <ul v-if="isExplained" class="explained">
      <li v-for="line in texts.explain.stage(stage)" :key="line">{{ line }}</li>
    </ul>
    <dl class="forms-list">
      <div v-if="!isShallow">
        <dt>{{ texts.forms.depth }}</dt>
        <dd>{{ numberText(stage.targetDepthMm) }}<span>mm</span></dd>
      </div>
      <div v-else>
        <dt>{{ texts.forms.spoons }}</dt>
        <dd>{{ numberText(stage.targetVolumeMl / TBSP_ML, 1) }}<span>tbsp</span></dd>
      </div>
      <div>
        <dt>{{ texts.forms.volume }}</dt>
        <dd>{{ numberText(stage.targetVolumeMl) }}<span>ml</span></dd>
      </div>
      <div>
        <dt>{{ texts.forms.mass }}</dt>
        <dd>{{ numberText(stage.targetMassG) }}<span>g</span></dd>
      </div>
      <div>
        <dt>{{ texts.forms.scale }}</dt>
        <dd>{{ numberText(stage.targetGrossG) }}<span>g</span></dd>
      </div>
      <div>
        <dt>{{ texts.forms.fraction }}</dt>
        <dd>{{ numberText(stage.fractionLeft, 2) }}<span></span></dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  border-top: 1.25px solid var(--ink);
}
</style>
