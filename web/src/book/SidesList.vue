<script setup lang="ts">
import { BLOOM_ML_PER_G, type LeftOver, type ToPull } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ bench: Workbench }>()
const { sides, ingredients, factor, chosen } = props.bench
const DRY_GELATIN_PCT = 50 // a good with more gelatin than this is bloomed before it goes in
const nameOf = (id: string | undefined) => (id ? (ingredients.value.get(id)?.name ?? id) : '')
const grams = (g: number) => numberText(g * factor.value)
function pullText(p: ToPull): string {
  // eggs are whole: those for the batch, with its spares
  if (p.kind === 'eggs')
    return texts.workbench.eggs(
      Math.ceil((p.count ?? 0) * factor.value - 0.25),
      Math.ceil((p.spare ?? 0) * factor.value - 0.25),
    )
  return p.kind === 'wholeButter'
    ? texts.workbench.wholeButter(grams(p.massG))
    : texts.workbench.untrimmed(grams(p.massG), nameOf(p.ingredientId))
}
const leftText = (l: LeftOver) => {
  const what = l.kind === 'strained' ? nameOf(l.ingredientId) : texts.workbench.leftKinds[l.kind]
  const of = l.kind === 'trimmings' ? `, ${nameOf(l.ingredientId)}` : ''
  return `${grams(l.massG)} g ${what}${of}`
}
/** Bloom, temper, add: said where gelatin goes in. */
const gelatin = computed(() => {
  const g = chosen.value.items.reduce(
    (sum, i) =>
      sum +
      ((ingredients.value.get(i.ingredientId)?.per100G.gelatin ?? 0) > DRY_GELATIN_PCT && 'massG' in i.amount
        ? i.amount.massG
        : 0),
    0,
  )
  return g > 0 ? texts.workbench.gelatin(grams(g), grams(g * BLOOM_ML_PER_G)) : ''
})
</script>

<template>
  <div class="sides">
    <p v-if="gelatin" class="line">{{ gelatin }}</p>
    <template v-if="sides.pull.length">
      <h2 class="label">{{ texts.workbench.pull }}</h2>
      <ul>
        <li v-for="p in sides.pull" :key="p.kind + p.ingredientId" class="line">{{ pullText(p) }}</li>
      </ul>
    </template>
    <template v-if="sides.left.length">
      <h2 class="label">{{ texts.workbench.leftOver }}</h2>
      <ul>
        <li v-for="(l, i) in sides.left" :key="i" class="line">
          {{ leftText(l) }} <span class="soft">{{ texts.workbench.uses[l.use] }}</span>
        </li>
      </ul>
    </template>
  </div>
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
