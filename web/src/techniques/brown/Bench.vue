<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** Butter browned: what goes in, what is left when its water is gone, and the sounds that tell how far it is. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const work = computed(() => (props.view.planned?.work.kind === 'brown' ? props.view.planned.work : undefined))
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template v-if="work">
      <p class="label gap-above">
        {{ texts.rooms.browns(numberText(work.butterG), numberText(work.yieldG)) }}
      </p>
      <ol class="sounds">
        <li v-for="says in texts.rooms.brownSounds" :key="says">{{ says }}</li>
      </ol>
    </template>
  </StepBench>
</template>

<style scoped>
.sounds {
  list-style: decimal;
  padding-left: 1.4em;
  font-size: var(--type-text);
  line-height: 1.4;
}
</style>
