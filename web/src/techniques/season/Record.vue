<script setup lang="ts">
import type { BatchState, Formula } from '@liquamen/core'
import { computed } from 'vue'
import { clockText, numberText, percentText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { seasonTexts as says } from './texts'

/** What a cook's tongue said, in order, beside what the sum said then; and the salt that went in. */
const props = defineProps<{ state: BatchState; formula: Formula }>()
const salt = computed(() => props.state.saltAdded)
</script>

<template>
  <section v-if="state.tastes.length || salt" class="stack gap-above">
    <h2 class="label">{{ says.record }}</h2>
    <ul>
      <li v-for="t in state.tastes" :key="t.id">
        {{ clockText(t.atMs) }} {{ says.checkpoints[t.checkpoint] }}:
        <strong>{{ says.words[t.word] }}</strong>
        <span class="soft"> {{ says.sumThen(percentText(t.saltFrac, 2), percentText(t.acidFrac, 2)) }}</span>
      </li>
      <li v-if="salt">
        {{ texts.bench.saltAdded }}: {{ numberText(salt.massG, 1) }} g
        <span class="soft">{{ percentText(salt.saltFrac, 2) }} %</span>
      </li>
    </ul>
  </section>
</template>
